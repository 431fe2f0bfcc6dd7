import type { EdgePicture } from '@ravlo/core/outline/edgePicture';
import { bowAt, normalOf, sidePoint, STRAIGHT } from '@ravlo/core/outline/sideCurve';
import { useEffect, useState } from 'react';
import { StyleSheet } from 'react-native';
import Svg, { Path } from 'react-native-svg';
import type { Corners, Page, Recipe } from '@ravlo/contract';
import { photoEdges } from '@/darkroom/darkroom';
import { photoUrl } from '@/darkroom/photoUrl';
import { changeRecipe } from '@/packet/editing';
import { selectRecipe } from '@/packet/editsSlice';
import { useAppDispatch, useAppSelector } from '@/packet/store';
import { colours } from '@/ui/tokens';
import { Handle, type HandleShape } from './Handle';
import { Loupe } from './Loupe';
import {
  BEND_AT,
  bendSide,
  moveCorner,
  moveSide,
  outlineBows,
  outlineCorners,
  outlinePath,
  withCorners,
} from './outlineEdits';
import { createPace } from './pace';
import { snapCorner, snapSide } from './snap';
import { ZoomStage } from './ZoomStage';

const CORNER_NAMES = ['Top left corner', 'Top right corner', 'Bottom right corner', 'Bottom left corner'];
const SIDE_NAMES = ['Top side', 'Right side', 'Bottom side', 'Left side'];
/** Room for handles round the photo, px. */
const MARGIN = 26;
/** An arrow key moves by this many photo pixels, with shift by ten times as many. */
const KEY_STEP = 1;
const BENDS = [
  { name: 'Bend of the top side', side: 0 },
  { name: 'Bend of the bottom side', side: 2 },
] as const;

type Shape = HandleShape;

interface Held {
  readonly shape: Shape;
  readonly index: number;
  readonly start: Corners;
  /** of the side that is bent: how far it was, photo px */
  readonly bend: number;
}

export interface EdgesStageProps {
  readonly page: Page;
  /** shows the handles that bend the top and the bottom side */
  readonly isBent: boolean;
  /** told of the corner that was taken hold of last */
  readonly onCorner: (index: number) => void;
  readonly onSwipe: (by: -1 | 1) => void;
}

/** A hand slower than this is helped onto the nearest edge, screen px a second. */
const SLOW = 90;
/** and no farther than so many screen px */
const SNAP_REACH = 9;

/** The photo with its outline on it, to be dragged exactly onto the sheet. */
export function EdgesStage({ page, isBent, onCorner, onSwipe }: EdgesStageProps) {
  const dispatch = useAppDispatch();
  const recipe = useAppSelector((state) => selectRecipe(state, page));
  const { photo } = page;
  const [held, setHeld] = useState<Held | null>(null);
  const [draft, setDraft] = useState<Recipe | null>(null);
  /** what was moved by keys, for those who listen */
  const [told, setTold] = useState('');
  const edges = useEdges(photo.id);
  const [pace] = useState(() => createPace());

  const shown = draft ?? recipe;
  const corners = outlineCorners(shown.outline, photo.width, photo.height);
  const bows = outlineBows(shown.outline);

  const moved = (what: Held, dx: number, dy: number, reach: number): Recipe => {
    const { shape, index, start, bend } = what;
    if (shape === 'bend') {
      const [nx, ny] = normalOf({ from: start[index], to: start[(index + 1) % 4], bow: STRAIGHT });
      return bendSide(recipe, start, index, bend + dx * nx + dy * ny);
    }
    const free = (shape === 'corner' ? moveCorner : moveSide)(start, index, dx, dy, photo);
    if (reach === 0 || !edges) return withCorners(recipe, free);
    return withCorners(
      recipe,
      shape === 'corner' ? snapCorner(free, index, edges, reach) : snapSide(free, index, edges, reach, photo),
    );
  };
  const commit = ({ outline }: Recipe) =>
    dispatch(changeRecipe(page, (now) => ({ ...now, outline }), 'edges'));
  const bendOf = (index: number) => (bows ? bowAt(bows[index], BEND_AT) : 0);
  /** How far a corner may be helped: not at all while the hand is quick, or holds Alt. */
  const reachFor = (dx: number, dy: number, isFree: boolean, scale: number): number =>
    pace.moveTo(dx, dy) > SLOW || isFree ? 0 : SNAP_REACH / scale;

  return (
    <ZoomStage content={photo} margin={MARGIN} onSwipe={onSwipe}>
      {({ left, top, scale }, stage) => {
        const onStage = ([x, y]: readonly [number, number]): [number, number] => [
          left + x * scale,
          top + y * scale,
        ];
        const places = corners.map(onStage);
        const path = outlinePath(corners, bows).map(onStage);
        const handleProps = (shape: Shape, index: number) => ({
          shape,
          isHeld: held?.shape === shape && held.index === index,
          onHold: () => {
            setHeld({ shape, index, start: corners, bend: bendOf(index) });
            pace.begin();
            if (shape === 'corner') onCorner(index);
          },
          onDrag: (dx: number, dy: number, isFree: boolean) =>
            held && setDraft(moved(held, dx / scale, dy / scale, reachFor(dx, dy, isFree, scale))),
          onRelease: () => {
            if (draft) commit(draft);
            setDraft(null);
            setHeld(null);
          },
          onStep: (dx: number, dy: number) => {
            if (shape === 'corner') onCorner(index);
            const next = moved(
              { shape, index, start: corners, bend: bendOf(index) },
              dx * KEY_STEP,
              dy * KEY_STEP,
              0,
            );
            commit(next);
            setTold(sayMove(shape, index, outlineCorners(next.outline, photo.width, photo.height)));
          },
        });
        const middle = (i: number): [number, number] => {
          const [a, b] = [places[i], places[(i + 1) % 4]];
          return [(a[0] + b[0]) / 2, (a[1] + b[1]) / 2];
        };
        const directionOf = (i: number) => {
          const [a, b] = [places[i], places[(i + 1) % 4]];
          return Math.atan2(b[1] - a[1], b[0] - a[0]);
        };
        const bendPlace = (i: number) =>
          onStage(
            sidePoint({ from: corners[i], to: corners[(i + 1) % 4], bow: bows?.[i] ?? STRAIGHT }, BEND_AT),
          );
        const lookedAt =
          held &&
          (held.shape === 'corner'
            ? places[held.index]
            : held.shape === 'side'
              ? middle(held.index)
              : bendPlace(held.index));
        return (
          <>
            <img
              src={photoUrl(photo.id)}
              alt={`Photo of page, ${page.photoName}`}
              draggable={false}
              style={{
                position: 'absolute',
                left,
                top,
                width: photo.width * scale,
                height: photo.height * scale,
                maxWidth: 'none',
              }}
            />
            <Svg width={stage.width} height={stage.height} style={styles.overlay} aria-hidden>
              <Path
                d={dimmed(left, top, photo.width * scale, photo.height * scale, path)}
                fill="rgba(20, 24, 26, 0.62)"
                fillRule="evenodd"
              />
              <Path
                d={closed(path)}
                fill="none"
                stroke={colours.pencilOnDark}
                strokeWidth={3}
                strokeLinejoin="round"
              />
            </Svg>
            {SIDE_NAMES.map((name, i) => {
              const [x, y] = middle(i);
              return (
                <Handle
                  key={name}
                  label={name}
                  x={x}
                  y={y}
                  angle={directionOf(i)}
                  {...handleProps('side', i)}
                />
              );
            })}
            {isBent
              ? BENDS.map(({ name, side }) => {
                  const [x, y] = bendPlace(side);
                  return <Handle key={name} label={name} x={x} y={y} {...handleProps('bend', side)} />;
                })
              : null}
            {CORNER_NAMES.map((name, i) => (
              <Handle
                key={name}
                label={name}
                x={places[i][0]}
                y={places[i][1]}
                {...handleProps('corner', i)}
              />
            ))}
            <div role="status" className="only-heard">
              {told}
            </div>
            {lookedAt ? (
              <Loupe
                uri={photoUrl(photo.id)}
                photo={photo}
                corners={corners}
                at={[(lookedAt[0] - left) / scale, (lookedAt[1] - top) / scale]}
                zoom={Math.max(0.5, scale * 3)}
                side={lookedAt[0] < stage.width / 2 ? 'right' : 'left'}
              />
            ) : null}
          </>
        );
      }}
    </ZoomStage>
  );
}

/** Where a handle is now, as it is read out. */
function sayMove(shape: Shape, index: number, corners: Corners): string {
  const [x, y] = corners[index].map(Math.round);
  if (shape === 'corner') return `${CORNER_NAMES[index]}: ${x} across, ${y} down`;
  return shape === 'side' ? `${SIDE_NAMES[index]} moved` : `${SIDE_NAMES[index]} bent`;
}

/** Where the photo has edges; null until it is known, and where the photo cannot be opened. */
function useEdges(photoId: string): EdgePicture | null {
  const [edges, setEdges] = useState<EdgePicture | null>(null);
  useEffect(() => {
    const canceller = new AbortController();
    photoEdges(photoId, { signal: canceller.signal })
      .then(setEdges)
      .catch(() => undefined);
    return () => canceller.abort();
  }, [photoId]);
  return edges;
}

function closed(points: readonly (readonly [number, number])[]): string {
  return `${points.map(([x, y], i) => `${i ? 'L' : 'M'}${x.toFixed(1)} ${y.toFixed(1)}`).join('')}Z`;
}

/** The photo's rectangle with the outline cut out. */
function dimmed(
  left: number,
  top: number,
  width: number,
  height: number,
  points: readonly (readonly [number, number])[],
): string {
  return `M${left} ${top}h${width}v${height}h${-width}Z${closed(points)}`;
}

const styles = StyleSheet.create({
  overlay: { position: 'absolute', left: 0, top: 0, pointerEvents: 'none' },
});

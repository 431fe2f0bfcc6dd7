import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import Svg, { Path } from 'react-native-svg';
import type { Corners, Page } from '@ravlo/contract';
import { photoUrl } from '@/state/api';
import { editRecipe, selectRecipe } from '@/state/recipeEdits';
import { useAppDispatch, useAppSelector } from '@/state/store';
import { colours } from '@/ui/tokens';
import { Handle } from './Handle';
import { Loupe } from './Loupe';
import { moveCorner, moveSide, outlineBows, outlineCorners, outlinePath, withCorners } from './outlineEdits';

const CORNER_NAMES = ['Top left corner', 'Top right corner', 'Bottom right corner', 'Bottom left corner'];
const SIDE_NAMES = ['Top side', 'Right side', 'Bottom side', 'Left side'];
/** Room for handles round the photo, px. */
const MARGIN = 26;
/** An arrow key moves by this many photo pixels. */
const KEY_STEP = 2;

interface Held {
  readonly shape: 'corner' | 'side';
  readonly index: number;
  readonly start: Corners;
}

/** The photo with its outline on it, to be dragged exactly onto the sheet. */
export function EdgesStage({ page }: { readonly page: Page }) {
  const dispatch = useAppDispatch();
  const recipe = useAppSelector((state) => selectRecipe(state, page));
  const { photo } = page;
  const [stage, setStage] = useState({ width: 0, height: 0 });
  const [held, setHeld] = useState<Held | null>(null);
  const [draft, setDraft] = useState<Corners | null>(null);

  const scale = Math.max(
    0.001,
    Math.min((stage.width - 2 * MARGIN) / photo.width, (stage.height - 2 * MARGIN) / photo.height),
  );
  const left = (stage.width - photo.width * scale) / 2;
  const top = (stage.height - photo.height * scale) / 2;
  const saved = outlineCorners(recipe.outline, photo.width, photo.height);
  const corners = draft ?? saved;
  const onStage = ([x, y]: readonly [number, number]): [number, number] => [
    left + x * scale,
    top + y * scale,
  ];
  const places = corners.map(onStage);
  const path = outlinePath(corners, outlineBows(recipe.outline)).map(onStage);

  const moved = (what: Held, dx: number, dy: number): Corners => {
    const move = what.shape === 'corner' ? moveCorner : moveSide;
    return move(what.start, what.index, dx, dy, photo);
  };
  const commit = (next: Corners) => {
    if (next !== saved) dispatch(editRecipe(page, withCorners(recipe, next)));
  };
  const handleProps = (shape: Held['shape'], index: number) => ({
    shape,
    isHeld: held?.shape === shape && held.index === index,
    onHold: () => setHeld({ shape, index, start: corners }),
    onDrag: (dx: number, dy: number) => held && setDraft(moved(held, dx / scale, dy / scale)),
    onRelease: () => {
      if (draft) commit(draft);
      setDraft(null);
      setHeld(null);
    },
    onStep: (dx: number, dy: number) =>
      commit(moved({ shape, index, start: corners }, dx * KEY_STEP, dy * KEY_STEP)),
  });
  const middle = (i: number): [number, number] => {
    const a = places[i];
    const b = places[(i + 1) % 4];
    return [(a[0] + b[0]) / 2, (a[1] + b[1]) / 2];
  };
  const directionOf = (i: number) => {
    const a = places[i];
    const b = places[(i + 1) % 4];
    return Math.atan2(b[1] - a[1], b[0] - a[0]);
  };
  const lookedAt = held && (held.shape === 'corner' ? places[held.index] : middle(held.index));

  return (
    <View
      style={styles.stage}
      onLayout={({ nativeEvent }) =>
        setStage({ width: nativeEvent.layout.width, height: nativeEvent.layout.height })
      }
    >
      {stage.width > 0 ? (
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
          {CORNER_NAMES.map((name, i) => (
            <Handle key={name} label={name} x={places[i][0]} y={places[i][1]} {...handleProps('corner', i)} />
          ))}
          {lookedAt ? (
            <Loupe
              uri={photoUrl(photo.id)}
              photo={photo}
              corners={corners}
              at={[(lookedAt[0] - left) / scale, (lookedAt[1] - top) / scale]}
              zoom={Math.max(0.5, scale * 4)}
              side={lookedAt[0] < stage.width / 2 ? 'right' : 'left'}
            />
          ) : null}
        </>
      ) : null}
    </View>
  );
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
  stage: { flex: 1, overflow: 'hidden' },
  overlay: { position: 'absolute', left: 0, top: 0, pointerEvents: 'none' },
});

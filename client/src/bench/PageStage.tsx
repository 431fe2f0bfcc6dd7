import { useEffect, useState, type ReactNode } from 'react';
import { ActivityIndicator, View } from 'react-native';
import type { Place } from '@ravlo/core';
import { FULL_PAGE, layNotes, SMALL_PAGE, type StampWords } from '@ravlo/core/geometry';
import type { Page, Recipe } from '@ravlo/contract';
import { usePagePicture } from '@/page/usePagePicture';
import { colours, space } from '@/ui/tokens';
import { MarksLayer } from '@/page/MarksLayer';
import { Words } from '@/ui/Words';
import { ZoomStage } from './zoom/ZoomStage';
import type { View as Place2d } from './zoom/zoom';

export interface PageStageProps {
  readonly page: Page;
  readonly label: string;
  /** what is shown: the page's own recipe, or what is being tried */
  readonly recipe: Recipe;
  /** something is being moved: small pictures that follow it, rather than fine ones */
  readonly isLive: boolean;
  /** degrees that the picture is turned by on the screen, until it is developed so */
  readonly tilt?: number;
  readonly showsGrid?: boolean;
  readonly marks?: readonly Place[];
  readonly stampWords: StampWords;
  readonly onSwipe: (by: -1 | 1) => void;
  /** told of the page's size, mm, as soon as it is known */
  readonly onSize: (size: { width: number; height: number }) => void;
  readonly holdsStill?: boolean;
  /** drawn over the page: the tool's own handles */
  readonly over?: (place: Place2d, size: { width: number; height: number }) => ReactNode;
}

/** Pictures of a page: while something moves, at rest, and enlarged. px of the longer side. */
const LIVE = 520;
export const RESTING = SMALL_PAGE;
const CLOSE = FULL_PAGE.height;
const CLOSE_FROM = 1.5;

/** One developed page, big, to be zoomed into, with its notes. */
export function PageStage(props: PageStageProps) {
  const { page, label, recipe, isLive, tilt = 0, showsGrid, marks = [], stampWords, over } = props;
  // A fine picture of what is passing would come too late, and keep the next small one waiting.
  const [resting, setResting] = useState(recipe);
  if (!isLive && resting !== recipe) setResting(recipe);
  const live = usePagePicture(page, { longSide: LIVE, priority: 3, recipe, isQuick: isLive });
  const fine = usePagePicture(page, { longSide: RESTING, priority: 1, recipe: resting });
  const shown = isLive || fine.isStale || !fine.uri ? live : fine;
  const size = shown.size ?? fine.size;
  const { onSize } = props;
  useEffect(() => {
    if (size) onSize(size);
  }, [size, onSize]);
  if (fine.failed && !live.uri) {
    return (
      <View style={{ flex: 1, justifyContent: 'center', padding: space.two }}>
        <Words align="center" colour={colours.deskQuiet}>
          This photo cannot be shown here. It is safe on Ravlo; reload to try again.
        </Words>
      </View>
    );
  }
  // Places on the page are told in mm: what is measured so stays where it is when a finer picture comes.
  const content = size ?? { width: 210, height: 297 };
  return (
    <ZoomStage content={content} margin={space.two} onSwipe={props.onSwipe} holdsStill={props.holdsStill}>
      {(place, _stage, zoom) => (
        <>
          <div
            style={{
              position: 'absolute',
              left: place.left,
              top: place.top,
              width: content.width * place.scale,
              height: content.height * place.scale,
              background: colours.surface,
              boxShadow: '0 1px 3px rgba(0, 0, 0, 0.4)',
              overflow: 'hidden',
            }}
          >
            {shown.uri ? (
              <img
                src={shown.uri}
                alt={label}
                draggable={false}
                style={{ width: '100%', height: '100%', display: 'block', transform: `rotate(${tilt}deg)` }}
              />
            ) : null}
            {zoom.factor > CLOSE_FROM && !isLive ? <CloseUp page={page} recipe={recipe} /> : null}
            {showsGrid ? <Grid /> : null}
            {marks.map(([left, top, across, down], i) => (
              <div key={i} style={markStyle(left, top, across, down)} />
            ))}
          </div>
          {size ? (
            <MarksLayer
              marks={layNotes(recipe.notes ?? [], { size, turn: recipe.turn }, stampWords)}
              size={size}
              {...place}
            />
          ) : null}
          {size ? over?.(place, size) : null}
          {!shown.uri ? (
            <div style={{ position: 'absolute', inset: 0 }}>
              <ActivityIndicator
                aria-label="Developing"
                color={colours.deskQuiet}
                style={{ flex: 1, height: '100%' }}
              />
            </div>
          ) : null}
        </>
      )}
    </ZoomStage>
  );
}

/** The page at its full resolution, over the coarser picture as soon as it is there. */
function CloseUp({ page, recipe }: { readonly page: Page; readonly recipe: Recipe }) {
  const { uri, isStale } = usePagePicture(page, { longSide: CLOSE, priority: 2, recipe });
  if (!uri || isStale) return null;
  return (
    <img
      src={uri}
      alt=""
      draggable={false}
      style={{ position: 'absolute', inset: 0, width: '100%', height: '100%' }}
    />
  );
}

/** Lines to judge by whether writing runs level. */
function Grid() {
  const line = 'rgba(200, 57, 31, 0.45)';
  return (
    <div
      aria-hidden
      style={{
        position: 'absolute',
        inset: 0,
        backgroundImage: `linear-gradient(${line} 1px, transparent 1px), linear-gradient(90deg, ${line} 1px, transparent 1px)`,
        backgroundSize: '10% 7.07%',
      }}
    />
  );
}

const markStyle = (left: number, top: number, across: number, down: number) =>
  ({
    position: 'absolute',
    left: `${left * 100}%`,
    top: `${top * 100}%`,
    width: `${across * 100}%`,
    height: `${down * 100}%`,
    minWidth: 8,
    minHeight: 8,
    boxSizing: 'border-box',
    border: `2px dashed ${colours.pencil}`,
    borderRadius: 4,
    pointerEvents: 'none',
  }) as const;

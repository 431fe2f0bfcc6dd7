import { useState } from 'react';
import type { EdgePicture } from '@ravlo/core';
import type { Corners, Page, Recipe } from '@ravlo/contract';
import { changeRecipe } from '@/packet/editing';
import { selectRecipe } from '@/packet/editsSlice';
import { useAppDispatch, useAppSelector } from '@/packet/store';
import type { HandleProps } from './Handle';
import { bendSide, moveCorner, moveSide, outlineBows, outlineCorners, withCorners } from './outlineEdits';
import { acrossSide, bendOf, type HandleShape } from './outlinePlaces';
import { createPace } from './pace';
import { snapCorner, snapSide } from './snap';

export const CORNER_NAMES = [
  'Top left corner',
  'Top right corner',
  'Bottom right corner',
  'Bottom left corner',
] as const;
export const SIDE_NAMES = ['Top side', 'Right side', 'Bottom side', 'Left side'] as const;

/** Least speed at which a hand is not helped onto the nearest edge, screen px a second. */
const SLOW = 90;
/** Snap radius, screen px. */
const SNAP_REACH = 9;

interface Held {
  readonly shape: HandleShape;
  readonly index: number;
  readonly corners: Corners;
  /** of the side that is bent, photo px inwards */
  readonly bend: number;
}

export interface OutlineDragOptions {
  /** where the photo has edges to snap to; null until that is known */
  readonly edges: EdgePicture | null;
  /** told of the corner that was taken hold of last */
  readonly onCorner: (index: number) => void;
}

/** Dragging a page's outline by its handles: a draft while something is held, saved when it is let go. */
export function useOutlineDrag(page: Page, { edges, onCorner }: OutlineDragOptions) {
  const dispatch = useAppDispatch();
  const recipe = useAppSelector((state) => selectRecipe(state, page));
  const [held, setHeld] = useState<Held | null>(null);
  const [draft, setDraft] = useState<Recipe | null>(null);
  /** what was moved by keys, for those who listen */
  const [told, setTold] = useState('');
  const [pace] = useState(() => createPace());

  const { photo } = page;
  const { outline } = draft ?? recipe;
  const corners = outlineCorners(outline, photo.width, photo.height);
  const bows = outlineBows(outline);

  /** @param reach how far a corner or a side may be helped onto an edge, photo px */
  const moved = (
    { shape, index, corners: start, bend }: Held,
    dx: number,
    dy: number,
    reach: number,
  ): Recipe => {
    if (shape === 'bend') return bendSide(recipe, start, index, bend + acrossSide(start, index, dx, dy));
    const free = (shape === 'corner' ? moveCorner : moveSide)(start, index, dx, dy, photo);
    if (reach === 0 || !edges) return withCorners(recipe, free);
    return withCorners(
      recipe,
      shape === 'corner' ? snapCorner(free, index, edges, reach) : snapSide(free, index, edges, reach, photo),
    );
  };
  const commit = ({ outline: next }: Recipe) =>
    dispatch(changeRecipe(page, (now) => ({ ...now, outline: next }), 'edges'));
  const hold = (shape: HandleShape, index: number): Held => {
    if (shape === 'corner') onCorner(index);
    return { shape, index, corners, bend: bendOf(bows, index) };
  };

  return {
    corners,
    bows,
    held,
    told,
    /** @param scale screen px a photo px */
    handle: (shape: HandleShape, index: number, scale: number): HandleEvents => ({
      shape,
      isHeld: held?.shape === shape && held.index === index,
      onHold: () => {
        setHeld(hold(shape, index));
        pace.begin();
      },
      onDrag: (dx, dy, isFree) => {
        const isQuick = pace.moveTo(dx, dy) > SLOW;
        if (held) setDraft(moved(held, dx / scale, dy / scale, isQuick || isFree ? 0 : SNAP_REACH / scale));
      },
      onRelease: () => {
        if (draft) commit(draft);
        setDraft(null);
        setHeld(null);
      },
      onStep: (dx, dy) => {
        const next = moved(hold(shape, index), dx, dy, 0);
        commit(next);
        setTold(sayMove(shape, index, outlineCorners(next.outline, photo.width, photo.height)));
      },
    }),
  };
}

type HandleEvents = Pick<HandleProps, 'shape' | 'isHeld' | 'onHold' | 'onDrag' | 'onRelease' | 'onStep'>;
export type OutlineDrag = ReturnType<typeof useOutlineDrag>;

/** Where a handle is now, as it is read out. */
function sayMove(shape: HandleShape, index: number, corners: Corners): string {
  const [x, y] = corners[index].map(Math.round);
  if (shape === 'corner') return `${CORNER_NAMES[index]}: ${x} across, ${y} down`;
  return shape === 'side' ? `${SIDE_NAMES[index]} moved` : `${SIDE_NAMES[index]} bent`;
}

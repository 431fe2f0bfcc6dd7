import { nanoid } from 'nanoid';
import { useRef, useState, type CSSProperties, type PointerEvent } from 'react';
import { MOST_STROKE_PLACES, type Stroke } from '@ravlo/contract';
import { MarksOverlay } from '@/page/marks/MarksOverlay';
import type { Desk, EyeTurn } from './useDesk';
import type { Marks } from './useMarks';

export interface PressLayerProps {
  readonly desk: Desk;
  readonly marks: Marks;
  readonly proportion: number;
  readonly eyeTurn: EyeTurn;
}

type Place = readonly [x: number, y: number];

/** A drag that is shorter than this means a spot, share of the page's width. */
const SPOT = 0.02;
/** A stroke is rubbed out, and a pin is meant, within this distance, share of the page's width. */
const NEAR = 0.025;

/** The gestures on the page: a press puts a pin, a drag a pin with a line or, with the pen, a stroke. */
export function PressLayer({ desk, marks, proportion, eyeTurn }: PressLayerProps) {
  const layer = useRef<HTMLDivElement>(null);
  const [path, setPath] = useState<Place[] | null>(null);

  /** Where on the page, as it is when it is not turned. */
  const at = (event: PointerEvent): Place => {
    const box = layer.current?.getBoundingClientRect() ?? { left: 0, top: 0, width: 1, height: 1 };
    const x = (event.clientX - box.left) / box.width;
    const y = (event.clientY - box.top) / box.height;
    const turned: Record<EyeTurn, Place> = {
      0: [x, y],
      90: [y, 1 - x],
      180: [1 - x, 1 - y],
      270: [1 - y, x],
    };
    const [px, py] = turned[eyeTurn];
    return [Math.min(1, Math.max(0, px)), Math.min(1, Math.max(0, py))];
  };
  const distance = ([ax, ay]: Place, [bx, by]: Place) => Math.hypot(ax - bx, (ay - by) * proportion);

  const end = () => {
    if (!path) return;
    setPath(null);
    const [from] = path;
    const to = path.at(-1);
    if (!from || !to) return;
    if (desk.tool === 'pen') {
      marks.putStroke(strokeOf(desk.number, path));
      return;
    }
    if (desk.tool === 'rub') {
      const hit = desk.strokesHere.find((stroke) => stroke.path.some((place) => distance(place, to) < NEAR));
      if (hit) marks.removeStroke(hit);
      return;
    }
    const isSpot = distance(from, to) < SPOT;
    const known = isSpot ? desk.pinsHere.find(({ pin }) => isOn(pin, from, proportion)) : undefined;
    if (known) desk.choose(known.pin.id);
    else if (isSpot) desk.addPin(from[0], from[1], 0);
    else desk.addPin(Math.min(from[0], to[0]), (from[1] + to[1]) / 2, Math.abs(to[0] - from[0]));
  };

  const draft = path && desk.tool === 'pen' ? strokeOf(desk.number, path) : null;
  const [from, to] = [path?.[0], path?.at(-1)];
  const line =
    path && from && to && desk.tool === 'pin' && distance(from, to) >= SPOT
      ? {
          number: desk.pins.length + 1,
          pin: {
            ...{ id: 'draft-pin', page: desk.number, words: '', points: null },
            ...{ x: Math.min(from[0], to[0]), y: (from[1] + to[1]) / 2, width: Math.abs(to[0] - from[0]) },
          },
        }
      : null;
  return (
    <div
      ref={layer}
      role="application"
      aria-label="The page: press to put a pin; the key A puts one in its middle"
      style={desk.tool === 'pen' ? PEN : PIN}
      onPointerDown={(event) => {
        if (event.button !== 0) return;
        event.currentTarget.setPointerCapture(event.pointerId);
        setPath([at(event)]);
      }}
      onPointerMove={(event) => {
        if (path && path.length < MOST_STROKE_PLACES) setPath([...path, at(event)]);
      }}
      onPointerUp={end}
      onPointerCancel={() => setPath(null)}
    >
      {draft || line ? (
        <MarksOverlay
          pins={line ? [line] : []}
          strokes={draft ? [draft] : []}
          proportion={proportion}
          chosenId="draft-pin"
        />
      ) : null}
    </div>
  );
}

/** Whether a press means the pin that is there. */
function isOn(
  { x, y, width }: { x: number; y: number; width: number },
  [px, py]: Place,
  proportion: number,
): boolean {
  return px > x - NEAR && px < x + width + NEAR && Math.abs(py - y) * proportion < NEAR;
}

const strokeOf = (page: number, path: readonly Place[]): Stroke => ({
  ...{ id: nanoid(), page },
  // Four figures are finer than a pen.
  path: path.map(([x, y]) => [Math.round(x * 1e4) / 1e4, Math.round(y * 1e4) / 1e4]),
});

const LAYER: CSSProperties = { position: 'absolute', inset: 0, touchAction: 'pinch-zoom' };
const PIN: CSSProperties = { ...LAYER, cursor: 'crosshair', touchAction: 'pan-y pinch-zoom' };
const PEN: CSSProperties = { ...LAYER, cursor: 'crosshair', touchAction: 'none' };

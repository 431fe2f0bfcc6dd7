import { nanoid } from 'nanoid';
import { useState } from 'react';
import { numberedPins, type Reading } from '@ravlo/contract';
import type { Marks } from './useMarks';

export type Tool = 'pin' | 'pen' | 'rub';
/** the whole page, its width, or so many times the whole page */
export type Zoom = 'page' | 'width' | number;
export type EyeTurn = 0 | 90 | 180 | 270;

const ZOOMS: readonly Zoom[] = ['page', 1.5, 2, 3];

/** How the work lies before the marker's eyes: which page, how large, turned how, and what is chosen. */
export function useDesk(reading: Reading, marks: Marks, count: number, partPage: number | null) {
  const [number, setNumber] = useState(partPage ?? 1);
  const [zoom, setZoom] = useState<Zoom>('page');
  const [eyeTurn, setTurn] = useState<EyeTurn>(0);
  const [tool, setTool] = useState<Tool>('pin');
  const [chosenId, setChosen] = useState<string | null>(null);
  const pins = numberedPins(marks.marking.pins);
  const at = Math.min(Math.max(1, number), count);
  const step = ZOOMS.indexOf(zoom);
  return {
    number: at,
    show(next: number) {
      setNumber(Math.min(count, Math.max(1, next)));
    },
    zoom,
    setZoom,
    larger: ZOOMS[Math.min(ZOOMS.length - 1, step + 1)] ?? 'page',
    smaller: ZOOMS[Math.max(0, step - 1)] ?? 'page',
    eyeTurn,
    turn: () => setTurn(((eyeTurn + 90) % 360) as EyeTurn),
    tool,
    setTool,
    pins,
    /** of the page that is shown */
    pinsHere: pins.filter(({ pin }) => pin.page === at),
    pinsElsewhere: pins.filter(({ pin }) => pin.page !== at),
    strokesHere: marks.marking.strokes.filter(({ page }) => page === at),
    chosenId,
    chosen: pins.find(({ pin }) => pin.id === chosenId) ?? null,
    choose(id: string | null) {
      setChosen(id);
      const page = pins.find(({ pin }) => pin.id === id)?.pin.page;
      if (page) setNumber(page);
    },
    /** Places are shares of the page. */
    addPin(x: number, y: number, width: number) {
      const id = nanoid();
      const clamp = (value: number) => Math.min(1, Math.max(0, value));
      marks.putPin({
        ...{ id, page: at, x: clamp(x), y: clamp(y), width: clamp(width), words: '' },
        points: null,
      });
      setChosen(id);
    },
    removeChosen() {
      if (chosenId) marks.removePin(chosenId);
      setChosen(null);
    },
    attemptId: reading.attempt.id,
  };
}

export type Desk = ReturnType<typeof useDesk>;

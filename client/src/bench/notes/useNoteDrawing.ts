import { nanoid } from 'nanoid';
import { useRef, useState, type PointerEvent } from 'react';
import type { Note, Turn } from '@ravlo/contract';
import { beginDrawing, continueDrawing, drawnNote, type Drawing } from './drawnNote';
import type { NotesState } from './useNotes';

export interface Spot {
  readonly x: number;
  readonly y: number;
}

export interface NoteDrawingOptions {
  readonly notes: NotesState;
  readonly turn: Turn;
  /** screen px a mm */
  readonly scale: number;
  /** where words are to stand, mm */
  readonly onType: (at: Spot) => void;
}

/** The gestures on a page that is being written on: pressing and dragging make notes. */
export function useNoteDrawing({ notes, turn, scale, onType }: NoteDrawingOptions) {
  const { mode, colour } = notes;
  const surface = useRef<HTMLDivElement>(null);
  const [drawing, setDrawing] = useState<Drawing | null>(null);

  const at = (event: PointerEvent): Spot => {
    const { left, top } = surface.current?.getBoundingClientRect() ?? { left: 0, top: 0 };
    return { x: (event.clientX - left) / scale, y: (event.clientY - top) / scale };
  };
  const noteOf = (drawn: Drawing): Note | null => drawnNote(drawn, { id: nanoid(), mode, colour, turn });

  return {
    surface,
    /** the note as it would be if the hand were lifted now */
    draft: drawing ? noteOf(drawing) : null,
    events: {
      onPointerDown: (event: PointerEvent<HTMLDivElement>) => {
        if (event.button !== 0) return;
        if (mode === 'select') {
          notes.choose(null);
          return;
        }
        event.stopPropagation();
        const { x, y } = at(event);
        if (mode === 'label') {
          // The press itself would take the focus from the field at once.
          event.preventDefault();
          onType({ x, y });
          return;
        }
        event.currentTarget.setPointerCapture(event.pointerId);
        setDrawing(beginDrawing(x, y, pressureOf(event)));
      },
      onPointerMove: (event: PointerEvent<HTMLDivElement>) => {
        if (!drawing) return;
        event.stopPropagation();
        const { x, y } = at(event);
        setDrawing(continueDrawing(drawing, x, y, pressureOf(event)));
      },
      onPointerUp: () => {
        const note = drawing && noteOf(drawing);
        setDrawing(null);
        if (note) notes.add(note);
      },
      onPointerCancel: () => setDrawing(null),
    },
  };
}

/** A pen says how hard it is pressed; fingers and mice do not. */
const pressureOf = (event: PointerEvent) => (event.pointerType === 'pen' ? event.pressure : 0.5);

import { layNotes, type StampWords } from '@ravlo/core/notes/layNotes';
import { nanoid } from 'nanoid';
import { useRef, useState, type CSSProperties, type PointerEvent } from 'react';
import type { Note, Recipe } from '@ravlo/contract';
import { cssColour } from '@/ui/MarksLayer';
import { colours, fonts } from '@/ui/tokens';
import type { View } from '../zoom';
import { moveNote, noteBox, scaleNote } from './noteEdits';
import { NoteHandle } from './NoteHandle';
import type { NotesState } from './useNotes';
import { widthOf } from './widthOf';

export interface NotesEditorProps {
  readonly recipe: Recipe;
  readonly size: { readonly width: number; readonly height: number };
  readonly place: View;
  readonly words: StampWords;
  readonly notes: NotesState;
}

/** A label's letters, a stroke's and an arrow's thickness to begin with, mm. */
const LABEL_SIZE = 6;
const STROKE_WIDTH = 0.8;
const ARROW_WIDTH = 0.9;
/** What is dragged less far is a slip, mm. */
const LEAST_DRAG = 3;
/** Points nearer than this add nothing, mm. */
const LEAST_STEP = 0.25;

interface Drawing {
  readonly x: number;
  readonly y: number;
  readonly points: (readonly [number, number, number])[];
}

/** Over the page: draws new notes, and moves and sizes those that are there. */
export function NotesEditor({ recipe, size, place, words, notes }: NotesEditorProps) {
  const { mode, colour } = notes;
  const [drawing, setDrawing] = useState<Drawing | null>(null);
  const [typing, setTyping] = useState<{ x: number; y: number } | null>(null);
  const surface = useRef<HTMLDivElement>(null);

  const at = (event: PointerEvent) => {
    const { left, top } = surface.current?.getBoundingClientRect() ?? { left: 0, top: 0 };
    return [(event.clientX - left) / place.scale, (event.clientY - top) / place.scale] as const;
  };
  const common = (x: number, y: number) => ({ id: nanoid(), turn: recipe.turn, x, y });

  const drawn = ({ x, y, points }: Drawing): Note | null => {
    const [dx, dy] = points[points.length - 1];
    const far = Math.hypot(dx, dy) >= LEAST_DRAG;
    if (mode === 'draw')
      return {
        ...common(x, y),
        kind: 'stroke',
        points: [...points] as [number, number, number][],
        width: STROKE_WIDTH,
        colour,
      };
    if (mode === 'arrow' && far)
      return { ...common(x, y), kind: 'arrow', dx, dy, width: ARROW_WIDTH, colour };
    if (mode === 'cover' && far) {
      const [width, height] = [Math.max(1, Math.abs(dx)), Math.max(1, Math.abs(dy))];
      return { ...common(Math.min(x, x + dx), Math.min(y, y + dy)), kind: 'cover', width, height };
    }
    return null;
  };

  const down = (event: PointerEvent<HTMLDivElement>) => {
    if (event.button !== 0) return;
    const [x, y] = at(event);
    if (mode === 'select') {
      notes.choose(null);
      return;
    }
    event.stopPropagation();
    if (mode === 'label') {
      // The press itself would take the focus from the field at once.
      event.preventDefault();
      setTyping({ x, y });
      return;
    }
    event.currentTarget.setPointerCapture(event.pointerId);
    setDrawing({ x, y, points: [[0, 0, pressureOf(event)]] });
  };
  const move = (event: PointerEvent<HTMLDivElement>) => {
    if (!drawing) return;
    event.stopPropagation();
    const [x, y] = at(event);
    const point = [x - drawing.x, y - drawing.y, pressureOf(event)] as const;
    const [lastX, lastY] = drawing.points[drawing.points.length - 1];
    if (Math.hypot(point[0] - lastX, point[1] - lastY) < LEAST_STEP) return;
    setDrawing({ ...drawing, points: [...drawing.points, point] });
  };
  const up = () => {
    if (!drawing) return;
    const note = drawn(drawing);
    setDrawing(null);
    if (note) notes.add(note);
  };
  const typed = (text: string) => {
    if (typing && text.trim())
      notes.add({
        ...common(typing.x, typing.y),
        kind: 'label',
        text: text.trim().slice(0, 200),
        size: LABEL_SIZE,
        colour,
      });
    setTyping(null);
  };
  const shownNote = drawing ? drawn(drawing) : null;
  const page = { size, turn: recipe.turn };

  return (
    <div
      ref={surface}
      data-testid="notes-surface"
      onPointerDown={down}
      onPointerMove={move}
      onPointerUp={up}
      onPointerCancel={() => setDrawing(null)}
      style={{
        position: 'absolute',
        left: place.left,
        top: place.top,
        width: size.width * place.scale,
        height: size.height * place.scale,
        cursor: mode === 'select' ? 'default' : 'crosshair',
        touchAction: 'none',
      }}
    >
      {shownNote ? (
        <svg aria-hidden viewBox={`0 0 ${size.width} ${size.height}`} style={fill}>
          {shownNote.kind === 'cover' ? (
            <rect
              x={shownNote.x}
              y={shownNote.y}
              width={shownNote.width}
              height={shownNote.height}
              fill="white"
              stroke={colours.pencil}
              strokeWidth={0.4}
            />
          ) : (
            layNotes([shownNote], page, words).map((mark) =>
              mark.kind === 'shape' ? (
                <path key={mark.noteId} d={mark.path} fill={cssColour(mark.colour)} />
              ) : null,
            )
          )}
        </svg>
      ) : null}
      {mode === 'select'
        ? notes.list.map((note) => (
            <NoteHandle
              key={note.id}
              note={note}
              box={noteBox(note, page, words, widthOf)}
              scale={place.scale}
              isChosen={note.id === notes.chosenId}
              onChoose={() => notes.choose(note.id)}
              onMove={(dx, dy) => notes.draft(moveNote(note, dx, dy, recipe.turn))}
              onSize={(factor) => notes.draft(scaleNote(note, factor))}
              onSettle={notes.settle}
              onStep={(dx, dy) => notes.put(moveNote(note, dx, dy, recipe.turn))}
              onRemove={() => notes.remove(note.id)}
            />
          ))
        : null}
      {typing ? (
        <input
          autoFocus
          aria-label="Words of the label"
          maxLength={200}
          onPointerDown={(event) => event.stopPropagation()}
          onKeyDown={(event) => {
            if (event.key === 'Enter') typed(event.currentTarget.value);
            if (event.key === 'Escape') setTyping(null);
          }}
          onBlur={(event) => typed(event.currentTarget.value)}
          style={{
            position: 'absolute',
            left: typing.x * place.scale,
            top: (typing.y - LABEL_SIZE) * place.scale,
            width: Math.max(120, (size.width - typing.x) * place.scale - 8),
            fontFamily: fonts.regular,
            fontSize: Math.max(16, LABEL_SIZE * place.scale),
            color: cssColour(colour),
            background: 'rgba(255, 255, 255, 0.9)',
            border: 'none',
            borderBottom: `2px solid ${colours.pencil}`,
            padding: 0,
          }}
        />
      ) : null}
    </div>
  );
}

/** A pen says how hard it is pressed; fingers and mice do not. */
const pressureOf = (event: PointerEvent) => (event.pointerType === 'pen' ? event.pressure : 0.5);

const fill: CSSProperties = {
  position: 'absolute',
  inset: 0,
  width: '100%',
  height: '100%',
  pointerEvents: 'none',
};

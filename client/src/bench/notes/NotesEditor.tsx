import type { StampWords } from '@ravlo/core/geometry';
import { nanoid } from 'nanoid';
import { useState } from 'react';
import type { Recipe } from '@ravlo/contract';
import type { View } from '../zoom/zoom';
import { DraftNote } from './DraftNote';
import { LabelField } from './LabelField';
import { moveNote, noteBox, scaleNote } from './noteEdits';
import { NoteHandle } from './NoteHandle';
import { useNoteDrawing, type Spot } from './useNoteDrawing';
import type { NotesState } from './useNotes';
import { widthOf } from './widthOf';

export interface NotesEditorProps {
  readonly recipe: Recipe;
  readonly size: { readonly width: number; readonly height: number };
  readonly place: View;
  readonly words: StampWords;
  readonly notes: NotesState;
}

/** A new label's letters, mm. */
const LABEL_SIZE = 6;
const MOST_LETTERS = 200;

/** Over the page: draws new notes, and moves and sizes those that are there. */
export function NotesEditor({ recipe, size, place, words, notes }: NotesEditorProps) {
  const { turn } = recipe;
  const { mode, colour } = notes;
  const { scale } = place;
  const [typing, setTyping] = useState<Spot | null>(null);
  const { surface, draft, events } = useNoteDrawing({ notes, turn, scale, onType: setTyping });

  const typed = (text: string) => {
    const label = text.trim().slice(0, MOST_LETTERS);
    if (typing && label)
      notes.add({ id: nanoid(), turn, ...typing, kind: 'label', text: label, size: LABEL_SIZE, colour });
    setTyping(null);
  };

  return (
    <div
      ref={surface}
      data-testid="notes-surface"
      {...events}
      style={{
        position: 'absolute',
        left: place.left,
        top: place.top,
        width: size.width * scale,
        height: size.height * scale,
        cursor: mode === 'select' ? 'default' : 'crosshair',
        touchAction: 'none',
      }}
    >
      {draft ? <DraftNote note={draft} size={size} turn={turn} words={words} /> : null}
      {mode === 'select'
        ? notes.list.map((note) => (
            <NoteHandle
              key={note.id}
              note={note}
              box={noteBox(note, { size, turn }, words, widthOf)}
              scale={scale}
              isChosen={note.id === notes.chosenId}
              onChoose={() => notes.choose(note.id)}
              onMove={(dx, dy) => notes.draft(moveNote(note, dx, dy, turn))}
              onSize={(factor) => notes.draft(scaleNote(note, factor))}
              onSettle={notes.settle}
              onStep={(dx, dy) => notes.put(moveNote(note, dx, dy, turn))}
              onRemove={() => notes.remove(note.id)}
            />
          ))
        : null}
      {typing ? (
        <LabelField
          left={typing.x * scale}
          top={(typing.y - LABEL_SIZE) * scale}
          width={Math.max(120, (size.width - typing.x) * scale - 8)}
          size={LABEL_SIZE * scale}
          colour={colour}
          onTyped={typed}
          onGiveUp={() => setTyping(null)}
        />
      ) : null}
    </div>
  );
}

import { hasRoomFor, type Note, type NoteColour, type Page } from '@ravlo/contract';
import { useState } from 'react';
import { changeRecipe } from '@/packet/editing';
import { told } from '@/packet/troublesSlice';
import { selectRecipe } from '@/packet/editsSlice';
import { useAppDispatch, useAppSelector } from '@/packet/store';
import type { Trouble } from '@/packet/trouble';
import { recolour, sayNote, scaleNote } from './noteEdits';

export type NoteMode = 'select' | 'label' | 'draw' | 'arrow' | 'cover';

const PAGE_FULL: Trouble = {
  kind: 'page-full',
  detail:
    'This page is full: no more notes fit on it. Those that are there are safe; take some away to add others.',
};

/** A page's notes while they are being worked on. */
export function useNotes(page: Page | null) {
  const dispatch = useAppDispatch();
  const recipe = useAppSelector((state) => (page ? selectRecipe(state, page) : null));
  const [mode, setMode] = useState<NoteMode>('select');
  const [colour, setColour] = useState<NoteColour>('ink');
  const [chosenId, setChosenId] = useState<string | null>(null);
  /** the note that is being dragged, as it would be */
  const [moving, setMoving] = useState<Note | null>(null);

  const saved = recipe?.notes ?? [];
  const list = moving ? saved.map((note) => (note.id === moving.id ? moving : note)) : saved;
  const chosen = list.find(({ id }) => id === chosenId) ?? null;
  const change = (make: (notes: readonly Note[]) => readonly Note[], what: string) => {
    if (page) dispatch(changeRecipe(page, (now) => ({ ...now, notes: [...make(now.notes ?? [])] }), what));
  };
  const put = (note: Note) =>
    change(
      (notes) => notes.map((other) => (other.id === note.id ? note : other)),
      sayNote(note).toLowerCase(),
    );

  return {
    mode,
    setMode: (next: NoteMode) => {
      setMode(next);
      setChosenId(null);
    },
    colour,
    list,
    chosen,
    chosenId,
    choose: setChosenId,
    add: (note: Note) => {
      if (!hasRoomFor(saved, note)) {
        dispatch(told(PAGE_FULL));
        return;
      }
      change((notes) => [...notes, note], sayNote(note).toLowerCase());
      setChosenId(note.id);
      // Strokes come many at a time; all else is put down once and then moved.
      if (note.kind !== 'stroke') setMode('select');
    },
    /** shows a change without saving it */
    draft: setMoving,
    settle: () => {
      if (moving) put(moving);
      setMoving(null);
    },
    put,
    remove: (id: string) => change((notes) => notes.filter((note) => note.id !== id), 'a note taken away'),
    setColour: (next: NoteColour) => {
      setColour(next);
      if (chosen) put(recolour(chosen, next));
    },
    scale: (factor: number) => chosen && put(scaleNote(chosen, factor)),
    /** the recipe with what is being dragged where it would be */
    shown: recipe && moving ? { ...recipe, notes: list } : recipe,
    isMoving: moving !== null,
  };
}

export type NotesState = ReturnType<typeof useNotes>;

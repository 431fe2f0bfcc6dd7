import { createSlice, type PayloadAction, type WithSlice } from '@reduxjs/toolkit';
import { joinMarkEdits, type MarkEdit } from '@ravlo/contract';
import { rootReducer, type RootState } from '@/packet/store';

/** What was said of one attempt and has not been saved yet. */
export interface UnsavedMarks {
  /** on their way */
  readonly sending: readonly MarkEdit[];
  /** to be sent next */
  readonly pending: readonly MarkEdit[];
  /** why the last try failed; it is tried again */
  readonly trouble: string | null;
  /** what another marker has changed meanwhile, by keys: theirs stands */
  readonly clashes: readonly string[];
  /** what can be taken back, the last last */
  readonly steps: readonly MarkEdit[];
}

type MarksState = Readonly<Record<string, UnsavedMarks>>;

export const NO_MARKS: UnsavedMarks = { sending: [], pending: [], trouble: null, clashes: [], steps: [] };

/** Further back nobody goes. */
const MOST_STEPS = 100;

const initialState: MarksState = {};

export const marksSlice = createSlice({
  name: 'marks',
  initialState,
  reducers: {
    /** Something was said. @param isStep it can be taken back */
    said(state, { payload }: PayloadAction<{ id: string; edit: MarkEdit; isStep: boolean }>) {
      const { id, edit, isStep } = payload;
      const marks = state[id] ?? NO_MARKS;
      const steps = isStep ? joinedStep(marks.steps, edit) : marks.steps;
      state[id] = { ...marks, pending: joinMarkEdits(marks.pending, edit), steps: steps.slice(-MOST_STEPS) };
    },
    stepTaken(state, { payload: id }: PayloadAction<string>) {
      const marks = state[id];
      if (marks) state[id] = { ...marks, steps: marks.steps.slice(0, -1) };
    },
    sendingBegan(state, { payload: id }: PayloadAction<string>) {
      const marks = state[id];
      if (marks) state[id] = { ...marks, sending: marks.pending, pending: [] };
    },
    saved(state, { payload }: PayloadAction<{ id: string; clashes: readonly string[] }>) {
      const marks = state[payload.id];
      if (marks)
        state[payload.id] = {
          ...marks,
          sending: [],
          trouble: null,
          clashes: [...marks.clashes, ...payload.clashes],
        };
    },
    /** What was on its way waits again, in front of what was said since. @param isRefused it never goes, and is let go */
    failed(state, { payload }: PayloadAction<{ id: string; trouble: string; isRefused: boolean }>) {
      const { id, trouble, isRefused } = payload;
      const marks = state[id];
      if (!marks) return;
      const waiting = isRefused ? [] : marks.sending;
      state[id] = {
        ...marks,
        sending: [],
        pending: marks.pending.reduce(joinMarkEdits, [...waiting]),
        trouble,
      };
    },
    clashesSeen(state, { payload: id }: PayloadAction<string>) {
      const marks = state[id];
      if (marks) state[id] = { ...marks, clashes: [], trouble: null };
    },
    /** What a window that was closed had not saved. */
    tookUp(state, { payload }: PayloadAction<{ id: string; edits: readonly MarkEdit[] }>) {
      const marks = state[payload.id] ?? NO_MARKS;
      if (marks.pending.length === 0 && marks.sending.length === 0)
        state[payload.id] = { ...marks, pending: [...payload.edits] };
    },
  },
});

/** Typing in one field is one step. */
function joinedStep(steps: readonly MarkEdit[], edit: MarkEdit): readonly MarkEdit[] {
  const last = steps.at(-1);
  const isTyping = edit.of === 'comment' && last?.of === 'comment';
  return isTyping ? [...steps.slice(0, -1), { ...edit, from: last.from }] : [...steps, edit];
}

declare module '@/packet/store' {
  interface InjectedSlices extends WithSlice<typeof marksSlice> {}
}

const injected = marksSlice.injectInto(rootReducer);

export const selectMarks = (state: RootState, id: string): UnsavedMarks =>
  injected.selectSlice(state)[id] ?? NO_MARKS;
export const { said, stepTaken, sendingBegan, saved, failed, clashesSeen, tookUp } = marksSlice.actions;

import { createSlice, type PayloadAction } from '@reduxjs/toolkit';
import { fieldsOf, patchFacts, patchRecipe, type PacketFacts, type Page, type Recipe } from '@ravlo/contract';
import {
  dropParts,
  firstOf,
  growClash,
  idOf,
  isNothing,
  joinEdits,
  keepEdits,
  NO_EDITS,
  pendingOf,
  type Clash,
  type Edits,
  type Step,
} from './pendingEdits';

/**
 * What a person has done to packets in this window: edits that the server does not have yet, and the steps that can be
 * taken back and done again. One record a packet, kept in the browser as a whole.
 *
 * An edit goes from `waiting` to `sending`, and out when the server has it. What is being sent stays as it was sent until
 * its answer is known: sent again after a lost answer it says the same, and the server takes it for done. What is edited
 * meanwhile is joined in `waiting`.
 */

export interface PacketEdits {
  /** on its way; null when nothing is */
  readonly sending: Edits | null;
  readonly waiting: Edits;
  /** oldest first */
  readonly past: readonly Step[];
  /** what was taken back, the next to be done again last */
  readonly future: readonly Step[];
  readonly clashes: readonly Clash[];
}

export const NOTHING_DONE: PacketEdits = {
  sending: null,
  waiting: NO_EDITS,
  past: [],
  future: [],
  clashes: [],
};
/** Steps that can be taken back. */
export const MOST_STEPS = 200;
/** The steps that the shelf remembers (packets that were deleted) stand under this in place of a packet's id. */
export const SHELF = 'shelf';

interface EditsState {
  readonly packets: Readonly<Record<string, PacketEdits>>;
  /** pages as the server has answered them, where a copy that was fetched earlier may come in later */
  readonly newest: Readonly<Record<string, Page>>;
  /** false when this browser could not keep the record: leaving the page would lose what is not saved */
  readonly isKept: boolean;
}

const initialState: EditsState = { packets: {}, newest: {}, isKept: true };

/** What became of edits that the server did not take. */
export interface Refusal {
  readonly clashes: readonly Clash[];
  /** pages and packets whose edits can never be made */
  readonly dropped: readonly string[];
  /** what has to be sent once more */
  readonly again: Edits;
}

type OfPacket<T> = PayloadAction<{ readonly packetId: string } & T>;

const update = (
  state: EditsState,
  packetId: string,
  change: (edits: PacketEdits) => Partial<PacketEdits>,
): EditsState => {
  const now = state.packets[packetId] ?? NOTHING_DONE;
  return { ...state, packets: { ...state.packets, [packetId]: { ...now, ...change(now) } } };
};

export const editsSlice = createSlice({
  name: 'edits',
  initialState,
  reducers: {
    /** what an earlier visit left; what has been done here since then comes after it */
    loaded: (state, { payload: { packetId, record } }: OfPacket<{ record: PacketEdits }>) =>
      update(state, packetId, (now) => ({
        sending: record.sending,
        waiting: joinEdits(record.waiting, now.waiting),
        past: [...record.past, ...now.past].slice(-MOST_STEPS),
        future: now.past.length > 0 ? [] : record.future,
        clashes: [...record.clashes, ...now.clashes],
      })),
    /** edits wait to be sent; with a step when a person has just made them */
    edited: (state, { payload: { packetId, edits, step } }: OfPacket<{ edits: Edits; step?: Step }>) =>
      update(state, packetId, (now) => ({
        waiting: joinEdits(now.waiting, edits),
        ...(step ? addStep(now, step) : null),
      })),
    stepped: (state, { payload: { packetId, step } }: OfPacket<{ step: Step }>) =>
      update(state, packetId, (now) => addStep(now, step)),
    undone: (state, { payload: packetId }: PayloadAction<string>) =>
      update(state, packetId, ({ past, future }) => {
        const step = past.at(-1);
        return step ? { past: past.slice(0, -1), future: [...future, step] } : {};
      }),
    redone: (state, { payload: packetId }: PayloadAction<string>) =>
      update(state, packetId, ({ past, future }) => {
        const step = future.at(-1);
        return step ? { past: [...past, step], future: future.slice(0, -1) } : {};
      }),
    sendingBegan: (state, { payload: packetId }: PayloadAction<string>) =>
      update(state, packetId, ({ sending, waiting }) =>
        sending ? {} : { sending: waiting, waiting: NO_EDITS },
      ),
    saved: (state, { payload: { packetId, pages } }: OfPacket<{ pages: readonly Page[] }>) =>
      noteNewest(
        update(state, packetId, () => ({ sending: null })),
        pages,
      ),
    /** all but the first of what was refused together goes back: one bad edit does not take the others along */
    takenApart: (state, { payload: packetId }: PayloadAction<string>) =>
      update(state, packetId, ({ sending, waiting }) => {
        const [first, rest] = firstOf(sending ?? NO_EDITS);
        return { sending: first, waiting: joinEdits(rest, waiting) };
      }),
    /**
     * The server has said no: what met another window's edit becomes a clash, with what was edited on top of it; what is
     * gone, or can never be, goes with its steps; the rest is sent again.
     */
    refused: (state, { payload }: OfPacket<Refusal>) => {
      const { packetId, clashes, dropped, again } = payload;
      const isDropped = (id: string) => dropped.includes(id);
      const next = update(state, packetId, (now) => {
        const steps = dropped.flatMap((id) =>
          [now.sending ?? NO_EDITS, now.waiting].flatMap((edits) => pendingOf(edits, id)?.steps ?? []),
        );
        const [grown, waiting] = clashes.reduce(growClash, [[], now.waiting]);
        const ids = grown.map(idOf);
        return {
          sending: null,
          waiting: keepEdits(joinEdits(again, waiting), (id) => !isDropped(id)),
          clashes: [...now.clashes.filter((clash) => !ids.includes(idOf(clash))), ...grown],
          ...dropParts(now, steps, isDropped),
        };
      });
      return noteNewest(
        next,
        clashes.flatMap((clash) => (clash.about === 'page' ? clash.page : [])),
      );
    },
    /** the person takes what the other window has made: the refused edit goes, and its part of a step with it */
    gaveWay: (state, { payload: { packetId, clash } }: OfPacket<{ clash: Clash }>) =>
      update(state, packetId, (now) => ({
        clashes: now.clashes.filter((other) => idOf(other) !== idOf(clash)),
        ...dropParts(now, clash.steps, (id) => id === idOf(clash), fieldsOf(clash.patch)),
      })),
    /** the person keeps theirs: it is an edit again, made on what is there now */
    insisted: (state, { payload: { packetId, clash, edits } }: OfPacket<{ clash: Clash; edits: Edits }>) =>
      update(state, packetId, (now) => ({
        clashes: now.clashes.filter((other) => idOf(other) !== idOf(clash)),
        waiting: joinEdits(edits, now.waiting),
      })),
    keptOrNot: (state, { payload: isKept }: PayloadAction<boolean>) => ({ ...state, isKept }),
  },
});

export const {
  loaded,
  edited,
  stepped,
  undone,
  redone,
  sendingBegan,
  saved,
  takenApart,
  refused,
  gaveWay,
  insisted,
  keptOrNot,
} = editsSlice.actions;

const addStep = ({ past }: PacketEdits, step: Step): Partial<PacketEdits> => ({
  past: [...past, step].slice(-MOST_STEPS),
  future: [],
});

function noteNewest(state: EditsState, pages: readonly Page[]): EditsState {
  const newer = pages.filter((page) => page.version > (state.newest[page.id]?.version ?? 0));
  if (newer.length === 0) return state;
  return {
    ...state,
    newest: { ...state.newest, ...Object.fromEntries(newer.map((page) => [page.id, page])) },
  };
}

export interface WithEdits {
  readonly edits: EditsState;
}

export const selectPacketEdits = ({ edits }: WithEdits, packetId: string): PacketEdits =>
  edits.packets[packetId] ?? NOTHING_DONE;
/** What would be taken back next; null when there is nothing. */
export const selectUndoStep = (state: WithEdits, packetId: string): Step | null =>
  selectPacketEdits(state, packetId).past.at(-1) ?? null;
export const selectRedoStep = (state: WithEdits, packetId: string): Step | null =>
  selectPacketEdits(state, packetId).future.at(-1) ?? null;
/** True while something that a person has done is not on the server. */
export const selectIsUnsaved = ({ edits }: WithEdits): boolean =>
  Object.values(edits.packets).some(
    ({ sending, waiting, clashes }) => sending !== null || !isNothing(waiting) || clashes.length > 0,
  );
export const selectIsKept = ({ edits }: WithEdits): boolean => edits.isKept;

const recipes = new WeakMap<Page, { readonly patches: readonly unknown[]; readonly recipe: Recipe }>();

/** The recipe that a page has for the person, saved or not. */
export function selectRecipe({ edits }: WithEdits, page: Page): Recipe {
  const newest = edits.newest[page.id];
  const now = newest && newest.version > page.version ? newest : page;
  const patches = pendingPatches(edits, ({ pages }) => pages[page.id]?.patch);
  const known = recipes.get(now);
  if (known && known.patches.length === patches.length && patches.every((p, i) => p === known.patches[i]))
    return known.recipe;
  const recipe = patches.reduce(patchRecipe, now.recipe);
  recipes.set(now, { patches, recipe });
  return recipe;
}

/** A packet's name, paper and look as they are for the person, saved or not. */
export function selectFacts<F extends PacketFacts & { readonly id: string }>(
  { edits }: WithEdits,
  packet: F,
): F {
  return pendingPatches(edits, ({ facts }) => facts[packet.id]?.patch).reduce(
    (facts, patch) => patchFacts(facts, patch),
    packet,
  );
}

function pendingPatches<P>({ packets }: EditsState, pick: (edits: Edits) => P | undefined): P[] {
  const all = Object.values(packets);
  return [...all.map(({ sending }) => sending), ...all.map(({ waiting }) => waiting)].flatMap((edits) => {
    const patch = edits ? pick(edits) : undefined;
    return patch === undefined ? [] : [patch];
  });
}

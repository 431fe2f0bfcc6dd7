import { createSlice, type PayloadAction } from '@reduxjs/toolkit';
import {
  fieldsOf,
  isEmptyPatch,
  joinPatches,
  patchFacts,
  patchRecipe,
  type Arrange,
  type Packet,
  type PacketFacts,
  type PacketPatch,
  type Page,
  type Recipe,
  type RecipePatch,
} from '@ravlo/contract';

/**
 * What a person has done to packets in this window: edits that the server does not have yet, and the steps that can be
 * taken back and done again. One record a packet, kept in the browser as a whole.
 *
 * An edit goes from `waiting` to `sending`, and out when the server has it. What is being sent stays as it was sent until
 * its answer is known: sent again after a lost answer it says the same, and the server takes it for done. What is edited
 * meanwhile is joined in `waiting`.
 */

export type PacketPages = Arrange['packets'][number];

export interface PageEdit {
  readonly pageId: string;
  readonly patch: RecipePatch;
}

/** One thing that a person did to a packet, with all that it takes to do it back and again. */
export type Step = { readonly id: string; readonly at: number; readonly what: string } & (
  | { readonly kind: 'pages'; readonly edits: readonly PageEdit[] }
  | { readonly kind: 'facts'; readonly packetId: string; readonly patch: PacketPatch }
  | { readonly kind: 'deleted'; readonly packetId: string }
  | {
      readonly kind: 'arrangement';
      readonly before: readonly PacketPages[];
      readonly after: readonly PacketPages[];
    }
);

/** Edits of one thing, joined, and the steps that they came from. */
export interface Pending<P> {
  readonly patch: P;
  readonly steps: readonly string[];
}

export interface Edits {
  readonly pages: Readonly<Record<string, Pending<RecipePatch>>>;
  /** by packet */
  readonly facts: Readonly<Record<string, Pending<PacketPatch>>>;
}

/** An edit that met another window's: the person says which of the two stays. */
export type Clash =
  | ({ readonly about: 'page'; readonly page: Page } & Pending<RecipePatch>)
  | ({ readonly about: 'packet'; readonly packet: Packet } & Pending<PacketPatch>);

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

export const NO_EDITS: Edits = { pages: {}, facts: {} };
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

const slice = createSlice({
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
    seen: (state, { payload: pages }: PayloadAction<readonly Page[]>) => noteNewest(state, pages),
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

export const editsReducer = slice.reducer;
export const {
  loaded,
  edited,
  stepped,
  undone,
  redone,
  sendingBegan,
  saved,
  seen,
  takenApart,
  refused,
  gaveWay,
  insisted,
  keptOrNot,
} = slice.actions;

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

export const idOf = (clash: Clash): string => (clash.about === 'page' ? clash.page.id : clash.packet.id);

const pendingOf = ({ pages, facts }: Edits, id: string): Pending<unknown> | undefined =>
  pages[id] ?? facts[id];

export const isNothing = ({ pages, facts }: Edits): boolean =>
  Object.keys(pages).length === 0 && Object.keys(facts).length === 0;

export const countEdits = ({ pages, facts }: Edits): number =>
  Object.keys(pages).length + Object.keys(facts).length;

/** Edits and those made after them, as one. What comes back to where it was is left out. */
export function joinEdits(first: Edits, second: Edits): Edits {
  return { pages: joinAll(first.pages, second.pages), facts: joinAll(first.facts, second.facts) };
}

function joinAll<P extends RecipePatch | PacketPatch>(
  first: Readonly<Record<string, Pending<P>>>,
  second: Readonly<Record<string, Pending<P>>>,
): Record<string, Pending<P>> {
  const joined: Record<string, Pending<P>> = { ...first };
  for (const [id, { patch, steps }] of Object.entries(second)) {
    const before = joined[id] as Pending<P> | undefined;
    const both = before ? joinPatches(before.patch, patch) : patch;
    if (isEmptyPatch(both)) delete joined[id];
    else joined[id] = { patch: both, steps: [...new Set([...(before?.steps ?? []), ...steps])] };
  }
  return joined;
}

/** Takes what waits of the very fields that clash into the clash: it was made on top of them. */
function growClash(
  [grown, waiting]: readonly [readonly Clash[], Edits],
  clash: Clash,
): readonly [readonly Clash[], Edits] {
  const id = idOf(clash);
  const on = pendingOf(waiting, id) as Pending<never> | undefined;
  if (!on) return [[...grown, clash], waiting];
  const [same, other] = splitPatch(on.patch, fieldsOf(clash.patch));
  const patch = joinPatches(clash.patch as never, same);
  const rest = keepEdits(waiting, (each) => each !== id);
  const left: Edits = isEmptyPatch(other)
    ? rest
    : clash.about === 'page'
      ? { ...rest, pages: { ...rest.pages, [id]: { ...on, patch: other } } }
      : { ...rest, facts: { ...rest.facts, [id]: { ...on, patch: other } } };
  return [[...grown, { ...clash, patch, steps: [...clash.steps, ...on.steps] }], left];
}

/** The part of a patch that names some fields, and the part that does not. */
export function splitPatch<P extends RecipePatch | PacketPatch>(patch: P, fields: readonly string[]): [P, P] {
  const part = (isIn: boolean) =>
    Object.fromEntries(Object.entries(patch).filter(([name]) => fields.includes(name) === isIn)) as P;
  return [part(true), part(false)];
}

function keepEdits({ pages, facts }: Edits, keeps: (id: string) => boolean): Edits {
  const only = <T>(all: Readonly<Record<string, T>>) =>
    Object.fromEntries(Object.entries(all).filter(([id]) => keeps(id)));
  return { pages: only(pages), facts: only(facts) };
}

function firstOf(edits: Edits): [Edits, Edits] {
  const [first] = [...Object.keys(edits.facts), ...Object.keys(edits.pages)];
  return [keepEdits(edits, (id) => id === first), keepEdits(edits, (id) => id !== first)];
}

/** Takes what was refused out of the steps that it came from; a step of which nothing is left goes. */
function dropParts(
  { past, future }: PacketEdits,
  stepIds: readonly string[],
  isRefused: (id: string) => boolean,
  fields?: readonly string[],
): Pick<PacketEdits, 'past' | 'future'> {
  const without = <P extends RecipePatch | PacketPatch>(patch: P): P =>
    fields ? splitPatch(patch, fields)[1] : ({} as P);
  const drop = (steps: readonly Step[]) =>
    steps.flatMap((step): Step[] => {
      if (!stepIds.includes(step.id)) return [step];
      if (step.kind === 'facts') {
        const patch = isRefused(step.packetId) ? without(step.patch) : step.patch;
        return isEmptyPatch(patch) ? [] : [{ ...step, patch }];
      }
      if (step.kind !== 'pages') return [step];
      const edits = step.edits
        .map((edit) => (isRefused(edit.pageId) ? { ...edit, patch: without(edit.patch) } : edit))
        .filter(({ patch }) => !isEmptyPatch(patch));
      return edits.length > 0 ? [{ ...step, edits }] : [];
    });
  return { past: drop(past), future: drop(future) };
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

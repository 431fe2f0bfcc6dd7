import {
  fieldsOf,
  isEmptyPatch,
  joinPatches,
  type Arrange,
  type Packet,
  type PacketPatch,
  type Page,
  type RecipePatch,
} from '@ravlo/contract';

/** Edits that the server does not have yet, the steps that they came from, and what two windows have both changed. */

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

export const NO_EDITS: Edits = { pages: {}, facts: {} };

export const idOf = (clash: Clash): string => (clash.about === 'page' ? clash.page.id : clash.packet.id);

export const pendingOf = ({ pages, facts }: Edits, id: string): Pending<unknown> | undefined =>
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
export function growClash(
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

export function keepEdits({ pages, facts }: Edits, keeps: (id: string) => boolean): Edits {
  const only = <T>(all: Readonly<Record<string, T>>) =>
    Object.fromEntries(Object.entries(all).filter(([id]) => keeps(id)));
  return { pages: only(pages), facts: only(facts) };
}

export function firstOf(edits: Edits): [Edits, Edits] {
  const [first] = [...Object.keys(edits.facts), ...Object.keys(edits.pages)];
  return [keepEdits(edits, (id) => id === first), keepEdits(edits, (id) => id !== first)];
}

/** Takes what was refused out of the steps that it came from; a step of which nothing is left goes. */
export function dropParts(
  { past, future }: { readonly past: readonly Step[]; readonly future: readonly Step[] },
  stepIds: readonly string[],
  isRefused: (id: string) => boolean,
  fields?: readonly string[],
): { past: Step[]; future: Step[] } {
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

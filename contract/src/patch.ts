import { z } from 'zod';
import { noteSchema, type Note } from './notes';
import {
  idSchema,
  marginSchema,
  packetNameSchema,
  paperSchema,
  sizeLimitSchema,
  type PacketFacts,
} from './packet';
import {
  FRESH_RECIPE,
  levelSchema,
  lookSchema,
  pagePartSchema,
  recipeOutlineSchema,
  recipeTuningSchema,
  waySchema,
} from './recipe';
import { turnSchema } from './turn';
import type { Recipe } from './recipe';

/**
 * Edits as patches: which fields are changed, what they were and what they become. A patch can be turned round (undo),
 * joined with the next one, and laid over a thing that somebody else has changed elsewhere in the meantime.
 */

const change = <S extends z.ZodType>(value: S) => z.object({ from: value, to: value });

const noteChange = z.object({
  from: noteSchema.nullable(),
  to: noteSchema.nullable(),
  /** where it lies among the notes: the first is drawn first */
  at: z.number().int().nonnegative(),
});

/** A change of a recipe; null where a field is left out. Notes are changed one by one, by their ids. */
export const recipePatchSchema = z
  .object({
    outline: change(recipeOutlineSchema),
    turn: change(turnSchema),
    way: change(waySchema.nullable()),
    look: change(lookSchema),
    tuning: change(recipeTuningSchema.nullable()),
    level: change(levelSchema.nullable()),
    part: change(pagePartSchema.nullable()),
    notes: z.record(z.string(), noteChange),
  })
  .partial();
export type RecipePatch = z.infer<typeof recipePatchSchema>;

/** A change of a packet's own facts. */
export const packetPatchSchema = z
  .object({
    name: z.object({ from: z.string(), to: packetNameSchema }),
    paper: change(paperSchema),
    look: change(lookSchema.nullable()),
    margin: change(marginSchema),
    isUpright: change(z.boolean()),
    mostBytes: change(sizeLimitSchema.nullable()),
    isSigned: change(z.boolean()),
    briefId: change(idSchema.nullable()),
  })
  .partial();
export type PacketPatch = z.infer<typeof packetPatchSchema>;

interface Change {
  readonly from: unknown;
  readonly to: unknown;
}
type Changes = Readonly<Record<string, Change>>;
type Fields = Readonly<Record<string, unknown>>;

const RECIPE_FIELDS = ['outline', 'turn', 'way', 'look', 'tuning', 'level', 'part'] as const;
const PACKET_FIELDS = [
  'name',
  'paper',
  'look',
  'margin',
  'isUpright',
  'mostBytes',
  'isSigned',
  'briefId',
] as const;

/** Whether two plain values say the same; a field that is undefined counts as left out. */
export function isSame(a: unknown, b: unknown): boolean {
  if (a === b) return true;
  if (typeof a !== 'object' || typeof b !== 'object' || a === null || b === null) return false;
  if (Array.isArray(a) !== Array.isArray(b)) return false;
  const [one, other] = [a as Fields, b as Fields];
  return [...new Set([...Object.keys(one), ...Object.keys(other)])].every((key) =>
    isSame(one[key], other[key]),
  );
}

/** What makes one recipe of another. */
export function diffRecipes(before: Recipe, after: Recipe): RecipePatch {
  const patch: RecipePatch = diffFields(RECIPE_FIELDS, before, after);
  const [old, now] = [before.notes ?? [], after.notes ?? []];
  if (old === now) return patch;
  const ids = new Set([...old, ...now].map(({ id }) => id));
  const notes: NonNullable<RecipePatch['notes']> = {};
  for (const id of ids) {
    const [was, is] = [old.findIndex((note) => note.id === id), now.findIndex((note) => note.id === id)];
    const entry = { from: old[was] ?? null, to: now[is] ?? null, at: Math.max(0, is < 0 ? was : is) };
    if (!isSame(entry.from, entry.to)) notes[id] = entry;
  }
  return Object.keys(notes).length > 0 ? { ...patch, notes } : patch;
}

/** What makes a packet's facts of others. */
export const diffFacts = (before: PacketFacts, after: PacketFacts): PacketPatch =>
  diffFields(PACKET_FIELDS, before, after);

function diffFields(names: readonly string[], before: object, after: object): Record<string, never> {
  const patch: Record<string, Change> = {};
  for (const name of names) {
    const [from, to] = [(before as Fields)[name] ?? null, (after as Fields)[name] ?? null];
    if (!isSame(from, to)) patch[name] = { from, to };
  }
  // The names are those of a patch, and every value is one of its field.
  return patch as Record<string, never>;
}

export const isEmptyPatch = (patch: RecipePatch | PacketPatch): boolean => Object.keys(patch).length === 0;

/** The patch that takes a patch back. */
export function invertPatch<P extends RecipePatch | PacketPatch>(patch: P): P {
  return mapChanges(patch, ({ from, to, ...rest }) => ({ ...rest, from: to, to: from }));
}

/** One patch that does what two do, one after the other; what comes back to where it was is left out. */
export function joinPatches<P extends RecipePatch | PacketPatch>(first: P, second: P): P {
  const joined = joinChanges(flat(first), flat(second));
  return unflat(joined) as P;
}

function joinChanges(first: Changes, second: Changes): Changes {
  const joined: Record<string, Change> = { ...first };
  for (const [name, next] of Object.entries(second)) {
    const before = first[name];
    const from = before ? before.from : next.from;
    if (isSame(from, next.to)) delete joined[name];
    else joined[name] = { ...next, from };
  }
  return joined;
}

/** The fields that a patch names, in words: `notes` once for all notes. */
export const fieldsOf = (patch: RecipePatch | PacketPatch): string[] => Object.keys(patch);

/** A patch as it meets a thing that may have been changed since: what still holds, and what does not. */
export interface Met<P> {
  /** the part whose fields are as the patch says that they were, or already as it wants them */
  readonly holds: P;
  /** the part whose fields somebody else has changed */
  readonly differs: P;
}

export interface MeetOptions {
  /** what Ravlo found by itself: it never stands against a person who had seen the photo before that */
  readonly found?: Pick<Recipe, 'outline' | 'turn' | 'way'> | null;
}

/** Holds a patch against a recipe as it is now. */
export function meetRecipe(
  recipe: Recipe,
  patch: RecipePatch,
  { found }: MeetOptions = {},
): Met<RecipePatch> {
  const now = flatRecipe(recipe);
  const isFound = (name: string, from: unknown) =>
    (name === 'outline' || name === 'turn') &&
    isSame(from, FRESH_RECIPE[name]) &&
    isSame(now[name], found?.[name]);
  return meet(flat(patch), (name, { from, to }) => {
    const is = now[name] ?? null;
    return isSame(is, from) || isSame(is, to) || isFound(name, from);
  });
}

/** Holds a patch against a packet's facts as they are now. */
export function meetFacts(facts: PacketFacts, patch: PacketPatch): Met<PacketPatch> {
  const now: Fields = { ...facts };
  return meet(flat(patch), (name, { from, to }) => isSame(now[name], from) || isSame(now[name], to));
}

function meet<P>(patch: Changes, holds: (name: string, change: Change) => boolean): Met<P> {
  const all = Object.entries(patch);
  const part = (wanted: boolean) =>
    unflat(Object.fromEntries(all.filter(([name, entry]) => holds(name, entry) === wanted))) as P;
  return { holds: part(true), differs: part(false) };
}

/** A recipe with the fields of a patch as the patch wants them, whatever they were. */
export function patchRecipe(recipe: Recipe, { notes, ...fields }: RecipePatch): Recipe {
  const next: Record<string, unknown> = { ...recipe };
  for (const [name, { to }] of Object.entries(fields as Changes)) {
    if (to === null) delete next[name];
    else next[name] = to;
  }
  if (notes) {
    const list = patchNotes(recipe.notes ?? [], notes);
    if (list.length > 0) next.notes = list;
    else delete next.notes;
  }
  return next as unknown as Recipe;
}

function patchNotes(notes: readonly Note[], changes: NonNullable<RecipePatch['notes']>): Note[] {
  const kept = notes.flatMap((note) => {
    const change = changes[note.id];
    return change ? (change.to ?? []) : note;
  });
  const added = Object.values(changes)
    .filter(({ to }) => to && !notes.some(({ id }) => id === to.id))
    .sort((a, b) => a.at - b.at);
  for (const { to, at } of added) if (to) kept.splice(Math.min(at, kept.length), 0, to);
  return kept;
}

/** A packet's facts with the fields of a patch as the patch wants them. */
export function patchFacts<F extends PacketFacts>(facts: F, patch: PacketPatch): F {
  const next: Record<string, unknown> = { ...facts };
  for (const [name, { to }] of Object.entries(patch as Changes)) next[name] = to;
  return next as F;
}

/** Patches with every note as a field of its own. */
const NOTE = 'notes/';

function flat(patch: RecipePatch | PacketPatch): Changes {
  const { notes = {}, ...fields } = patch as RecipePatch;
  const all: Record<string, Change> = { ...(fields as Changes) };
  for (const [id, entry] of Object.entries(notes)) all[NOTE + id] = entry;
  return all;
}

function unflat(changes: Changes): RecipePatch | PacketPatch {
  const fields: Record<string, unknown> = {};
  const notes: Record<string, Change> = {};
  for (const [name, entry] of Object.entries(changes)) {
    if (name.startsWith(NOTE)) notes[name.slice(NOTE.length)] = entry;
    else fields[name] = entry;
  }
  return (Object.keys(notes).length > 0 ? { ...fields, notes } : fields) as RecipePatch;
}

function mapChanges<P extends RecipePatch | PacketPatch>(patch: P, map: (change: Change) => Change): P {
  return unflat(
    Object.fromEntries(Object.entries(flat(patch)).map(([name, entry]) => [name, map(entry)])),
  ) as P;
}

function flatRecipe({ notes = [], ...fields }: Recipe): Fields {
  const all: Record<string, unknown> = { ...fields };
  for (const note of notes) all[NOTE + note.id] = note;
  return all;
}

import type { PacketPatch, Page, RecipePatch } from '@ravlo/contract';
import type { Clash, Step } from './pendingEdits';

/** A step as a person would call it: "edges of page 3", "new order". */
export function sayStep(step: Step, pages: readonly Page[]): string {
  if (step.kind !== 'pages') return step.what;
  if (step.edits.length > 1) return `${step.what} of ${step.edits.length} pages`;
  const number = pages.findIndex(({ id }) => id === step.edits[0]?.pageId) + 1;
  return number > 0 ? `${step.what} of page ${number}` : step.what;
}

const FIELD_WORDS: Readonly<Record<string, string>> = {
  outline: 'edges',
  turn: 'turn',
  way: 'turn',
  look: 'look',
  tuning: 'ink and paper',
  level: 'fine turn',
  notes: 'notes',
  name: 'name',
  paper: 'paper',
  margin: 'margins',
  isUpright: 'way that pages lie',
  mostBytes: 'size limit',
  isSigned: 'author',
};

/** The fields of a patch in words: "look and turn". */
export function sayFields(patch: RecipePatch | PacketPatch): string {
  const words = [...new Set(Object.keys(patch).map((field) => FIELD_WORDS[field] ?? field))];
  return words.length > 1
    ? `${words.slice(0, -1).join(', ')} and ${words[words.length - 1]}`
    : (words[0] ?? '');
}

export interface Left {
  readonly patch: RecipePatch | PacketPatch;
  /** null for the packet itself */
  readonly number: number | null;
}

/** What could not be taken back or done again, since somebody has changed it in the meantime. */
export function sayLeft(left: readonly Left[]): string {
  const [{ patch, number }] = left;
  const fields = sayFields(patch);
  const of =
    number === null ? 'of the packet' : left.length > 1 ? `of ${left.length} pages` : `of page ${number}`;
  return `The ${fields} ${of} changed in another window since, and stays as it is now.`;
}

/** What has met another window's edit. */
export function sayClash(clash: Clash, pages: readonly Page[] | undefined): string {
  const fields = sayFields(clash.patch);
  if (clash.about === 'packet')
    return `The ${fields} of “${clash.packet.name}” was changed in another window as well.`;
  const number = (pages?.findIndex(({ id }) => id === clash.page.id) ?? -1) + 1;
  return `The ${fields} of ${number > 0 ? `page ${number}` : 'a page'} was changed in another window as well.`;
}

import { dropKept, keep, keptText } from '@/packet/kept';
import { readJson } from '@/packet/readJson';
import { own } from '@/packet/whose';
import { EMPTY_FORM, type BriefForm } from './briefForm';

/*
 * A brief that is being written lies in the browser until it is saved or let go: leaving the form, a reload or a closed window
 * loses nothing.
 */

/** @param of the class of a new brief, or the brief that is changed */
const placeOf = (of: string) => own(`ravlo-brief-${of}`);

export function keepDraft(of: string, form: BriefForm): void {
  // A browser that keeps nothing still sends what is written.
  keep(placeOf(of), form);
}

export const dropDraft = (of: string): void => dropKept(placeOf(of));

/** What was being written; null where nothing was, or what lies there is of another Ravlo. */
export function takeUpDraft(of: string): BriefForm | null {
  const there = readJson(keptText(placeOf(of)) ?? 'null');
  if (typeof there !== 'object' || there === null) return null;
  const draft = there as Partial<BriefForm>;
  const isWhole = Object.entries(EMPTY_FORM).every(([name, value]) => {
    const there = draft[name as keyof BriefForm];
    return name === 'worksheet' ? there !== undefined : typeof there === typeof value;
  });
  return isWhole && Array.isArray(draft.name) ? (draft as BriefForm) : null;
}

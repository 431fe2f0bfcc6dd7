import { z } from 'zod';
import { dropKept, keep, kept } from '@/packet/kept';
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

/** Its fields are looked at one by one below: they are those of the form. */
const draftSchema = z.record(z.string(), z.unknown());

/** What was being written; null where nothing was, or what lies there is of another Ravlo. */
export function takeUpDraft(of: string): BriefForm | null {
  const draft = kept(placeOf(of), draftSchema) as Partial<BriefForm> | null;
  if (!draft) return null;
  const isWhole = Object.entries(EMPTY_FORM).every(([name, value]) => {
    const there = draft[name as keyof BriefForm];
    return name === 'worksheet' ? there !== undefined : typeof there === typeof value;
  });
  return isWhole && Array.isArray(draft.name) ? (draft as BriefForm) : null;
}

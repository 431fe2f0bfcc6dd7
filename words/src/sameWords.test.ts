import type * as Core from '@ravlo/core';
import { LOOKS, PAPER_CHOICES, TURNS } from '@ravlo/core';
import type * as Contract from '@ravlo/contract';
import { lookSchema, NOTE_COLOURS, paperSchema, turnSchema } from '@ravlo/contract';
import { NOTE_RGB } from '@ravlo/core/geometry';

/*
 * Core and contract know nothing of each other, and speak of the same things. Here they are held equal: the types by the
 * compiler, the lists by the test.
 */

type Same<A, B> = [A] extends [B] ? ([B] extends [A] ? true : false) : false;
type DeepReadonly<T> = T extends object ? { readonly [K in keyof T]: DeepReadonly<T[K]> } : T;
/** Fails to compile where the two differ. */
const same = <_A, _B>(_isSame: Same<DeepReadonly<_A>, DeepReadonly<_B>>) => undefined;

it('the types are the same', () => {
  same<Core.Look, Contract.Look>(true);
  same<Core.Turn, Contract.Turn>(true);
  same<Core.Paper, Contract.Paper>(true);
  same<Core.NoteColour, Contract.NoteColour>(true);
  same<Core.Note, Contract.Note>(true);
  same<Core.Quad, Contract.Corners>(true);
  same<Core.Bows, Contract.Bows>(true);
  same<Core.Tuning & { rules: Core.RuleShow }, Contract.RecipeTuning>(true);
});

it('the lists are the same', () => {
  const sorted = (list: readonly unknown[]) => [...list].sort();
  expect(sorted(LOOKS)).toEqual(sorted(lookSchema.options));
  expect(sorted(PAPER_CHOICES)).toEqual(sorted(paperSchema.options));
  expect(Object.keys(NOTE_RGB).sort()).toEqual(sorted(NOTE_COLOURS));
  expect(TURNS.map((turn) => turnSchema.safeParse(turn).success)).toEqual([true, true, true, true]);
});

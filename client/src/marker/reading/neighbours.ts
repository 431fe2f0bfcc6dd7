import type { Work } from '@ravlo/contract';
import { standingWork } from '../sayWork';

/** A student before or after the one who is read, with the attempt that stands. */
export interface Neighbour {
  /** of the attempt */
  readonly id: string;
  readonly name: string;
}

export interface Neighbours {
  readonly before: Neighbour | null;
  readonly after: Neighbour | null;
  /** from 1, of all who have handed something over; 0 where this attempt is none of those that stand */
  readonly place: number;
  readonly count: number;
}

/** Who comes before and after an attempt among those whose work lies on the desk. */
export function neighboursOf(work: readonly Work[], attemptId: string): Neighbours {
  const lying = work.flatMap((each) => {
    const standing = standingWork(each);
    // An attempt that was taken back stands where its student does.
    const isHere = each.attempts.some(({ id }) => id === attemptId);
    return standing || isHere ? [{ id: standing?.id ?? attemptId, name: each.student.name, isHere }] : [];
  });
  const at = lying.findIndex(({ isHere }) => isHere);
  return {
    before: at > 0 ? (lying[at - 1] ?? null) : null,
    after: at >= 0 ? (lying[at + 1] ?? null) : null,
    place: at + 1,
    count: lying.length,
  };
}

/** The page on which a part is, from 1; null where nobody has said. */
export function pageOfPart(parts: readonly (string | null)[], part: string | null): number | null {
  const at = part === null ? -1 : parts.indexOf(part);
  return at < 0 ? null : at + 1;
}

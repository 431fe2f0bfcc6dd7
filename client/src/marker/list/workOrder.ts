import type { Work } from '@ravlo/contract';
import { isLateWork, standingWork, workState } from '../sayWork';

/** Which works are shown. */
export const WORK_KINDS = ['all', 'handed-over', 'marked', 'taken-back', 'nothing-yet', 'late'] as const;
export type WorkKind = (typeof WORK_KINDS)[number];

export type WorkOrder = 'name' | 'came';

export function isOfKind(work: Work, kind: WorkKind): boolean {
  if (kind === 'all') return true;
  return kind === 'late' ? isLateWork(work) : workState(work) === kind;
}

/** By name as the desk gives them; or what came first first, then those of whom nothing came. */
export function inOrder(works: readonly Work[], order: WorkOrder): Work[] {
  if (order === 'name') return [...works];
  const came = (work: Work) => {
    const standing = standingWork(work);
    return standing ? Date.parse(standing.receipt.arrivedAt) : Number.POSITIVE_INFINITY;
  };
  // Infinity less infinity is no order.
  return [...works].sort((a, b) => (came(a) === came(b) ? 0 : came(a) - came(b)));
}

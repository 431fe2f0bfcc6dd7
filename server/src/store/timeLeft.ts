import { DAYS_KEPT } from '@ravlo/contract';

export const DAY = 24 * 3600 * 1000;

/** When something was deleted, and when it is really gone. @throws RangeError for a time that is none */
export function timeLeft(deletedAt: Date): { deletedAt: string; goneAt: string } {
  return {
    deletedAt: deletedAt.toISOString(),
    goneAt: new Date(deletedAt.getTime() + DAYS_KEPT * DAY).toISOString(),
  };
}

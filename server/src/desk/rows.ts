import {
  attemptSchema,
  briefSchema,
  type Attempt,
  type AttemptFacts,
  type Brief,
  type DeskClass,
} from '@ravlo/contract';
import type { AttemptRow, BriefRow, DeskClassRow, ExtensionRow } from '../store/deskModels';

/* What the desk's rows say, in the words of the contract. */

export const toClass = ({ id, name, marker }: DeskClassRow): DeskClass => ({ id, name, marker });

/** @param extension another due time, of the student whom it is for */
export function toBrief({ id, classId, content }: BriefRow, extension?: ExtensionRow | null): Brief {
  const brief = briefSchema.parse({
    ...content,
    paper: content.paper ?? null,
    by: content.by ?? { kind: 'desk' },
    ...{ id, classId },
  });
  return extension ? { ...brief, dueAt: extension.dueAt.toISOString() } : brief;
}

/** @param row read with its marking */
export const toAttempt = ({
  id,
  briefId,
  comment,
  packetId,
  takenBackAt,
  receipt,
  marking,
}: AttemptRow): Attempt =>
  attemptSchema.parse({
    ...{ id, briefId, comment, packetId: packetId ?? null, receipt },
    takenBackAt: takenBackAt?.toISOString() ?? null,
    given: marking?.given ?? null,
  });

/** @param row read with its marking: what was given back cannot be taken back */
export const factsOf = ({ receipt, takenBackAt, marking }: AttemptRow): AttemptFacts => ({
  arrivedAt: Date.parse(receipt.arrivedAt),
  takenBackAt: takenBackAt ? takenBackAt.getTime() : null,
  isMarked: Boolean(marking?.given),
});

/** What lies on the desk now: the newest that was not taken back. @param rows of one person, the first first */
export const standingOf = <T extends Pick<AttemptRow, 'takenBackAt'>>(rows: readonly T[]): T | null =>
  rows.filter(({ takenBackAt }) => !takenBackAt).at(-1) ?? null;

/** When it is due, for sorting: what is never due comes last. */
export const dueOf = ({ dueAt }: Brief): number =>
  dueAt === null ? Number.POSITIVE_INFINITY : Date.parse(dueAt);

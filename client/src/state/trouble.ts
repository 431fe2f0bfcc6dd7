import { problemKind, problemSchema, type Page, type ProblemKind } from '@ravlo/contract';

/** Anything that went wrong between here and the server, in one shape. */
export interface Trouble {
  /** the server's own word for it, or that it could not be reached or understood */
  readonly kind: ProblemKind | 'offline' | 'unexpected';
  /** a sentence for the person */
  readonly detail: string;
  /** with changed-elsewhere: the page as it is now */
  readonly page?: Page;
}

export const OFFLINE: Trouble = {
  kind: 'offline',
  detail: 'Ravlo cannot be reached just now. What was saved is safe; trying again by itself.',
};

export const UNEXPECTED: Trouble = {
  kind: 'unexpected',
  detail: 'Ravlo gave an answer that makes no sense. What was saved is safe. Reload the page and try again.',
};

/** Reads the body of a failed answer. */
export function readTrouble(body: unknown): Trouble {
  const parsed = problemSchema.safeParse(body);
  if (!parsed.success) return UNEXPECTED;
  return { kind: problemKind(parsed.data), detail: parsed.data.detail, page: parsed.data.page };
}

const PASSING: ReadonlySet<Trouble['kind']> = new Set([
  'offline',
  'broken',
  'storage-full',
  'photo-altered',
  'upload-out-of-step',
  'not-paired',
]);

/** True for trouble that time may heal: worth trying again, nothing wrong with what was sent. */
export function isPassing({ kind }: Trouble): boolean {
  return PASSING.has(kind);
}

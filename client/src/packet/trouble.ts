import {
  problemKind,
  problemSchema,
  USELESS_PHOTO_KINDS,
  type Conflicts,
  type ProblemKind,
} from '@ravlo/contract';

/** Anything that went wrong between here and the server, in one shape. */
export interface Trouble {
  /** the server's own word for it; or that it could not be reached, or gave an answer that is not its own */
  readonly kind: ProblemKind | 'offline' | 'unexpected' | 'unreadable-here';
  /** a sentence for the person */
  readonly detail: string;
  /** with changed-elsewhere: everything as it is now */
  readonly conflicts?: Conflicts;
}

export const OFFLINE: Trouble = {
  kind: 'offline',
  detail: 'Ravlo cannot be reached just now. What was saved is safe; trying again by itself.',
};

/** What a machine in between says in Ravlo's place (an error page), or an answer that was cut off. */
export const UNEXPECTED: Trouble = {
  kind: 'unexpected',
  detail: 'Ravlo cannot be reached properly just now. What was saved is safe; trying again by itself.',
};

/** Reads the body of a failed answer. */
export function readTrouble(body: unknown): Trouble {
  const parsed = problemSchema.safeParse(body);
  if (!parsed.success) return UNEXPECTED;
  return { kind: problemKind(parsed.data), detail: parsed.data.detail, conflicts: parsed.data.conflicts };
}

/** Whatever was thrown or given as an error, as a trouble: the one place where that is done. */
export function toTrouble(reason: unknown): Trouble {
  if (typeof reason === 'object' && reason !== null && 'kind' in reason && 'detail' in reason)
    return reason as Trouble;
  return UNEXPECTED;
}

/** True where nobody has looked at what was asked: there was no answer, or none of Ravlo's own. */
export const isFar = ({ kind }: Trouble): boolean => kind === 'offline' || kind === 'unexpected';

/** What the server has looked at and will refuse again: nothing else is ever taken for an answer. */
const FINAL: ReadonlySet<Trouble['kind']> = new Set<Trouble['kind']>([
  'bad-request',
  'not-found',
  'changed-elsewhere',
  ...USELESS_PHOTO_KINDS,
  'packet-full',
  'page-full',
  'points-too-many',
  'unreadable-here',
]);

/** True for trouble that time may heal: worth trying again, nothing wrong with what was sent. */
export const isPassing = ({ kind }: Trouble): boolean => !FINAL.has(kind);

/** Who or what asks must be said again, or the page opened anew: then everything goes on. */
const WHO: ReadonlySet<Trouble['kind']> = new Set<Trouble['kind']>([
  'not-paired',
  'nobody-chosen',
  'another-person',
  'other-version',
]);

/** True for trouble that whatever is sent next would meet as well. */
export const isEveryones = (trouble: Trouble): boolean =>
  isFar(trouble) || trouble.kind === 'storage-full' || WHO.has(trouble.kind);

/** The first wait before trying again, ms; each further one is twice as long, up to the last. */
const FIRST_WAIT = 1000;
const LAST_WAIT = 15_000;

/**
 * How long to wait before the next try, ms: longer each time, and never the same for all, so that they do not all come
 * back in one moment.
 *
 * @param tries that have failed, from 1 on
 * @param chance 0 to 1
 */
export function waitAfter(tries: number, chance: number): number {
  const full = Math.min(LAST_WAIT, FIRST_WAIT * 2 ** Math.min(tries - 1, 10));
  return full * (0.5 + chance / 2);
}

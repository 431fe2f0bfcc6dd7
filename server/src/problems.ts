import type { Conflicts, Problem, ProblemKind } from '@ravlo/contract';

const KINDS: Record<ProblemKind, { status: number; title: string }> = {
  'bad-request': { status: 400, title: 'The request is not understood' },
  'not-found': { status: 404, title: 'There is no such thing here' },
  'changed-elsewhere': { status: 409, title: 'Changed in another window' },
  'photo-empty': { status: 422, title: 'The photo is empty' },
  'photo-unreadable': { status: 415, title: 'Not a photo that can be read' },
  'photo-incomplete': { status: 422, title: 'The photo is incomplete' },
  'photo-too-big': { status: 413, title: 'The photo is too big' },
  'photo-too-small': { status: 422, title: 'The photo is too small' },
  'photo-shape': { status: 422, title: 'The photo is a strip, not a sheet' },
  'photo-altered': { status: 422, title: 'The photo did not arrive as it was sent' },
  'upload-out-of-step': { status: 409, title: 'The upload has got to another place' },
  'upload-gone': { status: 404, title: 'The upload is not here any more' },
  'not-arrived': { status: 404, title: 'The photo has not arrived' },
  'packet-full': { status: 422, title: 'The packet is full' },
  'page-full': { status: 422, title: 'The page is full of notes' },
  'archive-unreadable': { status: 415, title: 'No Ravlo archive' },
  'archive-altered': { status: 422, title: 'The archive is not as it was made' },
  'archive-newer': { status: 422, title: 'The archive is of a newer Ravlo' },
  'archive-too-big': { status: 413, title: 'The archive is too big' },
  'no-such-class': { status: 404, title: 'No class has this code' },
  'desk-closed': { status: 409, title: 'It is not taken any more' },
  'no-attempts-left': { status: 409, title: 'No attempts are left' },
  'not-confirmed': { status: 422, title: 'The statement is not confirmed' },
  'handed-format': { status: 415, title: 'Not the format that was asked for' },
  'handed-too-big': { status: 413, title: 'The file is too big' },
  'handed-altered': { status: 422, title: 'The file did not arrive as it was sent' },
  'points-too-many': { status: 422, title: 'More points than there are' },
  'not-standing': { status: 409, title: 'It was taken back' },
  'mail-too-big': { status: 413, title: 'Too big to be mailed' },
  'mail-refused': { status: 502, title: 'The message was not taken' },
  'mail-unsure': { status: 409, title: 'Nobody knows whether the message went' },
  'folder-refused': { status: 409, title: 'The folder cannot be used' },
  'desk-down': { status: 503, title: 'The class desk cannot be reached' },
  'too-many-tries': { status: 429, title: 'Too many tries' },
  'storage-full': { status: 507, title: 'No room left' },
  forbidden: { status: 403, title: 'Not from here' },
  'not-paired': { status: 401, title: 'This device is not paired' },
  'nobody-chosen': { status: 401, title: 'Nobody has said who it is' },
  'another-person': { status: 409, title: 'Somebody else is using Ravlo here' },
  'wrong-pin': { status: 403, title: 'The PIN is not right' },
  'other-version': { status: 409, title: 'The page is from before an update' },
  broken: { status: 500, title: 'Something broke' },
};

/** The one error type of the server: becomes an RFC 9457 answer, its detail a sentence for the person. */
export class ProblemError extends Error {
  constructor(
    readonly kind: ProblemKind,
    readonly detail: string,
    readonly conflicts?: Conflicts,
  ) {
    super(detail);
    this.name = 'ProblemError';
  }

  toProblem(): Problem {
    const { status, title } = KINDS[this.kind];
    return { type: `/problems/${this.kind}`, title, status, detail: this.detail, conflicts: this.conflicts };
  }
}

export function notFound(
  what: 'packet' | 'page' | 'photo' | 'brief' | 'attempt' | 'person' | 'class' | 'message' | 'file',
): ProblemError {
  return new ProblemError(
    'not-found',
    `This ${what} is not here. It may have been deleted in another window.`,
  );
}

export function changedElsewhere(conflicts: Conflicts): ProblemError {
  return new ProblemError(
    'changed-elsewhere',
    'The same was changed in another window in the meantime. Nothing is overwritten: choose which of the two stays.',
    conflicts,
  );
}

export function pageFull(): ProblemError {
  return new ProblemError(
    'page-full',
    'There is more on this page than Ravlo can keep. Take some notes away; those that were there before are safe.',
  );
}

export function storageFull(): ProblemError {
  return new ProblemError(
    'storage-full',
    'There is no room left where Ravlo keeps the photos, so this was not saved. Everything saved before is safe.',
  );
}

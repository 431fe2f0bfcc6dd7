import { clearKeptPhotos } from './photoCache';
import type { WindowParts } from './windowParts';

type Copies = Pick<WindowParts, 'keptAnswers' | 'darkroom'>;

/** Lets go of everything here that is a copy: what the server said, its photos, what was developed of them. Nothing that waits. */
export async function clearCopies({ keptAnswers, darkroom }: Copies): Promise<void> {
  await Promise.all([clearKeptPhotos(), keptAnswers.clear(), darkroom.clearPictures()]);
}

let leaving: Promise<void> | null = null;

/**
 * This device was let go: its copies go, and it is shown where to pair. What was made here and has not gone up stays, and goes
 * up when it is paired again. Whatever is asked meets the same answer: only the first one leaves.
 */
export function leaveUnpaired(copies: Copies): Promise<void> {
  return (leaving ??= clearCopies(copies).then(() => window.location.replace('/pair')));
}

import { deleteDB } from 'idb';
import { clearKeptPhotos } from './photoCache';
import { own } from './whose';

/** Lets go of everything here that is a copy: what the server said, its photos, what was developed of them. Nothing that waits. */
export async function clearCopies(): Promise<void> {
  await clearKeptPhotos();
  for (const name of ['ravlo-answers', 'ravlo-pictures']) {
    // An open connection of another window only delays it.
    await Promise.race([
      deleteDB(own(name)).catch(() => undefined),
      new Promise((resolve) => setTimeout(resolve, 1000)),
    ]);
  }
}

/**
 * This device was let go: its copies go, and it is shown where to pair. What was made here and has not gone up stays, and goes
 * up when it is paired again.
 */
export async function leaveUnpaired(): Promise<void> {
  await clearCopies();
  window.location.replace('/pair');
}

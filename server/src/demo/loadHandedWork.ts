import { readFile, writeFile } from 'node:fs/promises';
import path from 'node:path';
import { attemptKey } from '@ravlo/contract';
import type { Desk } from '../desk/desk';
import { hashOf } from '../store/disk';

const BRIEF = 'Harbour sketch';

/**
 * Hands over a made-up work, by the same road as a person's: so there is a receipt to look at from the start.
 *
 * @param desk of whoever made it, at a time at which it could still be handed over
 */
export async function loadHandedWork(dir: string, desk: Desk): Promise<void> {
  const mine = (await desk.mine()).briefs.find(({ brief }) => brief.title === BRIEF);
  if (!mine || mine.attempts.length > 0) return;
  const file = path.join(dir, 'harbour-sketch.pdf');
  const sha256 = await hashOf(file);
  const key = attemptKey(mine.brief.id, 1, sha256);
  await writeFile(desk.waiting(key), await readFile(file));
  await desk.handOver(mine.brief.id, {
    ...{ key, sha256, fileName: 'Tarn_Imke_Harbour-sketch.pdf', packetId: null, files: [] },
    ...{ comment: 'From the sea wall, at half tide.', isConfirmed: true },
  });
}

import { attemptKey, type Attempt, type MyBrief } from '@ravlo/contract';
import { useState } from 'react';
import { api, useEnterAttemptMutation } from '@/packet/api';
import { hashOf } from '@/packet/hashOf';
import { sendHanded, type Progress } from '@/packet/sendHanded';
import { useAppDispatch } from '@/packet/store';
import { isPassing, toTrouble, type Trouble } from '@/packet/trouble';

export type Handing =
  | { readonly state: 'not-yet' }
  /** `progress` while bytes are on their way */
  | { readonly state: 'going'; readonly says: string; readonly progress: Progress | null }
  /** why it is not handed over; pressing again goes on with the same attempt */
  | { readonly state: 'failed'; readonly why: string };

export interface HandOverGiven {
  readonly mine: MyBrief;
  readonly packetId: string;
  readonly bytes: Uint8Array<ArrayBuffer>;
  readonly fileName: string;
  readonly further: readonly File[];
  readonly comment: string;
  readonly isConfirmed: boolean;
}

/** Tries at a line that broke off, before the person is asked, and the waits between them, ms. */
const WAITS = [400, 1500, 4000] as const;

/** Hands over a file, and says for certain whether it has arrived. */
export function useHandOver() {
  const dispatch = useAppDispatch();
  const [handing, setHanding] = useState<Handing>({ state: 'not-yet' });
  const [enterAttempt] = useEnterAttemptMutation();
  const say = (says: string, progress: Progress | null = null) =>
    setHanding({ state: 'going', says, progress });

  /** What lies with the marker now, by the server's own word. */
  async function arrived(briefId: string, sha256: string): Promise<Attempt | null> {
    const asked = dispatch(api.endpoints.brief.initiate(briefId, { forceRefetch: true, subscribe: false }));
    const { data } = await asked;
    return data ? standingWith(data, sha256) : null;
  }

  /** Sends under a key; a line that breaks off is taken up again where it broke. @throws Trouble */
  async function send(key: string, file: Blob, saying: string): Promise<void> {
    for (const wait of [...WAITS, null]) {
      say(saying);
      const trouble = await sendHanded(key, file, (progress) => say(saying, progress));
      if (!trouble) return;
      if (wait === null || !isPassing(trouble)) throw trouble as unknown as Error;
      say('The line broke off. Going on where it stopped…');
      await new Promise((resolve) => setTimeout(resolve, wait));
    }
  }

  async function handOver(given: HandOverGiven): Promise<Attempt | null> {
    const { mine, packetId, bytes, fileName, further, comment, isConfirmed } = given;
    const { brief } = mine;
    const file = new Blob([bytes], { type: 'application/pdf' });
    let sha256 = '';
    try {
      say('Taking its fingerprint…');
      sha256 = await hashOf(file);
      // The answer may have been lost the last time: then these bytes lie there already.
      const there = standingWith(mine, sha256) ?? (await arrived(brief.id, sha256));
      if (there) return there;
      const number = mine.attempts.length + 1;
      const key = attemptKey(brief.id, number, sha256);
      await send(key, file, 'Sending it…');
      const files = [];
      for (const [i, more] of further.entries()) {
        const moreSha256 = await hashOf(more);
        const moreKey = attemptKey(brief.id, number, moreSha256);
        await send(moreKey, more, `Sending ${more.name}, ${i + 1} of ${further.length}…`);
        files.push({ key: moreKey, name: more.name, sha256: moreSha256 });
      }
      say('It is read back where it lies now…');
      const facts = { key, packetId, fileName, sha256, files, comment, isConfirmed };
      const attempt = await enterAttempt({ briefId: brief.id, ...facts }).unwrap();
      if (attempt.receipt.sha256 !== sha256) {
        fail('What lies there is not the file on this device. Send it again; nothing is lost here.');
        return null;
      }
      return attempt;
    } catch (reason) {
      const trouble = toTrouble(reason);
      // What nobody has answered may have been done: that is found out, and not left in doubt.
      const there = isUnanswered(trouble) && sha256 ? await arrived(brief.id, sha256) : null;
      if (there) return there;
      fail(sayWhy(trouble));
      return null;
    }
  }

  const fail = (why: string) => setHanding({ state: 'failed', why });

  return { handing, handOver };
}

/** The attempt that lies with the marker and is these very bytes. */
export const standingWith = ({ attempts }: MyBrief, sha256: string): Attempt | null =>
  attempts.find(({ takenBackAt, receipt }) => takenBackAt === null && receipt.sha256 === sha256) ?? null;

const isUnanswered = ({ kind }: Trouble) => kind === 'offline' || kind === 'unexpected';

const sayWhy = (trouble: Trouble): string =>
  isUnanswered(trouble)
    ? 'The class desk cannot be reached just now. Your pages are safe here; press again to go on where it stopped.'
    : trouble.detail;

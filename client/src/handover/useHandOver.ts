import { attemptKey, isReceiptOf, type Attempt, type MailDraft, type MyBrief } from '@ravlo/contract';
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
  /** the file itself, and what goes with it */
  readonly files: readonly [File, ...File[]];
  readonly comment: string;
  readonly isConfirmed: boolean;
  /** which part each page is; null where nobody has said */
  readonly parts: readonly (string | null)[] | null;
  /** where the brief wants it by mail */
  readonly mail: MailDraft | null;
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
  async function arrived(briefId: string, hashes: readonly string[]): Promise<Attempt | null> {
    const options = { forceRefetch: true, subscribe: false } as const;
    const { data } = await dispatch(api.endpoints.brief.initiate(briefId, options));
    return data ? standingWith(data, hashes) : null;
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
    const { mine, packetId, files, comment, isConfirmed, parts, mail } = given;
    const { brief } = mine;
    const hashes: string[] = [];
    try {
      say('Taking its fingerprint…');
      for (const file of files) hashes.push(await hashOf(file));
      // The answer may have been lost the last time: then these bytes lie there already.
      const there = standingWith(mine, hashes) ?? (await arrived(brief.id, hashes));
      if (there) return there;
      const sent = [];
      for (const [i, file] of files.entries()) {
        const key = attemptKey(brief.id, mine.attempts.length + 1, hashes[i]);
        await send(key, file, files.length === 1 ? 'Sending it…' : `Sending ${i + 1} of ${files.length}…`);
        sent.push({ key, name: file.name, sha256: hashes[i] });
      }
      say('It is read back where it lies now…');
      const [{ key, name: fileName, sha256 }, ...further] = sent;
      const facts = {
        ...{ key, packetId, fileName, sha256, files: further, comment, isConfirmed },
        ...(parts ? { parts: parts.map((part) => part || null) } : {}),
        ...(mail ? { mail } : {}),
      };
      const attempt = await enterAttempt({ briefId: brief.id, ...facts }).unwrap();
      if (isReceiptOf(attempt.receipt, hashes)) return attempt;
      fail('What lies there is not what is on this device. Send it again; nothing is lost here.');
      return null;
    } catch (reason) {
      const trouble = toTrouble(reason);
      // What nobody has answered may have been done: that is found out, and not left in doubt.
      const there =
        isUnanswered(trouble) && hashes.length === files.length ? await arrived(brief.id, hashes) : null;
      if (there) return there;
      fail(sayWhy(trouble));
      return null;
    }
  }

  const fail = (why: string) => setHanding({ state: 'failed', why });

  return { handing, handOver };
}

/** The attempt that lies with the marker and is these very bytes. */
export const standingWith = ({ attempts }: MyBrief, hashes: readonly string[]): Attempt | null =>
  attempts.find(({ takenBackAt, receipt }) => takenBackAt === null && isReceiptOf(receipt, hashes)) ?? null;

const isUnanswered = ({ kind }: Trouble) => kind === 'offline' || kind === 'unexpected';

const sayWhy = (trouble: Trouble): string =>
  isUnanswered(trouble)
    ? 'The class desk cannot be reached just now. Your pages are safe here; press again to go on where it stopped.'
    : trouble.detail;

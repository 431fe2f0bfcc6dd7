import { attemptKey, isReceiptOf, type Attempt, type MailDraft, type MyBrief } from '@ravlo/contract';
import { api } from './api';
import { ensureBegun } from './begun';
import { hashOf } from './hashOf';
import { heldAnswer } from './heldAnswer';
import { sendHanded, type Progress } from './sendHanded';
import type { AppThunk } from './store';
import { isFar, isPassing, toTrouble, UNEXPECTED, type Trouble } from './trouble';

export interface HandOverGiven {
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

/** What goes on, in a sentence; with how far it is while bytes are on their way. */
export type SayGoing = (says: string, progress?: Progress) => void;

/** Tries at a line that broke off, before the person is asked, and the waits between them, ms. */
const WAITS = [400, 1500, 4000] as const;

const ALTERED: Trouble = {
  ...UNEXPECTED,
  detail: 'What lies there is not what is on this device. Send it again; nothing is lost here.',
};
const FAR =
  'The class desk cannot be reached just now. Your pages are safe here; press again to go on where it stopped.';

export type Handed =
  | { readonly attempt: Attempt }
  /** `why` is a sentence for the person; handing over again goes on with the same attempt */
  | { readonly attempt: null; readonly trouble: Trouble; readonly why: string };

/** Hands over files, and says for certain whether they have arrived. */
export function handOver(mine: MyBrief, given: HandOverGiven, say: SayGoing): AppThunk<Promise<Handed>> {
  return async (dispatch) => {
    const { packetId, files, comment, isConfirmed, parts, mail } = given;
    const { brief } = mine;
    const hashes: string[] = [];
    try {
      say('Taking its fingerprint…');
      for (const file of files) hashes.push(await hashOf(file));
      // The answer may have been lost the last time: then these bytes lie there already.
      const there = standingWith(mine, hashes) ?? (await dispatch(arrived(brief.id, hashes)));
      if (there) return { attempt: there };
      const unmade = await dispatch(ensureBegun(packetId));
      if (unmade) return { attempt: null, trouble: unmade, why: sayWhy(unmade) };
      const sent = [];
      for (const [i, file] of files.entries()) {
        const key = attemptKey(brief.id, mine.attempts.length + 1, hashes[i]);
        await send(
          key,
          file,
          say,
          files.length === 1 ? 'Sending it…' : `Sending ${i + 1} of ${files.length}…`,
        );
        sent.push({ key, name: file.name, sha256: hashes[i] });
      }
      say('It is read back where it lies now…');
      const [{ key, name: fileName, sha256 }, ...further] = sent;
      const facts = {
        ...{ key, packetId, fileName, sha256, files: further, comment, isConfirmed },
        ...(parts ? { parts: parts.map((part) => part || null) } : {}),
        ...(mail ? { mail } : {}),
      };
      const entering = api.endpoints.enterAttempt.initiate({ briefId: brief.id, ...facts }, { track: false });
      const attempt = await dispatch(entering).unwrap();
      if (isReceiptOf(attempt.receipt, hashes)) return { attempt };
      return { attempt: null, trouble: ALTERED, why: ALTERED.detail };
    } catch (reason) {
      const trouble = toTrouble(reason);
      // What nobody has answered may have been done: that is found out, and not left in doubt.
      const isAsked = isFar(trouble) && hashes.length === files.length;
      const there = isAsked ? await dispatch(arrived(brief.id, hashes)) : null;
      return there ? { attempt: there } : { attempt: null, trouble, why: sayWhy(trouble) };
    }
  };
}

/** What lies with the marker now, by the server's own word. */
function arrived(briefId: string, hashes: readonly string[]): AppThunk<Promise<Attempt | null>> {
  return async (dispatch) => {
    const request = api.endpoints.brief.initiate(briefId, { forceRefetch: true });
    const { data } = await heldAnswer(dispatch(request));
    return data ? standingWith(data, hashes) : null;
  };
}

/** Sends under a key; a line that breaks off is taken up again where it broke. @throws Trouble */
async function send(key: string, file: Blob, say: SayGoing, saying: string): Promise<void> {
  for (const wait of [...WAITS, null]) {
    say(saying);
    const trouble = await sendHanded(key, file, (progress) => say(saying, progress));
    if (!trouble) return;
    if (wait === null || !isPassing(trouble)) throw trouble as unknown as Error;
    say('The line broke off. Going on where it stopped…');
    await new Promise((resolve) => setTimeout(resolve, wait));
  }
}

/** The attempt that lies with the marker and is these very bytes. */
export const standingWith = ({ attempts }: MyBrief, hashes: readonly string[]): Attempt | null =>
  attempts.find(({ takenBackAt, receipt }) => takenBackAt === null && isReceiptOf(receipt, hashes)) ?? null;

const sayWhy = (trouble: Trouble): string => (isFar(trouble) ? FAR : trouble.detail);

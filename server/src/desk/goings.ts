import path from 'node:path';
import type { Attempt, Brief, HandOver, ReceiptWay } from '@ravlo/contract';
import { ProblemError } from '../problems';
import type { PersonRow } from '../store/models';
import type { DeskParts } from './desk';
import { sayReceipt } from './sayReceipt';

/** What is handed over, once its bytes are kept. */
export interface Going {
  readonly handing: HandOver;
  /** of the file, as the receipt says it */
  readonly name: string;
  /** what goes with it */
  readonly further: readonly { readonly name: string; readonly sha256: string }[];
}

/** What leaves the desk with a handing over: to where the brief wants it, and the receipt. */
export function createGoings({ files, folders, mailer, personId, log, isQuiet = false }: DeskParts) {
  async function intoFolder(
    classId: string,
    folder: string,
    { handing, name, further }: Going,
  ): Promise<ReceiptWay> {
    const lay = (as: string, sha256: string) =>
      folders.put(classId, folder, { place: files.pathOf(sha256), name: as }, sha256);
    const put = await lay(name, handing.sha256);
    for (const file of further) await lay(`${path.parse(put).name}, ${file.name}`, file.sha256);
    return { kind: 'folder', folder, name: put };
  }

  async function byMail(
    { by, classId }: Brief,
    person: PersonRow | null,
    { handing, name, further }: Going,
  ): Promise<ReceiptWay | undefined> {
    if (by.kind !== 'mail') return undefined;
    if (!handing.mail)
      throw new ProblemError(
        'bad-request',
        'This brief wants a message, and none was written. Nothing was handed over.',
      );
    const { subject, text } = handing.mail;
    const { messageId } = await mailer.send({
      ...{ personId, key: handing.key, about: 'work', classId, replyTo: person?.email || undefined },
      // Where it goes is for the brief to say.
      ...{ to: by.to, subject, text },
      attachments: [{ name, sha256: handing.sha256 }, ...further].map((file) => ({
        ...{ name: file.name, place: files.pathOf(file.sha256) },
      })),
    });
    return { kind: 'mail', to: by.to, subject, messageId };
  }

  return {
    /**
     * Brings what is kept to where the brief wants it.
     *
     * @returns what the receipt says of that; nothing where it stays on the desk
     * @throws ProblemError mail-…, folder-refused, handed-altered
     */
    async deliver(brief: Brief, person: PersonRow | null, going: Going): Promise<ReceiptWay | undefined> {
      if (brief.by.kind === 'folder') return intoFolder(brief.classId, brief.by.folder, going);
      return byMail(brief, person, going);
    },

    /** To whoever wants their receipts by mail. What has arrived has, whether or not that message goes. */
    async mailReceipt(person: PersonRow | null, { title }: Brief, { id, receipt }: Attempt): Promise<void> {
      if (!person?.email || isQuiet) return;
      const message = {
        ...({ personId, key: `receipt-${id}`, about: 'receipt', to: person.email } as const),
        subject: `Receipt: ${title.replace(/\p{Cc}/gu, ' ')}, attempt ${receipt.attempt}`,
        text: sayReceipt(receipt),
        attachments: [{ name: `receipt-${receipt.attempt}.json`, text: JSON.stringify(receipt, null, 2) }],
      };
      await mailer
        .send(message)
        .catch((error: unknown) => log.error({ err: error }, 'a receipt could not be mailed'));
    },
  };
}

import { randomUUID } from 'node:crypto';
import { access, mkdir, readFile, stat, writeFile } from 'node:fs/promises';
import path from 'node:path';
import { createTransport } from 'nodemailer';
import MailComposer from 'nodemailer/lib/mail-composer';
import { detectMimeType } from 'nodemailer/lib/mime-funcs';
import { MOST_MAIL_BYTES, sayBytes, type Mail, type MailDraft } from '@ravlo/contract';
import { ProblemError } from '../problems';
import type { Database } from '../store/database';
import type { MailRow } from '../store/deskModels';
import { syncToDisk } from '../store/disk';
import type { Writer } from '../store/writer';
import type { StandIn } from './standIn';

export interface Message extends MailDraft {
  /** whose message it is; with the key it is one message, however often it is asked for */
  readonly personId: string;
  readonly key: string;
  readonly about: Mail['about'];
  /** whose markers see it in their tray as well */
  readonly classId?: string;
  /** where answers go */
  readonly replyTo?: string;
  readonly attachments: readonly { readonly name: string; readonly place?: string; readonly text?: string }[];
}

/** Sends messages, each once, and keeps what was sent. */
export interface Mailer {
  /** @throws ProblemError mail-too-big, mail-refused, mail-unsure */
  send(message: Message): Promise<MailRow>;
  /** the very bytes that were sent, a standard .eml file */
  sentPlace(id: string): string;
  readonly isStandIn: boolean;
}

export interface MailerParts {
  readonly db: Database;
  readonly writer: Writer;
  readonly dataDir: string;
  readonly standIn: StandIn;
  /** of a real server; null: the stand-in takes what is sent */
  readonly smtpUrl: string | null;
  /** whom messages come from */
  readonly from: string;
}

/** A server that says nothing for so long is not waited for, ms. */
const SILENCE = 30_000;

export async function createMailer(parts: MailerParts): Promise<Mailer> {
  const { db, writer, dataDir, standIn, smtpUrl, from } = parts;
  const folder = path.join(dataDir, 'mail', 'sent');
  await mkdir(folder, { recursive: true });
  const sentPlace = (id: string) => path.join(folder, `${id}.eml`);
  const isStandIn = smtpUrl === null;
  const goingOn = new Map<string, Promise<MailRow>>();
  const save = (
    row: MailRow,
    values: Partial<Pick<MailRow, 'state' | 'why' | 'isMadeUp' | 'isSame' | 'messageId'>>,
  ) => writer.write((transaction) => row.update(values, { transaction }));

  async function sendOnce(message: Message): Promise<MailRow> {
    const { personId, key, about, classId, to, subject, text, replyTo, attachments } = message;
    const known = await db.mails.findOne({ where: { personId, key } });
    if (known?.state === 'sent') return known;
    // It was on its way when something broke. Of the stand-in it can be found out whether it came.
    if (known?.state === 'sending') {
      if (known.isMadeUp && (await isThere(standIn.received(known.messageId))))
        return save(known, {
          state: 'sent',
          isSame: await isReceived(await readFile(sentPlace(known.id)), known.messageId),
        });
      if (!known.isMadeUp) {
        await save(known, { state: 'failed', why: UNSURE });
        throw new ProblemError('mail-unsure', UNSURE);
      }
    }
    const sizes = await sizesOf(attachments);
    assertSize(sizes);
    const row =
      known ??
      (await writer.write((transaction) =>
        db.mails.create(
          {
            ...{ personId, key, about, classId: classId ?? null, messageId: '', sender: from },
            ...{ recipient: to, subject, text, state: 'failed', isMadeUp: isStandIn },
            attachments: attachments.map(({ name }, i) => ({
              ...{ name, type: detectMimeType(path.extname(name).slice(1)), bytes: sizes[i] ?? 0 },
            })),
          },
          { transaction },
        ),
      ));
    const messageId = `<${randomUUID()}@ravlo.invalid>`;
    const composed = new MailComposer({
      ...{ from, to, subject, text, replyTo, messageId, date: new Date(), newline: 'windows' },
      attachments: attachments.map(({ name, place, text: content }) =>
        place ? { filename: name, path: place } : { filename: name, content },
      ),
      ...{ disableUrlAccess: true },
    }).compile();
    const raw = await composed.build();
    await writeFile(sentPlace(row.id), raw);
    await syncToDisk(sentPlace(row.id));
    await save(row, { state: 'sending', why: null, isMadeUp: isStandIn, messageId });
    try {
      const transport = createTransport({
        url: smtpUrl ?? (await standIn.url()),
        ...{ connectionTimeout: SILENCE, greetingTimeout: SILENCE, socketTimeout: SILENCE },
      });
      await transport.sendMail({ envelope: composed.getEnvelope(), raw });
      transport.close();
    } catch (error) {
      const why = `The mail server did not take it: ${error instanceof Error ? error.message : String(error)}`;
      await save(row, { state: 'failed', why: why.slice(0, 500) });
      throw new ProblemError(
        'mail-refused',
        'The mail server did not take the message, so it was not sent. Try again later, or save the file and send it from your own mail.',
      );
    }
    return save(row, { state: 'sent', isSame: isStandIn ? await isReceived(raw, messageId) : null });
  }

  /** Whether what lies with the stand-in are these very bytes. */
  async function isReceived(raw: Buffer, messageId: string): Promise<boolean> {
    const received = await readFile(standIn.received(messageId)).catch(() => null);
    return received !== null && received.equals(raw);
  }

  return {
    isStandIn,
    sentPlace,
    send(message) {
      const name = `${message.personId} ${message.key}`;
      const under = goingOn.get(name);
      if (under) return under;
      const work = sendOnce(message).finally(() => goingOn.delete(name));
      goingOn.set(name, work);
      return work;
    },
  };
}

const UNSURE =
  'Something broke while it was being sent: nobody knows whether it went. Ask whom it is for before you send it again.';

/** bytes */
const sizesOf = (attachments: Message['attachments']): Promise<number[]> =>
  Promise.all(
    attachments.map(async ({ place, text = '' }) =>
      place ? (await stat(place)).size : Buffer.byteLength(text),
    ),
  );

/** @throws ProblemError mail-too-big */
function assertSize(sizes: readonly number[]): void {
  const bytes = sizes.reduce((sum, size) => sum + size, 0);
  if (bytes > MOST_MAIL_BYTES)
    throw new ProblemError(
      'mail-too-big',
      `This is ${sayBytes(bytes)}; ${sayBytes(MOST_MAIL_BYTES)} at most go by mail. Set a size limit for the file, and try again.`,
    );
}

const isThere = (place: string) =>
  access(place).then(
    () => true,
    () => false,
  );

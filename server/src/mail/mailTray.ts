import { readFile } from 'node:fs/promises';
import path from 'node:path';
import { simpleParser } from 'mailparser';
import { Op } from 'sequelize';
import { fileName, type Mail, type MailTray, type SendMail } from '@ravlo/contract';
import { notFound, ProblemError } from '../problems';
import type { Database } from '../store/database';
import type { MailRow } from '../store/deskModels';
import { hashOf } from '../store/disk';
import type { Mailer } from './mailer';

/** So many of a person's messages are shown, the newest. */
const MOST_SHOWN = 60;

export interface MailTrayParts {
  readonly db: Database;
  /** where bytes lie that a person has sent under a key */
  readonly waiting: (personId: string, key: string) => string;
  readonly mailer: Mailer;
  readonly personId: string;
}

/** The messages that a person may see: what they sent, what was sent to them, and what came to classes they mark in. */
export function createMailTray({ db, waiting, mailer, personId }: MailTrayParts) {
  async function mayBeSeen() {
    const marked = await db.members.findAll({ where: { personId, role: 'marker' } });
    const person = await db.people.findByPk(personId);
    return {
      [Op.or]: [
        { personId },
        { classId: marked.map(({ classId }) => classId) },
        ...(person?.email ? [{ recipient: person.email }] : []),
      ],
    };
  }

  async function mailRow(id: string): Promise<MailRow> {
    const row = await db.mails.findOne({ where: { [Op.and]: [{ id }, await mayBeSeen()] } });
    if (!row) throw notFound('message');
    return row;
  }

  const bytesOf = (row: MailRow) =>
    readFile(mailer.sentPlace(row.id)).catch((error: NodeJS.ErrnoException) => {
      if (error.code === 'ENOENT') throw notFound('message');
      throw error;
    });

  return {
    async tray(): Promise<MailTray> {
      const rows = await db.mails.findAll({
        where: await mayBeSeen(),
        order: [['createdAt', 'DESC']],
        limit: MOST_SHOWN,
      });
      return { isStandIn: mailer.isStandIn, mails: rows.map(toMail) };
    },

    /**
     * Sends a file of the person's own. The same key again is the same message.
     *
     * @throws ProblemError handed-altered, mail-…
     */
    async send({ key, to, subject, text, fileName: wanted, sha256 }: SendMail): Promise<Mail> {
      const place = waiting(personId, key);
      if ((await hashOf(place).catch(() => null)) !== sha256)
        throw new ProblemError(
          'handed-altered',
          'The file is not here as it is on your device. Nothing was sent; try again.',
        );
      const person = await db.people.findByPk(personId);
      const { name: stem, ext } = path.parse(wanted);
      const row = await mailer.send({
        ...{ personId, key, about: 'file', to, subject, text, replyTo: person?.email || undefined },
        attachments: [{ name: `${fileName(stem)}${ext}`, place }],
      });
      return toMail(row);
    },

    /** The message as it was sent, and what it is called. */
    async message(id: string): Promise<{ readonly place: string; readonly name: string }> {
      const row = await mailRow(id);
      return { place: mailer.sentPlace(row.id), name: 'message.eml' };
    },

    /** @throws ProblemError not-found */
    async attachment(id: string, index: number): Promise<{ name: string; bytes: Buffer }> {
      const { attachments } = await simpleParser(await bytesOf(await mailRow(id)));
      const found = attachments[index];
      if (!found) throw notFound('file');
      return { name: found.filename ?? 'file', bytes: found.content };
    },
  };
}

export type MailTrayOf = ReturnType<typeof createMailTray>;

const toMail = (row: MailRow): Mail => ({
  ...{ id: row.id, from: row.sender, to: row.recipient, subject: row.subject, text: row.text },
  ...{ at: row.createdAt.toISOString(), about: row.about, why: row.why ?? null, isMadeUp: row.isMadeUp },
  // A row that still says so was on its way when something broke.
  state: row.state === 'sending' ? 'unsure' : row.state,
  ...{ attachments: row.attachments, isSame: row.isSame ?? null },
});

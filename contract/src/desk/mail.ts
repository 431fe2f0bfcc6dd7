import { z } from 'zod';
import { idSchema, sha256Schema } from '../packet';
import { mailAddressSchema, MOST_COMMENT } from './brief';

/** Of a subject. */
const MOST_SUBJECT = 200;

/** One line: whoever gets a new line into a header can write headers. */
const lineSchema = z
  .string()
  .trim()
  .max(MOST_SUBJECT, `A subject can have ${MOST_SUBJECT} letters at most.`)
  .refine((line) => !/[\p{Cc}\u2028\u2029]/u.test(line), 'A subject is one line.');

/** A message as it is shown and changed before it goes. */
export const mailDraftSchema = z.object({
  to: mailAddressSchema,
  subject: lineSchema.min(1, 'A message needs a subject.'),
  text: z.string().max(MOST_COMMENT, `A message can have ${MOST_COMMENT} letters at most.`),
});
export type MailDraft = z.infer<typeof mailDraftSchema>;

/** Of the files that go with one message, together: more is refused on the way by most servers. */
export const MOST_MAIL_BYTES = 20 * 1024 * 1024;

/** Sends a file that was put down under a key before. The same key is the same message, however often it comes. */
export const sendMailSchema = mailDraftSchema.extend({
  key: z.string().regex(/^[\w-]{16,64}$/),
  fileName: z.string().trim().min(1).max(255),
  sha256: sha256Schema,
});
export type SendMail = z.infer<typeof sendMailSchema>;

/** What has become of a message. */
export const mailStateSchema = z.enum([
  'sent',
  /** it was not taken; it can be sent again */
  'failed',
  /** nobody knows whether it was taken: something broke in the middle */
  'unsure',
]);
export type MailState = z.infer<typeof mailStateSchema>;

export const mailSchema = z.object({
  id: idSchema,
  from: z.string(),
  to: z.string(),
  subject: z.string(),
  text: z.string(),
  at: z.iso.datetime(),
  state: mailStateSchema,
  /** a receipt, work that was handed over, or a file that somebody sent */
  about: z.enum(['receipt', 'work', 'file']),
  /** why it did not go */
  why: z.string().nullable(),
  attachments: z.array(
    z.object({ name: z.string(), type: z.string(), bytes: z.number().int().nonnegative() }),
  ),
  /** it lies with the stand-in server that ships with Ravlo: it has left for nowhere */
  isMadeUp: z.boolean(),
  /** whether what the stand-in received is what was sent, byte for byte; null where another server took it */
  isSame: z.boolean().nullable(),
});
export type Mail = z.infer<typeof mailSchema>;

export const mailTraySchema = z.object({ isStandIn: z.boolean(), mails: z.array(mailSchema) });
export type MailTray = z.infer<typeof mailTraySchema>;

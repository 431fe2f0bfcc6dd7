import { z } from 'zod';
import { clearCodeSchema } from '../clearCode';
import { idSchema, sha256Schema } from '../packet';
import { MOST_PAGES } from '../requests';
import { partSchema } from '../recipe';
import { briefSchema, MOST_COMMENT } from './brief';
import { givenSchema } from './marking';
import { mailDraftSchema } from './mail';

const time = z.iso.datetime();

/** A class's code. */
export const classCodeSchema = clearCodeSchema(
  'A class code has eight letters and digits. It never has O, I, L, 0 or 1.',
);

export const deskClassSchema = z.object({
  id: idSchema,
  name: z.string(),
  /** who reads what is handed over */
  marker: z.string(),
});
export type DeskClass = z.infer<typeof deskClassSchema>;

/** By which way it came where it was not put on the desk itself; what the receipt says of it. */
export const receiptWaySchema = z.discriminatedUnion('kind', [
  z.object({ kind: z.literal('mail'), to: z.string(), subject: z.string(), messageId: z.string() }),
  z.object({ kind: z.literal('folder'), folder: z.string(), name: z.string() }),
]);
export type ReceiptWay = z.infer<typeof receiptWaySchema>;

/** What the proof says; its text is what is signed. */
export const receiptFactsSchema = z.object({
  kind: z.literal('ravlo-receipt'),
  version: z.literal(1),
  id: idSchema,
  person: z.string(),
  deskClass: z.string(),
  brief: z.string(),
  /** from 1 */
  attempt: z.number().int().positive(),
  attemptsAllowed: z.number().int().positive().nullable(),
  fileName: z.string(),
  pages: z.number().int().positive(),
  bytes: z.number().int().positive(),
  /** of the bytes as they were read back from where they are kept */
  sha256: sha256Schema,
  arrivedAt: time,
  dueAt: time.nullable(),
  isLate: z.boolean(),
  /** what was handed over beside it; left out where nothing was */
  files: z
    .array(z.object({ name: z.string(), bytes: z.number().int().positive(), sha256: sha256Schema }))
    .optional(),
  /** left out where it came to the desk itself */
  by: receiptWaySchema.optional(),
});
export type ReceiptFacts = z.infer<typeof receiptFactsSchema>;

export const receiptSchema = receiptFactsSchema.extend({
  /** the desk's public key (Ed25519, SPKI, base64) */
  key: z.string().max(200),
  /** of `receiptText`, base64 */
  signature: z.string().max(200),
});
export type Receipt = z.infer<typeof receiptSchema>;

/** The text of a receipt that is signed: its facts in the order in which the schema names them. */
export const receiptText = (receipt: ReceiptFacts): string =>
  JSON.stringify(receiptFactsSchema.parse(receipt));

export const attemptSchema = z.object({
  id: idSchema,
  briefId: idSchema,
  comment: z.string(),
  /** the packet that it was made of; null where that is not known */
  packetId: idSchema.nullable(),
  takenBackAt: time.nullable(),
  receipt: receiptSchema,
  /** what the marker gave back; null before that */
  given: givenSchema.nullable(),
});
export type Attempt = z.infer<typeof attemptSchema>;

/** A brief as a student sees it, with what they have handed over. */
export const myBriefSchema = z.object({
  brief: briefSchema,
  deskClass: deskClassSchema,
  /** the first first */
  attempts: z.array(attemptSchema),
});
export type MyBrief = z.infer<typeof myBriefSchema>;

export const deskSchema = z.object({
  /** the desk's clock: the one that counts */
  now: time,
  person: z.string(),
  classes: z.array(deskClassSchema),
  briefs: z.array(myBriefSchema),
});
export type DeskOfMine = z.infer<typeof deskSchema>;

export const joinSchema = z.object({ code: classCodeSchema });

/** The largest file that the desk takes, bytes, whatever a brief allows. */
export const MOST_HANDED_BYTES = 200 * 1024 * 1024;

/** Made by the client for one handing over: whatever happens on the way, it is one attempt. */
export const attemptKeySchema = z.string().regex(/^[\w-]{16,64}$/);

/**
 * The key of a handing over: the same for the same bytes as the same attempt, in every tab and after every reload, so that
 * pressing twice is one attempt; another after taking back.
 *
 * @param number which attempt it would be, from 1
 */
export const attemptKey = (briefId: string, number: number, sha256: string): string =>
  `${sha256.slice(0, 40)}-${briefId.slice(0, 8)}-${number}`;

const handedFileSchema = z.object({
  key: attemptKeySchema,
  name: z.string().trim().min(1).max(255),
  sha256: sha256Schema,
});

/** Files that may go with one handing over: as many as a packet has pages, where pictures are asked for, and some. */
export const MOST_FILES = MOST_PAGES + 10;

/** The metadata of an upload to /api/handing. */
export const handingFactsSchema = z.object({ key: attemptKeySchema });

/** Hands over bytes that have been sent under the same key before. */
export const handOverSchema = z.object({
  key: attemptKeySchema,
  fileName: z.string().trim().min(1).max(255),
  /** of the bytes that were looked at */
  sha256: sha256Schema,
  comment: z.string().max(MOST_COMMENT, `A word to the marker can have ${MOST_COMMENT} letters at most.`),
  /** the packet that it was made of */
  packetId: idSchema.nullable(),
  /** which part each page of the file is, in order; empty where nobody has said */
  parts: z
    .array(partSchema.nullable())
    .max(MOST_PAGES * 2)
    .optional(),
  /** the message that it goes with, where the brief wants it by mail */
  mail: mailDraftSchema.optional(),
  /** what goes with it, sent before in the same way */
  files: z.array(handedFileSchema).max(MOST_FILES, `${MOST_FILES} further files at most.`),
  /** the brief's statement has been confirmed */
  isConfirmed: z.boolean(),
});
export type HandOver = z.infer<typeof handOverSchema>;

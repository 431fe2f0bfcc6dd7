import { z } from 'zod';
import { namePatternSchema } from '../namePattern';
import { idSchema, paperSchema, sha256Schema, sizeLimitSchema } from '../packet';
import { partSchema } from '../recipe';
import { MOST_BRIEF_POINTS } from './points';
import { MOST_PAGES } from '../requests';

const time = z.iso.datetime();

/** What becomes of work that comes after its due time: taken as late for ever or until a time, or not taken any more. */
export const afterDueSchema = z.discriminatedUnion('kind', [
  z.object({ kind: z.literal('late') }),
  z.object({ kind: z.literal('late-until'), until: time }),
  z.object({ kind: z.literal('closed') }),
]);
export type AfterDue = z.infer<typeof afterDueSchema>;

/** Parts that one brief may ask for: workbook pages, questions. */
export const MOST_PARTS = 60;

const distinct = (names: readonly string[]) =>
  new Set(names.map((name) => name.toLocaleLowerCase())).size === names.length;

/** How many pages are asked for, or which: parts are named, and each page is one of them. */
export const pagesAskedSchema = z.discriminatedUnion('kind', [
  z.object({ kind: z.literal('any') }),
  z
    .object({
      kind: z.literal('count'),
      least: z.number().int().min(1).max(MOST_PAGES),
      most: z.number().int().min(1).max(MOST_PAGES),
    })
    .refine(({ least, most }) => least <= most, 'The least cannot be more than the most.'),
  z.object({
    kind: z.literal('parts'),
    parts: z.array(partSchema).min(1).max(MOST_PARTS).refine(distinct, 'Every part needs a name of its own.'),
  }),
]);
export type PagesAsked = z.infer<typeof pagesAskedSchema>;

export const MOST_INSTRUCTIONS = 10_000;
/** Of a word to the marker, and of a marker's on the whole. */
export const MOST_COMMENT = 10_000;

/** A folder of a class, as it is called. */
export const folderNameSchema = z
  .string()
  .trim()
  .min(1, 'A folder needs a name.')
  .max(80, 'The name of a folder can have 80 letters at most.')
  .refine(
    (name) => !/^\.|[\\/:*?"<>|\p{Cc}]/u.test(name),
    'A folder’s name has no / \\ : * ? " < > | in it.',
  );

export const mailAddressSchema = z.email('This is no mail address.').max(200);

/** By which way work comes in: laid on the class desk, mailed, or put into a folder of the class. */
export const handOverBySchema = z.discriminatedUnion('kind', [
  z.object({ kind: z.literal('desk') }),
  z.object({ kind: z.literal('mail'), to: mailAddressSchema, subject: namePatternSchema }),
  z.object({ kind: z.literal('folder'), folder: folderNameSchema }),
]);
export type HandOverBy = z.infer<typeof handOverBySchema>;

export const worksheetSchema = z.object({
  name: z.string().trim().min(1).max(120),
  sha256: sha256Schema,
  bytes: z.number().int().positive(),
  pages: z.number().int().positive(),
});
export type Worksheet = z.infer<typeof worksheetSchema>;

/** What a marker writes of a brief. */
export const briefContentSchema = z.object({
  title: z.string().trim().min(1, 'A brief needs a title.').max(120),
  unit: z.string().trim().max(120),
  instructions: z.string().max(MOST_INSTRUCTIONS),
  /** a PDF that came with it */
  worksheet: worksheetSchema.nullable(),
  /** null where it may come at any time */
  dueAt: time.nullable(),
  afterDue: afterDueSchema,
  /** the most that there are; null where there are none */
  points: z.number().positive().max(MOST_BRIEF_POINTS).nullable(),
  /** null where they are not counted */
  attempts: z.number().int().min(1).max(50).nullable(),
  format: z.enum(['pdf', 'pictures', 'any']),
  mostBytes: sizeLimitSchema.nullable(),
  pages: pagesAskedSchema,
  /** null where any will do */
  paper: paperSchema.nullable(),
  namePattern: namePatternSchema.nullable(),
  /** to be confirmed by whoever hands over: "This is my own work" */
  statement: z.string().trim().min(1).max(400).nullable(),
  takesComment: z.boolean(),
  by: handOverBySchema,
});
export type BriefContent = z.infer<typeof briefContentSchema>;

/** What a teacher asks for. */
export const briefSchema = briefContentSchema.extend({ id: idSchema, classId: idSchema });
export type Brief = z.infer<typeof briefSchema>;

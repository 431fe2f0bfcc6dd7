import { z } from 'zod';
import { namePatternSchema } from '../namePattern';
import { idSchema, paperSchema, sha256Schema, sizeLimitSchema } from '../packet';
import { partSchema } from '../recipe';
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

/** What a teacher asks for. */
export const briefSchema = z.object({
  id: idSchema,
  classId: idSchema,
  title: z.string().trim().min(1, 'A brief needs a title.').max(120),
  unit: z.string().trim().max(120),
  instructions: z.string().max(MOST_INSTRUCTIONS),
  /** a PDF that came with it */
  worksheet: z
    .object({
      name: z.string().trim().min(1).max(120),
      sha256: sha256Schema,
      bytes: z.number().int().positive(),
      pages: z.number().int().positive(),
    })
    .nullable(),
  /** null where it may come at any time */
  dueAt: time.nullable(),
  afterDue: afterDueSchema,
  /** the most that there are; null where there are none */
  points: z.number().positive().max(1000).nullable(),
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
});
export type Brief = z.infer<typeof briefSchema>;

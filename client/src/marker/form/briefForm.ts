import { format } from 'date-fns/format';
import {
  briefContentSchema,
  NAME_FIELDS,
  nameFieldSchema,
  paperSchema,
  readPoints,
  worksheetSchema,
  type BriefContent,
  type MarkedBrief,
  type NameField,
} from '@ravlo/contract';
import { z } from 'zod';

/*
 * A brief as it stands in the form, all of it as it is typed, and the way to what it means. Times are those of the marker's
 * own clock, as a field for date and time gives them: "2026-05-14T18:00".
 */

const typed = z.string();

/** A number that is typed, or nothing. */
const wholeNumber = (name: string, least: number, most: number) =>
  typed.refine((text) => {
    const value = Number(text.trim());
    return text.trim() === '' || (Number.isInteger(value) && value >= least && value <= most);
  }, `${name}: a whole number from ${least} to ${most}, or nothing.`);

const isTime = (text: string) => text.trim() !== '' && !Number.isNaN(new Date(text).getTime());
const isAddress = (text: string) => z.email().safeParse(text.trim()).success;
const MB = 1_000_000;

export const briefFormSchema = z
  .object({
    title: typed.refine((text) => text.trim() !== '', 'A brief needs a title.'),
    unit: typed,
    instructions: typed,
    worksheet: worksheetSchema.nullable(),
    due: typed.refine((text) => text === '' || isTime(text), 'When is it due?'),
    after: z.enum(['late', 'late-until', 'closed']),
    until: typed,
    points: typed.refine(
      (text) => text.trim() === '' || (readPoints(text) ?? -1) > 0,
      'Points: a number like 20, or nothing where there are none.',
    ),
    attempts: wholeNumber('Attempts', 1, 50),
    format: z.enum(['pdf', 'pictures', 'any']),
    mostMb: typed.refine(
      (text) => text.trim() === '' || Number(text.replace(',', '.')) > 0,
      'Size: megabytes like 4 or 0.5, or nothing.',
    ),
    pages: z.enum(['any', 'count', 'parts']),
    least: wholeNumber('Pages', 1, 60),
    most: wholeNumber('Pages', 1, 60),
    parts: typed,
    paper: z.union([z.literal(''), paperSchema]),
    name: z.array(nameFieldSchema),
    separator: z.enum(['_', '-', ' ', '.']),
    statement: typed,
    takesComment: z.boolean(),
    by: z.enum(['desk', 'mail', 'folder']),
    mailTo: typed,
    folder: typed,
    publish: z.enum(['now', 'later', 'no']),
    publishAt: typed,
  })
  .superRefine((form, context) => {
    const wrong = (path: keyof typeof form, message: string) =>
      context.addIssue({ code: 'custom', path: [path], message });
    if (form.after === 'late-until' && form.due !== '' && !isTime(form.until))
      wrong('until', 'Until when is it taken as late?');
    else if (form.after === 'late-until' && form.due !== '' && new Date(form.until) < new Date(form.due))
      wrong('until', 'It cannot be closed before it is due.');
    if (form.pages === 'count' && (form.least.trim() === '' || form.most.trim() === ''))
      wrong('least', 'From how many pages to how many?');
    else if (form.pages === 'count' && Number(form.least) > Number(form.most))
      wrong('least', 'The least cannot be more than the most.');
    if (form.pages === 'parts' && partsOf(form.parts).length === 0)
      wrong('parts', 'Which parts are asked for? One in each line.');
    if (form.by === 'mail' && !isAddress(form.mailTo)) wrong('mailTo', 'To which mail address?');
    if (form.by === 'folder' && form.folder.trim() === '') wrong('folder', 'Into which folder?');
    if (form.publish === 'later' && !isTime(form.publishAt))
      wrong('publishAt', 'From when on do students see it?');
  });

export type BriefForm = z.infer<typeof briefFormSchema>;

export const EMPTY_FORM: BriefForm = {
  ...{ title: '', unit: '', instructions: '', worksheet: null, due: '', after: 'late', until: '' },
  ...{ points: '', attempts: '', format: 'pdf', mostMb: '', pages: 'any', least: '', most: '', parts: '' },
  ...{ paper: '', name: ['surname', 'first-name', 'assignment'], separator: '_' },
  ...{ statement: 'This is my own work', takesComment: true, by: 'desk', mailTo: '', folder: '' },
  ...{ publish: 'now', publishAt: '' },
};

const partsOf = (text: string): string[] => [
  ...new Set(
    text
      .split(/[\n;]/)
      .map((part) => part.trim())
      .filter(Boolean),
  ),
];

const numberOr = <T>(text: string, otherwise: T): number | T =>
  text.trim() === '' ? otherwise : Number(text.trim().replace(',', '.'));

const isoOf = (local: string): string => new Date(local).toISOString();
const localOf = (iso: string): string => format(new Date(iso), "yyyy-MM-dd'T'HH:mm");

/** What the form means. @throws ZodError where the contract would not take it */
export function contentOf(form: BriefForm): BriefContent {
  const dueAt = form.due === '' ? null : isoOf(form.due);
  const mostMb = numberOr(form.mostMb, null);
  return briefContentSchema.parse({
    ...{
      title: form.title,
      unit: form.unit,
      instructions: form.instructions,
      worksheet: form.worksheet,
      dueAt,
    },
    afterDue:
      form.after === 'late-until' && dueAt !== null
        ? { kind: 'late-until', until: isoOf(form.until) }
        : { kind: form.after === 'closed' ? 'closed' : 'late' },
    points: form.points.trim() === '' ? null : readPoints(form.points),
    attempts: numberOr(form.attempts, null),
    format: form.format,
    mostBytes: mostMb === null ? null : Math.round(mostMb * MB),
    pages:
      form.pages === 'count'
        ? { kind: 'count', least: Number(form.least), most: Number(form.most) }
        : form.pages === 'parts'
          ? { kind: 'parts', parts: partsOf(form.parts) }
          : { kind: 'any' },
    paper: form.paper === '' ? null : form.paper,
    namePattern: form.name.length === 0 ? null : { parts: form.name, separator: form.separator },
    statement: form.statement.trim() === '' ? null : form.statement,
    takesComment: form.takesComment,
    by:
      form.by === 'mail'
        ? {
            kind: 'mail',
            to: form.mailTo.trim(),
            subject: { parts: ['assignment', 'surname', 'first-name'], separator: ' ' },
          }
        : form.by === 'folder'
          ? { kind: 'folder', folder: form.folder }
          : { kind: 'desk' },
  });
}

/** When students see it; null where nobody has said. @param now ms */
export function publishAtOf({ publish, publishAt }: BriefForm, now: number): string | null {
  if (publish === 'no') return null;
  return publish === 'now' ? new Date(now).toISOString() : isoOf(publishAt);
}

/** The form of a brief that there is. */
export function formOf({ brief, publishAt }: MarkedBrief, now: number): BriefForm {
  const { pages, by, namePattern } = brief;
  return {
    ...{ title: brief.title, unit: brief.unit, instructions: brief.instructions, worksheet: brief.worksheet },
    ...{ due: brief.dueAt === null ? '' : localOf(brief.dueAt), after: brief.afterDue.kind },
    until: brief.afterDue.kind === 'late-until' ? localOf(brief.afterDue.until) : '',
    ...{ points: brief.points === null ? '' : String(brief.points), format: brief.format },
    attempts: brief.attempts === null ? '' : String(brief.attempts),
    mostMb: brief.mostBytes === null ? '' : String(brief.mostBytes / MB),
    ...{ pages: pages.kind, parts: pages.kind === 'parts' ? pages.parts.join('\n') : '' },
    least: pages.kind === 'count' ? String(pages.least) : '',
    most: pages.kind === 'count' ? String(pages.most) : '',
    paper: brief.paper ?? '',
    name: (namePattern?.parts ?? []).filter((part): part is NameField => typeof part === 'string'),
    separator: namePattern?.separator ?? '_',
    ...{ statement: brief.statement ?? '', takesComment: brief.takesComment, by: by.kind },
    ...{ mailTo: by.kind === 'mail' ? by.to : '', folder: by.kind === 'folder' ? by.folder : '' },
    publish: publishAt === null ? 'no' : Date.parse(publishAt) > now ? 'later' : 'now',
    publishAt: publishAt !== null && Date.parse(publishAt) > now ? localOf(publishAt) : '',
  };
}

export const NAMES_TO_CHOOSE = NAME_FIELDS;

/**
 * What a change does to work that has come already, in plain sentences; nothing where it does nothing.
 *
 * @param count how many have handed something over
 */
export function sayEffects(before: BriefContent, after: BriefContent, count: number): string[] {
  if (count === 0) return [];
  const who = count === 1 ? 'One has' : `${count} have`;
  const says: string[] = [];
  if (before.dueAt !== after.dueAt)
    says.push(`${who} handed over already: whether that was late stays as their receipts say.`);
  if (before.points !== after.points)
    says.push(
      after.points === null
        ? 'Points that were given are kept, and shown no more.'
        : 'Points that were given stay as they are; look through those that are marked.',
    );
  if (JSON.stringify(before.pages) !== JSON.stringify(after.pages))
    says.push('What was handed over is not asked to fit the new pages.');
  if (before.format !== after.format || before.mostBytes !== after.mostBytes)
    says.push('Files that lie here stay as they are; the new format and size count from now on.');
  if (after.attempts !== null && (before.attempts === null || after.attempts < before.attempts))
    says.push(
      'Whoever has used that many attempts already has none left; what they handed over last counts.',
    );
  if (before.by.kind !== after.by.kind)
    says.push('What came by the old way stays where it is; new work comes by the new one.');
  return says;
}

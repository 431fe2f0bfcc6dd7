import { z } from 'zod';
import { pageSchema } from './packet';

/** The kinds of trouble that the server names; each is the last part of a problem's type. */
export const problemKindSchema = z.enum([
  'bad-request',
  'not-found',
  'changed-elsewhere',
  'photo-empty',
  'photo-unreadable',
  'photo-incomplete',
  'photo-too-big',
  'photo-too-small',
  'photo-altered',
  'upload-out-of-step',
  'packet-full',
  'storage-full',
  'forbidden',
  'not-paired',
  'broken',
]);
export type ProblemKind = z.infer<typeof problemKindSchema>;

/** RFC 9457 problem details. */
export const problemSchema = z.object({
  type: z.templateLiteral(['/problems/', problemKindSchema]),
  title: z.string(),
  status: z.number().int(),
  /** a sentence for the person */
  detail: z.string(),
  /** with changed-elsewhere: the page as it is now */
  page: pageSchema.optional(),
});
export type Problem = z.infer<typeof problemSchema>;

export const PROBLEM_MEDIA_TYPE = 'application/problem+json';

/** The kind inside a problem's type. */
export function problemKind(problem: Problem): ProblemKind {
  return problemKindSchema.parse(problem.type.slice('/problems/'.length));
}

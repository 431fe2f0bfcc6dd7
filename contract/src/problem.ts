import { z } from 'zod';
import { idSchema, packetSchema, pageSchema } from './packet';

/** Why a photo can never become a page, whoever sends it again: its own bytes say so. */
export const USELESS_PHOTO_KINDS = [
  'photo-empty',
  'photo-unreadable',
  'photo-incomplete',
  'photo-too-big',
  'photo-too-small',
  'photo-shape',
] as const;

/** The kinds of trouble that the server names; each is the last part of a problem's type. */
export const problemKindSchema = z.enum([
  'bad-request',
  'not-found',
  'changed-elsewhere',
  ...USELESS_PHOTO_KINDS,
  'photo-altered',
  'upload-out-of-step',
  'upload-gone',
  'not-arrived',
  'packet-full',
  'page-full',
  'archive-unreadable',
  'archive-altered',
  'archive-newer',
  'archive-too-big',
  'no-such-class',
  'desk-closed',
  'no-attempts-left',
  'not-confirmed',
  'handed-format',
  'handed-too-big',
  'handed-altered',
  'points-too-many',
  'not-standing',
  'mail-too-big',
  'mail-refused',
  'mail-unsure',
  'folder-refused',
  'desk-down',
  'too-many-tries',
  'storage-full',
  'forbidden',
  'not-paired',
  'nobody-chosen',
  'another-person',
  'wrong-pin',
  'other-version',
  'broken',
]);
export type ProblemKind = z.infer<typeof problemKindSchema>;

/** Where edits could not be merged: what each thing is now, and which of its fields somebody else has changed. */
export const conflictsSchema = z.object({
  pages: z.array(z.object({ page: pageSchema, fields: z.array(z.string()) })),
  packets: z.array(z.object({ packet: packetSchema, fields: z.array(z.string()) })),
  /** pages and packets that are not there any more */
  gone: z.array(idSchema),
});
export type Conflicts = z.infer<typeof conflictsSchema>;

/** RFC 9457 problem details. */
export const problemSchema = z.object({
  type: z.templateLiteral(['/problems/', problemKindSchema]),
  title: z.string(),
  status: z.number().int(),
  /** a sentence for the person */
  detail: z.string(),
  /** with changed-elsewhere */
  conflicts: conflictsSchema.optional(),
});
export type Problem = z.infer<typeof problemSchema>;

export const PROBLEM_MEDIA_TYPE = 'application/problem+json';

/** The kind inside a problem's type. */
export function problemKind(problem: Problem): ProblemKind {
  return problemKindSchema.parse(problem.type.slice('/problems/'.length));
}

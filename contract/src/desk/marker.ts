import { z } from 'zod';
import { idSchema } from '../packet';
import { markPatternSchema } from '../people';
import { briefContentSchema, briefSchema } from './brief';
import { attemptSchema, deskClassSchema } from './handOver';
import { markingSchema } from './marking';
import { pointsSchema } from './points';

const time = z.iso.datetime();

/** Somebody in a class, as its marker sees them. */
export const studentSchema = z.object({
  id: idSchema,
  /** as the marker calls them, else as they call themselves */
  name: z.string(),
  firstName: z.string(),
  surname: z.string(),
  studentNumber: z.string(),
  pattern: markPatternSchema,
  /** they are not in the class any more; what they handed over still lies there */
  hasLeft: z.boolean(),
});
export type Student = z.infer<typeof studentSchema>;

/** Where a brief's work stands: how many of the students. */
export const workCountsSchema = z.object({
  students: z.number().int(),
  /** handed over and not marked */
  toMark: z.number().int(),
  /** with points or words, given back or not */
  marked: z.number().int(),
  nothingYet: z.number().int(),
});
export type WorkCounts = z.infer<typeof workCountsSchema>;

export const markedBriefSchema = z.object({
  brief: briefSchema,
  /** when students see it; null where they do not before somebody says so */
  publishAt: time.nullable(),
  isDeleted: z.boolean(),
  /** changes whenever the brief is written: an edit says which one it is of */
  version: z.number().int(),
  counts: workCountsSchema,
});
export type MarkedBrief = z.infer<typeof markedBriefSchema>;

/** A class as its marker sees it. */
export const markedClassSchema = z.object({
  id: idSchema,
  name: z.string(),
  /** by which students join; null while nobody can */
  code: z.string().nullable(),
  /** by which another marker joins */
  markerCode: z.string(),
  markers: z.array(z.string()),
  students: z.array(studentSchema),
  briefs: z.array(markedBriefSchema),
});
export type MarkedClass = z.infer<typeof markedClassSchema>;

export const markerDeskSchema = z.object({ now: time, classes: z.array(markedClassSchema) });
export type MarkerDesk = z.infer<typeof markerDeskSchema>;

const classNameSchema = z
  .string()
  .trim()
  .min(1, 'A class needs a name.')
  .max(120, 'The name of a class can have 120 letters at most.');

export const newClassSchema = z.object({ name: classNameSchema });
export const changeClassSchema = z.object({
  name: classNameSchema.optional(),
  isOpen: z.boolean().optional(),
  renew: z.enum(['code', 'markerCode']).optional(),
});
export type ChangeClass = z.infer<typeof changeClassSchema>;

/** How a marker calls a student; empty: as they call themselves. */
export const callStudentSchema = z.object({
  name: z.string().trim().max(120, 'A name can have 120 letters at most.'),
});

export const writeBriefSchema = z.object({
  content: briefContentSchema,
  publishAt: time.nullable(),
  /** the version that was changed; null for a new one */
  version: z.number().int().nullable(),
});
export type WriteBrief = z.infer<typeof writeBriefSchema>;

export const copyBriefSchema = z.object({ classId: idSchema });

/** Another due time for one student; null: that of all. */
export const extendSchema = z.object({ personId: idSchema, dueAt: time.nullable() });
export type Extend = z.infer<typeof extendSchema>;

/** What is known of the marking of one attempt at a glance. */
export const markGlanceSchema = z.object({
  points: pointsSchema.nullable(),
  pins: z.number().int(),
  /** who said something last */
  by: z.string(),
  givenBackAt: time.nullable(),
  /** something was changed since it was given back */
  isChangedSince: z.boolean(),
});
export type MarkGlance = z.infer<typeof markGlanceSchema>;

/** One student's work for a brief. */
export const workSchema = z.object({
  student: studentSchema,
  /** theirs */
  dueAt: time.nullable(),
  isExtended: z.boolean(),
  /** the first first, also those that were taken back */
  attempts: z.array(attemptSchema),
  attemptsLeft: z.number().int().nullable(),
  /** of the attempt that stands; null where nothing was said of it */
  mark: markGlanceSchema.nullable(),
});
export type Work = z.infer<typeof workSchema>;

export const briefWorkSchema = z.object({
  now: time,
  deskClass: deskClassSchema,
  marked: markedBriefSchema,
  work: z.array(workSchema),
});
export type BriefWork = z.infer<typeof briefWorkSchema>;

/** One attempt on a marker's desk. */
export const readingSchema = z.object({
  attempt: attemptSchema,
  brief: briefSchema,
  student: studentSchema,
  /** which part each page of the file is, as the student said; empty where they did not */
  parts: z.array(z.string().nullable()),
  marking: markingSchema,
  /** who said what last, by the key of what it is (`keyOfEdit`) */
  authors: z.record(z.string(), z.string()),
  version: z.number().int(),
  givenBackAt: time.nullable(),
  isChangedSince: z.boolean(),
  /** the attempt that came after this one and stands; null where this one does, or none */
  newerAttemptId: idSchema.nullable(),
});
export type Reading = z.infer<typeof readingSchema>;

export const markedSchema = z.object({ reading: readingSchema, clashes: z.array(z.string()) });
export type Marked = z.infer<typeof markedSchema>;

/** What was written beside pins before, the last used first. */
export const phrasesSchema = z.object({ phrases: z.array(z.string()) });

export const MOST_PHRASES = 60;

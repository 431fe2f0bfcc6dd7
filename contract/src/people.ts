import { z } from 'zod';
import { mailAddressSchema } from './desk/brief';
import { idSchema } from './packet';

/** What fills the ring of a person's mark, so that people are told apart without colour. */
export const MARK_PATTERNS = [
  'waves',
  'stripes',
  'dots',
  'scales',
  'chequers',
  'crosses',
  'rays',
  'bricks',
] as const;
export const markPatternSchema = z.enum(MARK_PATTERNS);
export type MarkPattern = z.infer<typeof markPatternSchema>;

/** People of one household. */
export const MOST_PEOPLE = 40;

const nameSchema = z.string().trim().max(60, 'A name can have 60 letters at most.');

/** What a person says of themselves. */
export const personFactsSchema = z.object({
  firstName: nameSchema.min(1, 'A first name needs at least one letter.'),
  surname: nameSchema,
  studentNumber: z.string().trim().max(40, 'A student number can have 40 signs at most.'),
  /** where receipts go; empty where none are wanted */
  email: z.union([z.literal(''), mailAddressSchema]),
  pattern: markPatternSchema,
});
export type PersonFacts = z.infer<typeof personFactsSchema>;

export const personSchema = personFactsSchema.extend({
  id: idSchema,
  // Nobody has said yet who they are.
  firstName: z.string(),
  hasPin: z.boolean(),
});
export type Person = z.infer<typeof personSchema>;

export const pinSchema = z.string().regex(/^\d{4,8}$/, 'A PIN has 4 to 8 digits.');

/** The people who share this Ravlo, in the order in which they came, and who is using it in this browser. */
export const householdSchema = z.object({
  people: z.array(personSchema),
  /** null while nobody has said who it is */
  now: idSchema.nullable(),
});
export type Household = z.infer<typeof householdSchema>;

/** Says who is using Ravlo from now on. */
export const takeSeatSchema = z.object({ personId: idSchema, pin: pinSchema.optional() });
export type TakeSeat = z.infer<typeof takeSeatSchema>;

/** Sets, changes or, with null, takes off a PIN; whoever has one shows it. */
export const changePinSchema = z.object({ pin: pinSchema.optional(), to: pinSchema.nullable() });
export type ChangePin = z.infer<typeof changePinSchema>;

/** Gives a packet with all its pages to another person of the household. */
export const givePacketSchema = z.object({ to: idSchema });

/** Says in a request whose window it comes from; another person may have taken the browser since. */
export const PERSON_HEADER = 'ravlo-person';

/** A person's whole name; for somebody without one yet, a word that always fits. */
export const fullName = ({ firstName, surname }: Pick<Person, 'firstName' | 'surname'>): string =>
  `${firstName} ${surname}`.trim() || 'Me';

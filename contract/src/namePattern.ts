import { z } from 'zod';

/** What a name can be made of. */
export const NAME_FIELDS = [
  'surname',
  'first-name',
  'student-number',
  'class',
  'assignment',
  'unit',
  'date',
  'version',
] as const;
export const nameFieldSchema = z.enum(NAME_FIELDS);
export type NameField = z.infer<typeof nameFieldSchema>;

/** A field, or words that stand as they are. */
const namePartSchema = z.union([nameFieldSchema, z.object({ words: z.string().max(60) })]);
export type NamePart = z.infer<typeof namePartSchema>;

export const SEPARATORS = ['_', '-', ' ', '.'] as const;

/** How a teacher wants files to be named: parts in their order, with one sign between them. */
export const namePatternSchema = z.object({
  parts: z.array(namePartSchema).max(12),
  separator: z.enum(SEPARATORS),
});
export type NamePattern = z.infer<typeof namePatternSchema>;

/** What the fields are filled with; a field without a value is left out. */
export type NameValues = Partial<Readonly<Record<NameField, string>>>;

/** The fields of a pattern that have no value: what has to be asked for. */
export const missingFields = ({ parts }: NamePattern, values: NameValues): NameField[] =>
  parts.filter((part): part is NameField => typeof part === 'string' && !values[part]?.trim());

/** A name by a pattern. Commas and spaces within a value give way where the separator is one that files are told apart by. */
export function nameFrom({ parts, separator }: NamePattern, values: NameValues): string {
  const isTight = separator !== ' ';
  return parts
    .map((part) => (typeof part === 'string' ? (values[part] ?? '') : part.words))
    .map((words) => words.replace(isTight ? /[\s,;]+/g : /\s+/g, ' ').trim())
    .filter((words) => words !== '')
    .map((words) => (separator === '_' ? words.replaceAll(' ', '-') : words))
    .join(separator);
}

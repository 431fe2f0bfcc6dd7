import { z } from 'zod';
import { turnSchema } from './turn';
import { MOST_NOTES, MOST_POINTS, noteSchema, pointCount } from './notes';

/** [x, y] in photo pixels after the EXIF turn; corners may lie outside the photo by up to one photo. */
const point = z.tuple([z.number().min(-1e5).max(2e5), z.number().min(-1e5).max(2e5)]);

/** Clockwise from the page's own top left. */
export const cornersSchema = z.tuple([point, point, point, point]);
export type Corners = z.infer<typeof cornersSchema>;

/** Coefficients by rising power of how far a side bows from its chord, photo pixels; see core's SideCurve. */
const bowPart = z.number().min(-2e4).max(2e4);
const bowSchema = z.tuple([bowPart, bowPart, bowPart, bowPart]);
/** One bow a side, the side from corner i to corner i + 1 first. Left out where the sheet is flat. */
export const bowsSchema = z.tuple([bowSchema, bowSchema, bowSchema, bowSchema]);
export type Bows = z.infer<typeof bowsSchema>;

/** Where the sheet is in the photo, and who says so. */
export const recipeOutlineSchema = z.discriminatedUnion('by', [
  /** nobody has looked yet */
  z.object({ by: z.literal('pending') }),
  z.object({
    by: z.literal('finder'),
    corners: cornersSchema,
    bows: bowsSchema.optional(),
    confidence: z.number().min(0).max(1),
    /** an open book's page: the corners of both its pages as one sheet */
    spread: cornersSchema.optional(),
  }),
  z.object({ by: z.literal('hand'), corners: cornersSchema, bows: bowsSchema.optional() }),
  /**
   * the whole photo is the page: by choice, because no sheet stood out, because every outline would have cut through
   * writing, or because all of it is sheet (a flat scan)
   */
  z.object({
    by: z.literal('whole'),
    reason: z.enum(['chosen', 'none-found', 'through-writing', 'all-sheet']),
  }),
]);
export type RecipeOutline = z.infer<typeof recipeOutlineSchema>;

/** The outline of an open book's page made that of both its pages; any other stays as it is. */
export function asOneSheet(outline: RecipeOutline): RecipeOutline {
  if (outline.by !== 'finder') return outline;
  return outline.spread ? { by: 'hand', corners: outline.spread } : outline;
}

export const lookSchema = z.enum(['as-shot', 'daylight', 'pen', 'pencil', 'soft-grey']);
export type Look = z.infer<typeof lookSchema>;

/** What becomes of printed rules and squares: shown quietly and evenly, taken away, or shown as in the photo. */
export const ruleShowSchema = z.enum(['quiet', 'faded', 'kept']);
export type RuleShow = z.infer<typeof ruleShowSchema>;

/** How a person has set a look for one page; left out where it is as Ravlo finds it best. */
export const recipeTuningSchema = z.object({
  /** strokes lighter or darker, -1 to 1 */
  ink: z.number().min(-1).max(1),
  /** more or less of the paper's grain, -1 to 1; 1 is whitest */
  paper: z.number().min(-1).max(1),
  rules: ruleShowSchema,
});
export type RecipeTuning = z.infer<typeof recipeTuningSchema>;

/** The fine turn goes this far to either side, degrees. */
export const MOST_LEVEL = 15;
export const levelSchema = z.number().min(-MOST_LEVEL).max(MOST_LEVEL);

export const waySchema = z.literal('unsure');

/** A named piece of work: a workbook page, a question. */
export const partSchema = z.string().trim().min(1).max(60);

/** What a person says of a page: a part, or none of them (''). */
export const pagePartSchema = z.string().trim().max(60);

/** How one photo becomes one page: small, plain data, the only thing that an edit changes. */
export const recipeSchema = z.object({
  outline: recipeOutlineSchema,
  /** clockwise, after flattening */
  turn: turnSchema,
  look: lookSchema,
  tuning: recipeTuningSchema.optional(),
  /** nobody knows yet whether `turn` brings it upright; left out once that is known or a person has turned it */
  way: waySchema.optional(),
  /** fine turn after the quarter turn, degrees clockwise */
  level: levelSchema.optional(),
  /** which of the parts that a brief asks for the page is, where a person has said so */
  part: pagePartSchema.optional(),
  notes: z
    .array(noteSchema)
    .max(MOST_NOTES)
    .refine((notes) => pointCount(notes) <= MOST_POINTS, 'There are too many strokes on this page.')
    .optional(),
});
export type Recipe = z.infer<typeof recipeSchema>;

/** The recipe of a photo that has just come in. */
export const FRESH_RECIPE: Recipe = { outline: { by: 'pending' }, turn: 0, look: 'daylight' };

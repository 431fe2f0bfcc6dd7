import type { Recipe as CoreRecipe } from '@ravlo/core';
import type { Recipe } from '@ravlo/contract';

/**
 * The recipe as core takes it: only the corners matter for developing, not who found them, and of
 * the notes only what is covered.
 */
export function toCoreRecipe({ outline, turn, look, tuning, level, notes = [] }: Recipe): CoreRecipe {
  const hasCorners = outline.by === 'finder' || outline.by === 'hand';
  const covers = notes.filter((note) => note.kind === 'cover');
  return {
    outline: hasCorners ? outline.corners : null,
    bows: hasCorners ? (outline.bows ?? null) : null,
    turn,
    look,
    ...(level ? { level } : null),
    ...(covers.length > 0 ? { covers } : null),
    ...(tuning ? { cleaning: { tuning, rules: tuning.rules } } : null),
  };
}

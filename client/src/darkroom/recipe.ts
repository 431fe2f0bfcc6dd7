import type { Recipe as CoreRecipe } from '@ravlo/core';
import type { Recipe } from '@ravlo/contract';

/** The recipe as core takes it: only the corners matter for developing, not who found them. */
export function toCoreRecipe({ outline, turn, look, tuning }: Recipe): CoreRecipe {
  const hasCorners = outline.by === 'finder' || outline.by === 'hand';
  return {
    outline: hasCorners ? outline.corners : null,
    bows: hasCorners ? (outline.bows ?? null) : null,
    turn,
    look,
    ...(tuning ? { cleaning: { tuning, fadeRules: tuning.fadeRules } } : null),
  };
}

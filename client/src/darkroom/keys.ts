import type { Photo, Recipe } from '@ravlo/contract';
import { CORE_EDITION } from '@ravlo/core/geometry';
import { toCoreRecipe } from '@ravlo/words';

/** What a picture depends on, as a text. */
export function pictureKey({ sha256 }: Pick<Photo, 'sha256'>, recipe: Recipe, longSide: number): string {
  return `${CORE_EDITION} ${sha256} ${longSide} ${JSON.stringify(toCoreRecipe(recipe))}`;
}

/** What a verdict depends on, as a text: not on the look. */
export function verdictKey({ sha256 }: Pick<Photo, 'sha256'>, recipe: Recipe): string {
  const { outline, bows, turn, level } = toCoreRecipe(recipe);
  return `${CORE_EDITION} ${sha256} ${JSON.stringify({ outline, bows, turn, level })}`;
}

import type { Photo, Recipe } from '@ravlo/contract';
import { toCoreRecipe } from '@ravlo/words';

/** Bump the number when developing changes, so that what was made before is made again. */
const CORE_EDITION = 11;

/** What a picture depends on, as a text. */
export function pictureKey({ sha256 }: Pick<Photo, 'sha256'>, recipe: Recipe, longSide: number): string {
  return `${CORE_EDITION} ${sha256} ${longSide} ${JSON.stringify(toCoreRecipe(recipe))}`;
}

/** What a verdict depends on, as a text: not on the look. */
export function verdictKey({ sha256 }: Pick<Photo, 'sha256'>, recipe: Recipe): string {
  const { outline, bows, turn, level } = toCoreRecipe(recipe);
  return `${CORE_EDITION} ${sha256} ${JSON.stringify({ outline, bows, turn, level })}`;
}

import { signatureDistance } from '@ravlo/core/geometry';
import type { Page, Recipe } from '@ravlo/contract';
import type { CheckedPage } from '@/darkroom/worker/tools';
import { sayVerdict } from './sayVerdict';
import { outlineRemark } from './outlineRemark';

/** Pages whose signatures are no further apart than this show the same sheet. */
const SAME_SHEET = 0.2;

export interface SeenPage {
  readonly page: Page;
  readonly recipe: Recipe;
  readonly checked: CheckedPage | null;
}

/** What the table says about every page, in their order: a few words, or null where all is well or not known yet. */
export function pageRemarks(seen: readonly SeenPage[]): (string | null)[] {
  const landscape = seen.filter(({ checked }) => checked?.isLandscape).length;
  const mostArePortrait = landscape * 2 < seen.length;
  return seen.map(({ recipe, checked }, i) => {
    const outline = outlineRemark(recipe.outline);
    if (outline) return outline;
    const twin = twinAmong(seen, i);
    if (twin !== null) return `Same as page ${twin + 1}?`;
    const verdict = checked && sayVerdict(checked.verdict);
    if (verdict) return verdict;
    return checked?.isLandscape && mostArePortrait ? 'Lies among standing pages' : null;
  });
}

/** The first earlier page (from 0) that shows the same sheet; null when there is none. */
export function twinAmong(seen: readonly SeenPage[], i: number): number | null {
  const { page, recipe, checked } = seen[i];
  for (let k = 0; k < i; k++) {
    const other = seen[k];
    if (other.page.photo.id === page.photo.id) {
      // Two outlines in one photo are the two pages of an open book.
      if (JSON.stringify(other.recipe.outline) === JSON.stringify(recipe.outline)) return k;
    } else if (checked && other.checked && areAlike(checked, other.checked)) return k;
  }
  return null;
}

function areAlike(a: CheckedPage, b: CheckedPage): boolean {
  const isBlank = ({ verdict }: CheckedPage) => verdict.reasons.some(({ kind }) => kind === 'nearly-empty');
  // Blank sheets are all alike, and said to be empty anyway.
  if (isBlank(a) || isBlank(b)) return false;
  return signatureDistance(a.signature, b.signature) < SAME_SHEET;
}

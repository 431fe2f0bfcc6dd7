import type { RecipeOutline } from '@ravlo/contract';

/** Found, but so unsurely that a person should look. */
const UNSURE = 0.75;

const WHOLE = {
  chosen: null,
  'none-found': 'No sheet found',
  'through-writing': 'Whole photo: check its edges',
  'all-sheet': null,
} as const;

/** What the table says about a page's outline; null when there is nothing to say. */
export function outlineRemark(outline: RecipeOutline): string | null {
  switch (outline.by) {
    case 'whole':
      return WHOLE[outline.reason];
    case 'finder':
      return outline.confidence < UNSURE ? 'Check its edges' : null;
    case 'pending':
    case 'hand':
      return null;
  }
}

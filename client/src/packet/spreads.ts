import { asOneSheet, type Page } from '@ravlo/contract';
import { changeRecipe } from './editing';
import { arrangePages } from './history';
import { idsOf, without } from './pageOrder';
import type { AppThunk } from './store';
import type { Trouble } from './trouble';

/**
 * Photos of an open book: Ravlo proposes a page for each of the two that it shows. A person may take both as one, or
 * drop one; pages whose edges were drawn by hand are settled and no proposal any more.
 */

/** The pages that a photo of an open book has become. */
export interface Spread {
  readonly left: Page;
  readonly right: Page;
}

/** The spread that a page belongs to; null where it is a page like any other. */
export function spreadOf(pages: readonly Page[], page: Page): Spread | null {
  if (!isHalf(page)) return null;
  const halves = pages.filter((other) => other.photo.id === page.photo.id && isHalf(other));
  return halves.length === 2 ? { left: halves[0], right: halves[1] } : null;
}

/** Every spread of a packet, in order. */
export function spreadsOf(pages: readonly Page[]): Spread[] {
  return pages.flatMap((page) => {
    const spread = spreadOf(pages, page);
    return spread?.left.id === page.id ? [spread] : [];
  });
}

const isHalf = ({ recipe: { outline } }: Page) => outline.by === 'finder' && outline.spread !== undefined;

/** Both pages of the book become one, in the place of the first. */
export function takeSpreadAsOne(pages: readonly Page[], page: Page): AppThunk<Promise<Trouble | null>> {
  return async (dispatch) => {
    const spread = spreadOf(pages, page);
    if (!spread) return null;
    const other = spread.left.id === page.id ? spread.right : spread.left;
    const trouble = await dispatch(remove(pages, other, 'two pages as one'));
    if (trouble) return trouble;
    // Only now: the page that goes had its own half, and comes back with it.
    dispatch(changeRecipe(page, (now) => ({ ...now, outline: asOneSheet(now.outline) }), 'edges'));
    return null;
  };
}

/** One page of the book goes, as when it is deleted. */
export function dropOfSpread(pages: readonly Page[], page: Page): AppThunk<Promise<Trouble | null>> {
  return (dispatch) => dispatch(remove(pages, page, 'one page of two'));
}

function remove(pages: readonly Page[], page: Page, what: string): AppThunk<Promise<Trouble | null>> {
  const pageIds = without(idsOf(pages), new Set([page.id]));
  return arrangePages(page.packetId, [{ packetId: page.packetId, pageIds }], what);
}

import type { Page } from '@ravlo/contract';

/**
 * The number of the first page that is made of the very bytes that another page is made of, where that is an earlier
 * one; null for the first of its kind. The server keeps equal bytes once: equal photos have one id.
 */
export function twinOf(pages: readonly Page[], pageId: string | null): number | null {
  const at = pages.findIndex((page) => page.id === pageId);
  if (at < 0) return null;
  const first = pages.findIndex((page) => page.photo.id === pages[at].photo.id);
  return first < at ? first + 1 : null;
}

import type { Announcements, ScreenReaderInstructions, UniqueIdentifier } from '@dnd-kit/core';
import type { Page } from '@ravlo/contract';

/** What is read out while a page is being moved. */
export function moveAnnouncements(pages: readonly Page[]): Announcements {
  const numberOf = (id: UniqueIdentifier) => pages.findIndex((page) => page.id === id) + 1;
  return {
    onDragStart: ({ active }) => `Page ${numberOf(active.id)} is lifted.`,
    // It lies over its own place first.
    onDragOver: ({ active, over }) =>
      over && over.id !== active.id
        ? `Page ${numberOf(active.id)} would become page ${numberOf(over.id)}.`
        : `Page ${numberOf(active.id)} is lifted.`,
    onDragEnd: ({ active, over }) =>
      over && over.id !== active.id
        ? `Page ${numberOf(active.id)} is page ${numberOf(over.id)} now.`
        : `Page ${numberOf(active.id)} stays where it was.`,
    onDragCancel: ({ active }) => `Page ${numberOf(active.id)} stays where it was.`,
  };
}

/** What is read out when a page has the focus. */
export const MOVE_INSTRUCTIONS: ScreenReaderInstructions = {
  draggable:
    'Enter opens the page. To move it, press the space bar, then the arrow keys, then the space bar again; Escape leaves it where it was.',
};

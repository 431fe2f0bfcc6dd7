import type { Page } from '@ravlo/contract';
import { useEffect } from 'react';

/** Has neighbours' pictures made before they are asked for. */
export function useReady(pages: readonly (Page | undefined)[], make: (page: Page) => void): void {
  const ids = pages.map((page) => page?.id).join();
  useEffect(() => {
    for (const page of pages) if (page) make(page);
    // Only other neighbours are a reason to begin again.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [ids]);
}

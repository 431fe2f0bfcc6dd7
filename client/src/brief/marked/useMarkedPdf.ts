import type { Given } from '@ravlo/contract';
import { useState } from 'react';
import { drawWords } from '@/page/markedPdf/drawWords';
import { makeMarkedPdf } from '@/page/markedPdf/makeMarkedPdf';
import type { HandedPages } from '@/page/marks/useHandedPages';

/** Makes the file that was handed over with the marks in it. */
export function useMarkedPdf(pages: HandedPages, given: Given) {
  const [isMaking, setMaking] = useState(false);
  const [trouble, setTrouble] = useState<string | null>(null);
  return {
    isMaking,
    trouble,
    /** null where it cannot be made */
    async make(): Promise<Blob | null> {
      if (pages.state !== 'ready' || !pages.pdf) return null;
      setMaking(true);
      setTrouble(null);
      try {
        const bytes = await makeMarkedPdf(pages.bytes, given, drawWords);
        return new Blob([bytes], { type: 'application/pdf' });
      } catch {
        setTrouble(
          'The marked PDF cannot be made of this file. Its marks stand here; the file itself can be saved.',
        );
        return null;
      } finally {
        setMaking(false);
      }
    },
  };
}

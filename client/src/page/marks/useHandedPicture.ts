import { useEffect, useState } from 'react';
import { useObjectUrl } from '@/ui/useObjectUrl';
import { usePdfPicture, type PdfPicture } from '../usePdfPicture';
import type { HandedPages } from './useHandedPages';

/**
 * A page of what was handed over as a picture; null until it is there.
 *
 * @param number from 1
 * @param width px on the screen
 */
export function useHandedPicture(pages: HandedPages, number: number, width: number): PdfPicture | null {
  const { pdf, pictures } = pages.state === 'ready' ? pages : { pdf: null, pictures: [] };
  const ofPdf = usePdfPicture(pdf, number, width);
  const blob = pictures[number - 1];
  const uri = useObjectUrl(blob);
  const [proportion, setProportion] = useState<{ readonly of: Blob; readonly value: number } | null>(null);
  useEffect(() => {
    if (!blob) return undefined;
    let isOver = false;
    createImageBitmap(blob)
      .then((bitmap) => {
        if (!isOver) setProportion({ of: blob, value: bitmap.height / bitmap.width });
        bitmap.close();
      })
      .catch(() => undefined);
    return () => {
      isOver = true;
    };
  }, [blob]);
  if (pdf) return ofPdf;
  return uri && proportion?.of === blob ? { uri, proportion: proportion.value } : null;
}

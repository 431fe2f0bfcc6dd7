import { useEffect, useState } from 'react';
import type { EdgePicture } from '@ravlo/core';
import type { Photo } from '@ravlo/contract';
import { useDarkroom } from '@/packet/store';

/** Where a photo has edges; null until it is known, and where the photo cannot be opened. */
export function useEdges(photo: Photo): EdgePicture | null {
  const darkroom = useDarkroom();
  const [edges, setEdges] = useState<EdgePicture | null>(null);
  useEffect(() => {
    const canceller = new AbortController();
    darkroom
      .edges(photo, { signal: canceller.signal })
      .then(setEdges)
      .catch(() => undefined);
    return () => canceller.abort();
    // Equal hashes are equal photos.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [photo.sha256, darkroom]);
  return edges;
}

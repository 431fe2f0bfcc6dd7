import { useEffect, useRef, useState } from 'react';
import { usePageQuery } from '@/packet/api';
import { PagePicture } from '@/page/PagePicture';

/** A packet's first page, asked for and developed when its row comes into view: a shelf may hold hundreds. */
export function CoverPicture({ pageId }: { readonly pageId: string }) {
  const place = useRef<HTMLDivElement>(null);
  const [wasSeen, setSeen] = useState(false);
  const { data: page } = usePageQuery(pageId, { skip: !wasSeen });
  useEffect(() => {
    if (wasSeen || !place.current) return undefined;
    const observer = new IntersectionObserver(
      (entries) => {
        if (entries.some(({ isIntersecting }) => isIntersecting)) setSeen(true);
      },
      { rootMargin: '200px' },
    );
    observer.observe(place.current);
    return () => observer.disconnect();
  }, [wasSeen]);
  return (
    <div ref={place} style={{ display: 'flex', flex: 1, width: '100%', height: '100%' }}>
      {page ? <PagePicture page={page} label="" longSide={240} priority={-1} /> : null}
    </div>
  );
}

import { useEffect, useRef, useState } from 'react';
import { usePageQuery } from '@/packet/api';
import { PagePicture } from '@/page/PagePicture';

export interface CoverPictureProps {
  readonly pageId: string;
  /** the newest that the shelf knows of */
  readonly version: number;
}

/** A packet's first page, asked for and developed when its row comes into view: a shelf may hold hundreds. */
export function CoverPicture({ pageId, version }: CoverPictureProps) {
  const place = useRef<HTMLDivElement>(null);
  const [wasSeen, setSeen] = useState(false);
  const { data: page, refetch } = usePageQuery(pageId, { skip: !wasSeen });
  const isOld = page !== undefined && page.version < version;
  useEffect(() => {
    if (isOld) void refetch();
  }, [isOld, refetch]);
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

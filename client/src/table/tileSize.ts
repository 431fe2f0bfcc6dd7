import { useState } from 'react';
import { keepText, keptText } from '@/packet/kept';

/** How large pages lie on the table. */
export type TileSize = 'small' | 'medium' | 'large';

const KEY = 'ravlo-tile-size';
/** px that a tile has at least on a wide screen */
const LEAST: Record<TileSize, number> = { small: 120, medium: 170, large: 270 };
/** pages abreast on a phone */
const ON_PHONE: Record<TileSize, number> = { small: 3, medium: 2, large: 1 };
const PHONE = 560;

/** How many pages lie abreast in so many px. */
export function columnsFor(width: number, size: TileSize, gap: number): number {
  if (width < PHONE) return ON_PHONE[size];
  return Math.max(2, Math.floor((width + gap) / (LEAST[size] + gap)));
}

const isSize = (text: string | null): text is TileSize => text !== null && text in LEAST;

/** The size that the person chose on this device. */
export function useTileSize(): [TileSize, (size: TileSize) => void] {
  const [size, setSize] = useState<TileSize>(() => {
    const kept = keptText(KEY);
    return isSize(kept) ? kept : 'medium';
  });
  return [
    size,
    (next) => {
      keepText(KEY, next);
      setSize(next);
    },
  ];
}

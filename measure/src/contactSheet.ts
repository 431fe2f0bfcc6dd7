import type { Quad } from '@ravlo/core';
import sharp from 'sharp';

export interface ContactPrint {
  readonly file: string;
  readonly width: number;
  readonly height: number;
  readonly truth: Quad;
  readonly found: Quad | null;
  readonly caption: string;
}

const TILE = 300;
const COLUMNS = 7;

/** One picture of many photos, each with its true outline (green) and the found one (red). */
export async function contactSheet(prints: readonly ContactPrint[], file: string): Promise<void> {
  const tiles = await Promise.all(
    prints.map(async ({ file: photo, width, height, truth, found, caption }, i) => {
      const scale = TILE / Math.max(width, height);
      const polygon = (quad: Quad, colour: string) =>
        `<polygon points="${quad.map(([x, y]) => `${x * scale},${y * scale}`).join(' ')}" fill="none" stroke="${colour}" stroke-width="2"/>`;
      const svg = `<svg xmlns="http://www.w3.org/2000/svg" width="${TILE}" height="${TILE}">${polygon(truth, '#2fc36b')}${found ? polygon(found, '#ff4326') : ''}<rect y="${TILE - 18}" width="${TILE}" height="18" fill="#fff"/><text x="4" y="${TILE - 5}" font-family="sans-serif" font-size="13">${caption}</text></svg>`;
      const picture = await sharp(photo).rotate().resize(TILE, TILE, { fit: 'inside' }).toBuffer();
      const input = await sharp({ create: { width: TILE, height: TILE, channels: 3, background: '#888' } })
        .composite([{ input: picture, left: 0, top: 0 }, { input: Buffer.from(svg) }])
        .png()
        .toBuffer();
      return { input, left: (i % COLUMNS) * TILE, top: Math.floor(i / COLUMNS) * TILE };
    }),
  );
  const rows = Math.ceil(prints.length / COLUMNS);
  await sharp({ create: { width: COLUMNS * TILE, height: rows * TILE, channels: 3, background: '#fff' } })
    .composite(tiles)
    .jpeg({ quality: 80 })
    .toFile(file);
}

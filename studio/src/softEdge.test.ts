import sharp from 'sharp';
import { softEdge } from './softEdge';

/** Brightness of a white desk of 60 x 40 mm, 5 pixels a mm, with something on it. */
async function drawn(svg: string): Promise<Uint8Array> {
  const desk = `<svg xmlns="http://www.w3.org/2000/svg" width="300" height="200" viewBox="0 0 60 40"><rect width="60" height="40" fill="#fff"/>${svg}</svg>`;
  return new Uint8Array(await sharp(Buffer.from(desk)).greyscale().raw().toBuffer());
}

const box = (grow: number) =>
  `<rect x="${20 - grow}" y="${12 - grow}" width="${20 + 2 * grow}" height="${16 + 2 * grow}" rx="${Math.max(0, 2 + grow)}"/>`;

it('looks like a blur', async () => {
  const blur =
    '<filter id="b" x="-30%" y="-30%" width="160%" height="160%"><feGaussianBlur stdDeviation="1.6"/></filter>';
  const blurred = await drawn(`${blur}<g opacity="0.32" filter="url(#b)">${box(0)}</g>`);
  const nested = await drawn(softEdge(box, 0.32));
  const off = blurred.map((value, i) => Math.abs(value - nested[i]));
  // Corners differ most, and of the 82 levels that the shadow takes.
  expect(Math.max(...off)).toBeLessThan(12);
  expect(off.reduce((sum, value) => sum + value, 0) / off.length).toBeLessThan(1);
});

it('gets darker inwards only, and as dark as asked for', async () => {
  const nested = await drawn(softEdge(box, 0.32));
  const row = [...nested.subarray(100 * 300, 100 * 300 + 150)];
  expect(row).toEqual([...row].sort((a, b) => b - a));
  expect(row[0]).toBe(255);
  expect(Math.abs(row[149] - 255 * (1 - 0.32))).toBeLessThan(4);
});

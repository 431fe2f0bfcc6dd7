// Draws the icons of the installed app from the mark: npm run icons
import { Buffer } from 'node:buffer';
import { mkdirSync, readFileSync } from 'node:fs';
import path from 'node:path';
import { fileURLToPath } from 'node:url';
import sharp from 'sharp';

const publicDir = fileURLToPath(new URL('../client/public', import.meta.url));
const GROUND = '#F6F2EA';
/** The mark without its ground, which each icon brings itself. */
const mark = readFileSync(path.join(publicDir, 'favicon.svg'), 'utf8')
  .replace(/^<svg[^>]*>|<\/svg>\s*$/g, '')
  .replace(/<rect[^>]*\/>/, '');

/** @param reach how much of the icon's side the mark's own 32 units take; systems cut up to a tenth off a maskable one */
const drawn = (side, reach, corner) => {
  const scale = (side * reach) / 32;
  const shift = (side * (1 - reach)) / 2;
  return `<svg xmlns="http://www.w3.org/2000/svg" width="${side}" height="${side}"><rect width="${side}" height="${side}" rx="${side * corner}" fill="${GROUND}"/><g transform="translate(${shift} ${shift}) scale(${scale})">${mark}</g></svg>`;
};

const ICONS = [
  { name: 'icon-192.png', side: 192, reach: 1, corner: 7 / 32 },
  { name: 'icon-512.png', side: 512, reach: 1, corner: 7 / 32 },
  { name: 'maskable-512.png', side: 512, reach: 0.78, corner: 0 },
  { name: 'touch-180.png', side: 180, reach: 0.9, corner: 0 },
];
mkdirSync(path.join(publicDir, 'icons'), { recursive: true });
for (const { name, side, reach, corner } of ICONS)
  await sharp(Buffer.from(drawn(side, reach, corner)))
    .png()
    .toFile(path.join(publicDir, 'icons', name));

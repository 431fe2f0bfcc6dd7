import { readdirSync } from 'node:fs';
import path from 'node:path';
import { fileURLToPath } from 'node:url';
import { Command } from 'commander';
import sharp from 'sharp';
import {
  clean,
  codePage,
  composePdf,
  develop,
  findPage,
  inkMapOf,
  PAGE_DPI,
  type DevelopedPage,
  type PageParts,
  type Rgba,
} from '@ravlo/core';
import { decodePhoto, encodeJpeg } from '@ravlo/codec';
import { drawMissing, readCleanPage } from '../clean/cleanPages';
import { sharpness } from '../sharpness';
import { mean } from '../statistics';
import { printTable } from '../table';
import { saveWord } from './saveWord';
import { showPdf } from './showPdf';
import { inkF, recallOf } from './shownScores';

const { dir, seed, count, word } = new Command('measure:pdf')
  .description('How small and how sharp pages in a PDF are, in layers and as plain JPEGs, in one run.')
  .option('--dir <dir>', 'where the drawn pages are kept', 'out/clean/pages')
  .option('--seed <n>', 'the first of the drawn pages', Number, 1001)
  .option('--count <n>', 'how many drawn pages', Number, 8)
  .option('--word <jpg>', 'a picture of one word of the first demo page, six times as large')
  .parse()
  .opts<{ dir: string; seed: number; count: number; word?: string }>();

const MM_PER_INCH = 25.4;
const date = new Date(0);
const demo = fileURLToPath(new URL('../../../demo/photos', import.meta.url));

interface Pdfs {
  readonly layered: Uint8Array;
  readonly jpeg: Uint8Array;
  /** of layering and composing, ms */
  readonly ms: number;
}

/** One page's PDF in layers, and beside it the plain JPEG of the same quality that anybody would make. */
async function pdfsOf(image: Rgba, parts: PageParts | null): Promise<Pdfs> {
  const size = { width: mm(image.width), height: mm(image.height) };
  const compose = (coded: Awaited<ReturnType<typeof codePage>>) =>
    composePdf([{ coded, size }], { paper: 'fit', title: 'Page', date });
  const start = performance.now();
  const layered = await compose(await codePage(image, parts, { encodeJpeg }));
  const ms = performance.now() - start;
  return { layered, jpeg: await compose(await codePage(image, null, { encodeJpeg: plainJpeg })), ms };
}

const mm = (pixels: number) => (pixels / PAGE_DPI) * MM_PER_INCH;

/** As libjpeg codes by default, at quality 75. */
const plainJpeg = ({ width, height, data }: Rgba): Promise<Uint8Array> =>
  sharp(Buffer.from(data.buffer), { raw: { width, height, channels: 4 } })
    .removeAlpha()
    .jpeg({ quality: 75 })
    .toBuffer();

async function developDemo(name: string): Promise<DevelopedPage> {
  const { image, focal } = await decodePhoto(path.join(demo, name));
  const { outline, turn } = findPage(image, { focal });
  const recipe = { outline: outline.quad, bows: outline.bows, turn, look: 'daylight' } as const;
  return develop(image, recipe, { dpi: PAGE_DPI, focal });
}

const kb = (bytes: number) => `${(bytes / 1000).toFixed(1)} KB`;
const rows: string[][] = [['demo page', 'layered', 'JPEG', 'ratio', 'recall', 'sharpness', "JPEG's", 'ms']];
const totals = { layered: 0, jpeg: 0, ms: 0 };
const names = readdirSync(demo).filter((name) => name.endsWith('.jpg'));
for (const name of names) {
  const { image, parts } = await developDemo(name);
  const { layered, jpeg, ms } = await pdfsOf(image, parts);
  const [fine, fineJpeg] = [await showPdf(layered, 300), await showPdf(jpeg, 300)];
  rows.push([
    name.replace('.jpg', ''),
    kb(layered.length),
    kb(jpeg.length),
    (jpeg.length / layered.length).toFixed(1),
    parts ? recallOf(image, parts, await showPdf(layered, PAGE_DPI)).toFixed(4) : '',
    sharpness(fine).toFixed(1),
    sharpness(fineJpeg).toFixed(1),
    ms.toFixed(0),
  ]);
  totals.layered += layered.length;
  totals.jpeg += jpeg.length;
  totals.ms += ms;
  if (word && name === names[0]) await saveWord(word, fine, fineJpeg);
}
rows.push([
  'all',
  kb(totals.layered),
  kb(totals.jpeg),
  (totals.jpeg / totals.layered).toFixed(1),
  '',
  '',
  '',
  totals.ms.toFixed(0),
]);
printTable(rows);
process.stdout.write('\n');

await drawMissing({ dir, seed, count });
const drawn: string[][] = [['drawn page', 'layered', 'JPEG', 'ratio', 'F 150', "JPEG's", 'F 300', "JPEG's"]];
const scores: number[][] = [];
for (let k = 0; k < count; k++) {
  const truth = await readCleanPage(path.join(dir, `page-${seed + k}`));
  const map = inkMapOf(truth.page);
  const page = clean(truth.page, 'daylight', {}, map);
  const { layered, jpeg } = await pdfsOf(page, map.parts ?? null);
  const f = [];
  for (const dpi of [150, 300]) {
    for (const pdf of [layered, jpeg]) f.push(await inkF(await showPdf(pdf, dpi), truth));
  }
  scores.push(f);
  drawn.push([
    `${truth.kind}, ${truth.paper}, ${truth.pen}`,
    kb(layered.length),
    kb(jpeg.length),
    (jpeg.length / layered.length).toFixed(1),
    ...f.map((value) => value.toFixed(4)),
  ]);
}
const means = [0, 1, 2, 3].map((i) => mean(scores.map((f) => f[i])).toFixed(4));
drawn.push(['mean', '', '', '', ...means]);
printTable(drawn);

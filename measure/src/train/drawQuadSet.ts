import { open } from 'node:fs/promises';
import { Command } from 'commander';
import { intersectionOverUnion, scaleQuad, shrinkByInteger, type Quad, type Rgba } from '@ravlo/core';
import {
  firstAlone,
  quadView,
  runStages,
  searchStages,
  seeStages,
  showsTwoPages,
  VIEW_CHANNELS,
  type SeenPicture,
} from '@ravlo/core/inside';
import {
  bareDesk,
  CATEGORIES,
  photograph,
  sceneFromSeed,
  sceneOf,
  type Category,
  type Scene,
  type Truth,
} from '@ravlo/studio';
import { rectifiedIou } from '../outlineScores';
import { sideOffsets, type SideOffset } from './sideOffsets';

/*
 * Draws what the side net is trained on: node --import tsx measure/src/train/drawQuadSet.ts --count N --seed S --out NAME
 * [--kinds NAME,NAME] [--bare]. Quads that the search finds in drawn photos, and the true one: NAME.bin has a view of each (red, green,
 * blue, share in the picture, a byte each), NAME.jsonl a line of facts.
 */

const options = new Command()
  .requiredOption('--count <n>', 'how many', Number)
  .requiredOption('--seed <n>', 'the first seed', Number)
  .requiredOption('--out <name>', 'what to append to, without an ending')
  .option('--kinds <names>', 'only photos of these kinds, by turns', kindsOf)
  .option('--bare', 'photos without a sheet')
  .parse()
  .opts<{ count: number; seed: number; out: string; kinds?: Category[]; bare?: boolean }>();

/** The search's own size: photos are drawn no larger. */
const SIZE = { width: 384, height: 512 };
/** So many of the likeliest quads of a search, of different places but for the first ones. */
const MOST = 12;
const ALWAYS = 2;
const SAME_PLACE = 0.96;
/** So many of the best that are not among those, if they are as good as this at least. */
const MOST_GOOD = 2;
const GOOD = 0.85;
/** The true quad is one of them, its corners off by up to half of this share of the picture. */
const JITTER = 0.006;
/** What shares less than this with a page has none of its sides. */
const LEAST_SHARED = 0.05;
const FAR: SideOffset = { mean: 1, most: 1 };
const NO_BORDER = [false, false, false, false];

function kindsOf(names: string): Category[] {
  const kinds = names.split(',');
  const isKind = (name: string): name is Category => (CATEGORIES as readonly string[]).includes(name);
  if (!kinds.every(isKind)) throw new RangeError(`Kinds are ${CATEGORIES.join(', ')}`);
  return kinds;
}

function plan(seed: number): Scene {
  const { bare, kinds } = options;
  if (bare) return bareDesk(seed, SIZE);
  return kinds ? sceneOf(kinds[seed % kinds.length], seed, SIZE) : sceneFromSeed(seed, SIZE);
}

/** A quad to be looked at, the picture's pixels. */
interface Example {
  readonly quad: Quad;
  readonly isBorder: readonly boolean[];
  /** its place in the search; null for the true one */
  readonly place: number | null;
  readonly rank: number | null;
  /** how good it is as an answer, and for which of the pages */
  readonly iou: number;
  readonly page: number;
}

function examplesOf(seen: SeenPicture, truth: Truth): Example[] {
  const pages = options.bare ? [] : [truth, ...truth.others];
  const judged = (example: Omit<Example, 'iou' | 'page'>): Example => {
    const ious = pages.map(({ corners }) => rectifiedIou(example.quad, corners, ...truth.sheetMm));
    const iou = Math.max(0, ...ious);
    return { ...example, iou, page: Math.max(0, ious.indexOf(iou)) };
  };
  const { map } = seen;
  const sheets = showsTwoPages(map) ? [firstAlone(map), map.second] : [map.first];
  const found = sheets.flatMap((sheet) => {
    const { quads } = runStages(searchStages(seen, sheet));
    const all = quads.map(({ quad, sides, rank }, place) =>
      judged({ quad, isBorder: sides.map((side) => side === null), place, rank }),
    );
    const chosen: Example[] = [];
    for (const [place, one] of all.entries()) {
      const isNew = chosen.every(({ quad }) => intersectionOverUnion(quad, one.quad) < SAME_PLACE);
      if (chosen.length < MOST && (place < ALWAYS || isNew)) chosen.push(one);
    }
    const good = all.filter((one) => one.iou > GOOD && !chosen.includes(one));
    return [...chosen, ...good.sort((a, b) => b.iou - a.iou).slice(0, MOST_GOOD)];
  });
  if (truth.isFull) return found;
  const off = () => (Math.random() - 0.5) * JITTER * SIZE.height;
  const truths = pages.map(({ corners }) => {
    const quad = corners.map(([x, y]) => [x + off(), y + off()]) as unknown as Quad;
    return judged({ quad, isBorder: NO_BORDER, place: null, rank: null });
  });
  return [...found, ...truths];
}

const pixels = await open(`${options.out}.bin`, 'a');
const facts = await open(`${options.out}.jsonl`, 'a');

async function write(image: Rgba, truth: Truth, seed: number): Promise<void> {
  const seen = runStages(seeStages(shrinkByInteger(image, 1)));
  const pages = [truth, ...truth.others];
  for (const { quad, isBorder, place, rank, iou, page } of examplesOf(seen, truth)) {
    const view = quadView(seen.near, scaleQuad(quad, seen.near.width / seen.width));
    const isSeen = (c: number) => c % VIEW_CHANNELS === VIEW_CHANNELS - 1;
    await pixels.write(Buffer.from(view.map((value, c) => Math.round(isSeen(c) ? 255 * value : value))));
    const sides =
      iou > LEAST_SHARED ? sideOffsets(quad, isBorder, pages[page], truth.isFull) : quad.map(() => FAR);
    const off = sides.map(({ mean, most }) => [mean, most]);
    await facts.write(`${JSON.stringify({ seed, category: truth.category, page, place, rank, iou, off })}\n`);
  }
}

for (let k = 0; k < options.count; k++) {
  const seed = options.seed + k;
  const { image, truth } = await photograph(plan(seed));
  await write(image, truth, seed);
}
await pixels.close();
await facts.close();

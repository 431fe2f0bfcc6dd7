import { createRandom, type Random } from '@ravlo/film';
import { ALL_HANDS } from './fonts';
import { inventLines, inventTitle } from './inventText';
import type { Graphite, HolesPlan, InkKind, Manner, PaperKind, Ruling, SheetPlan } from './sheet';
import { ALL_TEXTS, WORKSHEET } from './world';

const SIZES = [
  [210, 297],
  [210, 297],
  [215.9, 279.4],
  [148, 210],
  [176, 250],
] as const;
const PAPER_COLOURS = ['#f6f5f0', '#fbfaf7', '#f3efe3', '#f4f6f8', '#f7f4ea', '#f4ecc8', '#ded8c9'] as const;
const PALE_RULES = ['#a9bfe0', '#b5c4cf', '#c3c6c9', '#b9d3c4', '#d9c3a5', '#c9b7d6'] as const;
const DARK_RULES = ['#6f7f9c', '#5d6a70', '#7d8f86', '#565a63', '#4f66a8', '#8a8078'] as const;

export interface InkSheetWish {
  readonly papers?: readonly PaperKind[];
  readonly inks?: readonly InkKind[];
  readonly rules?: 'pale' | 'dark' | 'any';
}

/** A written sheet with anything that makes ink hard to tell from what is not: any ruling, any hand, any pen. */
export function inkSheet(seed: number, wish: InkSheetWish = {}): SheetPlan {
  const random = createRandom(seed + 90_000_000);
  const [width, height] = random.pick(SIZES);
  const isWorksheet = !wish.papers && random.chance(0.1);
  const manner: Manner = {
    size: random.between(0.65, 1.3),
    slant: random.normal() * 0.14,
    spread: random.between(0.92, 1.12),
    spacing: random.between(7, 13),
    wobble: random.between(0, 0.014),
  };
  const paper = random.pick(
    wish.papers ?? (['lined', 'lined', 'squared', 'squared', 'dotted', 'plain', 'plain'] as const),
  );
  const sheet: SheetPlan = {
    seed,
    width: isWorksheet ? 210 : width,
    height: isWorksheet ? 297 : height,
    paper: isWorksheet ? 'worksheet' : paper,
    paperColour: random.pick(PAPER_COLOURS),
    ink: random.pick(
      wish.inks ?? (['blue-pen', 'black-pen', 'pencil', 'pencil', 'ballpoint', 'felt-pen'] as const),
    ),
    hand: random.pick(ALL_HANDS),
    manner,
    text: isWorksheet ? WORKSHEET : inkText([width, height], manner, random),
    ruling: chanceRuling(paper, wish.rules ?? 'any', random),
    graphite: chanceGraphite(random),
  };
  return random.chance(0.15) ? { ...sheet, isColourful: true } : sheet;
}

function inkText([width, height]: readonly [number, number], manner: Manner, random: Random) {
  if (random.chance(0.25)) return random.pick(ALL_TEXTS);
  const most = Math.floor((height - 60) / Math.max(8, manner.spacing));
  const count = Math.min(most, 3 + Math.floor(random.next() * 26));
  const widest = Math.floor((width - 35) / (3.3 * manner.size * manner.spread));
  return { title: inventTitle(random), lines: inventLines(random, count, widest) };
}

/** Narrow or wide, pale or as dark as pencil, with margins or none. */
export function chanceRuling(paper: PaperKind, dark: 'pale' | 'dark' | 'any', random: Random): Ruling {
  const isDark = dark === 'dark' || (dark === 'any' && random.chance(0.35));
  const spacings: Partial<Record<PaperKind, () => number>> = {
    lined: () => random.pick([5.5, 6, 7, 7.1, 8, 8.7, 9, 10]),
    squared: () => random.pick([4, 5, 5, 7, 10]),
    dotted: () => random.pick([4, 5, 5, 7]),
  };
  const spacing = spacings[paper]?.() ?? 8;
  const hasMargins = paper === 'lined' ? random.chance(0.7) : random.chance(0.25);
  return {
    spacing,
    width: isDark ? random.between(0.18, 0.4) : random.between(0.14, 0.34),
    colour: random.pick(isDark ? DARK_RULES : PALE_RULES),
    margins: hasMargins ? random.pick([[24], [28], [20, 190], [180]] as const) : [],
    marginColour: random.pick(['#e7a3a0', '#d8737a', '#9fb4d8', '#c08a8a']),
  };
}

/** From soft and dark to hard and so faint that it can just be read. */
export function chanceGraphite(random: Random): Graphite {
  return { opacity: random.between(0.12, 0.85), least: random.between(0.3, 0.8) };
}

/** Punched for a folder or a ring binder. */
export function chanceHoles({ width, height }: SheetPlan, random: Random): HolesPlan {
  const side = random.chance(0.8) ? 'left' : 'top';
  const length = side === 'left' ? height : width;
  const along = random.pick([
    [-40, 40],
    [-120, -40, 40, 120],
    [-108, 0, 108],
    [-35, 35],
  ] as const);
  return {
    side,
    along: along.filter((place) => Math.abs(place) < length / 2 - 8),
    inset: random.between(9, 13),
    diameter: random.between(5, 6.5),
    isRinged: random.chance(0.25),
  };
}

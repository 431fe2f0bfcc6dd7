import type { DeskKind } from './desk';
import { HANDS } from './fonts';
import { inventLines, inventTitle } from './inventText';
import { createRandom, type Random } from '@ravlo/film';
import { TWELVE_MEGAPIXELS, type Scene, type SceneSize } from './scene';
import type { Manner, SheetPlan } from './sheet';
import { openBook } from './openBook';
import {
  besideSheet,
  clearCover,
  creases,
  curled,
  fullPicture,
  hiddenCorner,
  holdingHand,
  outOfFrame,
  overKeyboard,
  PAPER_COLOURS,
  pile,
  stack,
  type Change,
} from './troubles';
import { ALL_TEXTS, WORKSHEET, type SheetText } from './world';

/** The troubles that photos of sheets have, one a category. */
export const CATEGORIES = [
  'easy',
  'pale-desk',
  'clutter',
  'sheet-on-sheets',
  'shadow',
  'dim',
  'glare',
  'tilted-far',
  'out-of-frame',
  'hidden-corner',
  'curl',
  'print-frame',
  'squared-lined',
  'pile',
  'open-book',
  'full-picture',
  'in-hand',
  'sleeve',
  'on-keyboard',
  'crumpled',
] as const;

export type Category = (typeof CATEGORIES)[number];

/** Photo `seed` of an endless balanced set: its category goes round, all else is chance. */
export function sceneFromSeed(seed: number, size: SceneSize = TWELVE_MEGAPIXELS): Scene {
  return byPhone(sceneOf(CATEGORIES[seed % CATEGORIES.length], seed, size));
}

const PLAIN_DESKS: readonly DeskKind[] = ['walnut', 'slate', 'oak', 'cloth', 'stone', 'carpet', 'paint'];
const ALL_DESKS: readonly DeskKind[] = [
  ...PLAIN_DESKS,
  'checks',
  'stripes',
  'pale',
  'marble',
  'tiles',
  'boards',
  'grass',
  'flowers',
  'printed',
  'screen',
];

/** A photo of one category, drawn by chance from what students' desks are like. */
export function sceneOf(category: Category, seed: number, size: SceneSize = TWELVE_MEGAPIXELS): Scene {
  const random = createRandom(seed);
  const usual = usualScene(category, seed, size, random);
  return { ...usual, ...TROUBLES[category](usual, random) };
}

/** A photo without a sheet: a desk of any kind, with or without things on it. */
export function bareDesk(seed: number, size: SceneSize = TWELVE_MEGAPIXELS): Scene {
  const category = CATEGORIES[seed % CATEGORIES.length];
  return {
    ...sceneOf(category, seed, size),
    category: 'bare-desk',
    over: [],
    facing: undefined,
    isBare: true,
  };
}

const TROUBLES: Record<Category, (usual: Scene, random: Random) => Change> = {
  easy: () => ({}),
  'pale-desk': (usual, random) => ({
    desk: random.pick(['white', 'pale', 'white', 'stone'] as const),
    light: { ...usual.light, level: random.between(0.75, 1.0) },
  }),
  clutter: (usual, random) => ({
    desk: random.pick(ALL_DESKS),
    under: Array.from({ length: 3 + Math.floor(random.next() * 5) }, () => besideSheet(usual.sheet, random)),
  }),
  'sheet-on-sheets': (usual, random) => ({ desk: random.pick(ALL_DESKS), under: stack(usual.sheet, random) }),
  shadow: (usual, random) => ({
    light: {
      ...usual.light,
      shadow: random.between(0.25, 0.6),
      bands: Array.from({ length: 1 + Math.floor(random.next() * 3) }, () => ({
        at: [random.between(-0.1, 1.1), random.between(-0.1, 1.1)] as const,
        angle: random.between(0, Math.PI),
        width: random.between(0.15, 0.9),
        soft: random.between(0.01, 0.12),
        take: random.between(0.15, 0.5),
      })),
    },
  }),
  dim: (usual, random) => ({
    light: { ...usual.light, level: random.between(0.22, 0.42), falloff: random.between(0.2, 0.7) },
    lens: { ...usual.lens, noise: random.between(4, 10), blur: random.between(1, 2.2) },
  }),
  glare: (usual, random) => ({
    light: {
      ...usual.light,
      glare: random.between(0.5, 1),
      glareAt: [random.between(0, 1), random.between(0, 1)],
    },
    camera: { ...usual.camera, tilt: random.between(0.15, 0.5) },
  }),
  'tilted-far': (usual, random) => {
    const isFar = random.chance(0.5);
    return {
      camera: {
        ...usual.camera,
        tilt: isFar ? random.between(0.1, 0.6) : random.between(0.5, 0.7),
        fill: isFar ? random.between(0.33, 0.5) : random.between(0.6, 0.95),
      },
      under: random.chance(0.4) ? [besideSheet(usual.sheet, random)] : [],
    };
  },
  'out-of-frame': (usual, random) => outOfFrame(usual, random),
  'hidden-corner': (usual, random) => hiddenCorner(usual, random),
  curl: (usual, random) => curled(usual, random),
  'print-frame': (usual, random) => ({
    sheet: {
      ...usual.sheet,
      paper: 'worksheet',
      text: WORKSHEET,
      ink: random.pick(['blue-pen', 'black-pen'] as const),
      frame: random.between(0.4, 3),
    },
    desk: random.pick([...PLAIN_DESKS, 'pale', 'white'] as const),
  }),
  'squared-lined': (usual, random) => ({
    sheet: { ...usual.sheet, paper: random.pick(['squared', 'lined'] as const) },
    desk: random.pick(ALL_DESKS),
  }),
  pile: (usual, random) => ({
    desk: random.pick(['white', 'pale', 'white', 'oak', 'walnut', 'marble'] as const),
    under: pile(usual.sheet, random),
  }),
  'open-book': (usual, random) => ({ desk: random.pick(ALL_DESKS), ...openBook(usual, random) }),
  'full-picture': (usual, random) => fullPicture(usual, random),
  'in-hand': (usual, random) => ({ desk: random.pick(ALL_DESKS), over: [holdingHand(usual.sheet, random)] }),
  sleeve: (usual, random) => ({ desk: random.pick(ALL_DESKS), over: [clearCover(usual.sheet, random)] }),
  'on-keyboard': (usual, random) => ({
    desk: random.pick(ALL_DESKS),
    under: overKeyboard(usual.sheet, random),
  }),
  crumpled: (usual, random) => ({
    desk: random.pick(ALL_DESKS),
    light: { ...usual.light, creases: creases(random) },
  }),
};

/** Some phones bend straight lines, sharpen, or smooth: any photo may be one of theirs. */
function byPhone(scene: Scene): Scene {
  const random = createRandom(scene.seed + 70_000_000);
  return {
    ...scene,
    lens: {
      ...scene.lens,
      distortion: random.chance(0.35) ? random.between(0.008, 0.03) * (random.chance(0.7) ? 1 : -1) : 0,
      sharpening: random.chance(0.4) ? random.between(0.3, 1.3) : 0,
      isSmoothed: random.chance(0.3),
    },
  };
}

function usualScene(category: Category, seed: number, size: SceneSize, random: Random): Scene {
  const warmth = random.between(-0.15, 1);
  const lies = random.chance(0.12);
  const turned = random.chance(0.3) ? random.pick([Math.PI / 2, Math.PI, -Math.PI / 2]) : 0;
  return {
    category,
    seed,
    sheet: usualSheet(seed, random),
    desk: random.pick(PLAIN_DESKS),
    camera: {
      width: lies ? size.height : size.width,
      height: lies ? size.width : size.height,
      tilt: random.between(0, 0.45),
      azimuth: random.between(0, 2 * Math.PI),
      roll: random.normal() * 0.1 + turned,
      fill: random.between(0.6, 0.97),
      shift: [random.between(-0.8, 0.8), random.between(-0.8, 0.8)],
      focalShare: random.between(0.62, 0.84),
    },
    light: {
      level: random.between(0.7, 1.02),
      falloff: random.between(0, 0.6),
      from: random.between(0, 2 * Math.PI),
      tint: [1 + 0.09 * warmth, 1 - 0.2 * warmth],
      shadow: random.chance(0.4) ? random.between(0.1, 0.4) : 0,
      shadowAt: [random.between(0, 1), random.between(0.3, 1.2)],
      glare: 0,
    },
    lens: {
      blur: random.between(0.5, 1.8),
      noise: random.between(1.5, 5),
      quality: Math.round(random.between(72, 92)),
    },
    under: [],
    over: [],
  };
}

const COLOURED_PAPER = ['#f6e7a0', '#cfe6d2', '#cfdff2', '#f3cfd2'] as const;

function usualSheet(seed: number, random: Random): SheetPlan {
  const [width, height] = random.pick([
    [210, 297],
    [210, 297],
    [210, 297],
    [215.9, 279.4],
    [148, 210],
    [176, 250],
  ] as const);
  const isWorksheet = random.chance(0.08) && width > 200;
  const manner: Manner = {
    size: random.between(0.7, 1.15),
    slant: random.normal() * 0.12,
    spread: random.between(0.94, 1.1),
    spacing: random.between(8, 13),
  };
  return {
    seed,
    width,
    height,
    paper: isWorksheet ? 'worksheet' : random.pick(['lined', 'squared', 'plain'] as const),
    paperColour: random.chance(0.08) ? random.pick(COLOURED_PAPER) : random.pick(PAPER_COLOURS),
    ink: random.pick(['blue-pen', 'blue-pen', 'black-pen', 'pencil'] as const),
    hand: random.pick(HANDS),
    manner,
    text: isWorksheet ? WORKSHEET : writtenText([width, height], manner, random),
    edge: random.chance(0.2) ? random.pick(['rounded', 'spiral', 'torn'] as const) : 'cut',
  };
}

/** A page's text: one of the course's, or invented lines, a few or as many as fit. */
function writtenText(
  [width, height]: readonly [number, number],
  { size, spread, spacing }: Manner,
  random: Random,
): SheetText {
  if (random.chance(0.25)) return random.pick(ALL_TEXTS);
  const most = Math.floor((height - 60) / Math.max(10, spacing));
  const count = Math.min(most, 5 + Math.floor(random.next() * 24));
  const widest = Math.floor((width - 35) / (3.3 * size * spread));
  return { title: inventTitle(random), lines: inventLines(random, count, widest) };
}

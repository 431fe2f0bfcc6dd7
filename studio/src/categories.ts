import type { DeskKind } from './desk';
import { HANDS } from './fonts';
import { inventLines, inventTitle } from './inventText';
import { createRandom, type Random } from '@ravlo/film';
import { TWELVE_MEGAPIXELS, type Scene, type SceneSize } from './scene';
import type { Manner, SheetPlan } from './sheet';
import type { ThingKind, ThingPlan } from './things';
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
] as const;

export type Category = (typeof CATEGORIES)[number];

/** Photo `seed` of an endless balanced set: its category goes round, all else is chance. */
export function sceneFromSeed(seed: number, size: SceneSize = TWELVE_MEGAPIXELS): Scene {
  return sceneOf(CATEGORIES[seed % CATEGORIES.length], seed, size);
}

const PLAIN_DESKS: readonly DeskKind[] = ['walnut', 'slate', 'oak', 'cloth', 'stone', 'carpet', 'paint'];
const ALL_DESKS: readonly DeskKind[] = [...PLAIN_DESKS, 'checks', 'stripes', 'pale'];

/** A photo of one category, drawn by chance from what students' desks are like. */
export function sceneOf(category: Category, seed: number, size: SceneSize = TWELVE_MEGAPIXELS): Scene {
  const random = createRandom(seed);
  const usual = usualScene(category, seed, size, random);
  return { ...usual, ...TROUBLES[category](usual, random) };
}

/** A photo without a sheet: a desk of any kind, with or without things on it. */
export function bareDesk(seed: number, size: SceneSize = TWELVE_MEGAPIXELS): Scene {
  const category = CATEGORIES[seed % CATEGORIES.length];
  return { ...sceneOf(category, seed, size), category: 'bare-desk', over: [], isBare: true };
}

type Change = Partial<Scene>;

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
};

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

const PAPER_COLOURS = ['#f6f5f0', '#fbfaf7', '#f3efe3', '#f4f6f8', '#f7f4ea'] as const;
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

const THING_COLOURS = ['#7a1f24', '#1f3f66', '#20262c', '#cdbf9c', '#e9e6df', '#35664a', '#b08a3a'] as const;
const BESIDE: readonly (readonly [ThingKind, readonly [number, number], readonly [number, number]])[] = [
  ['phone', [70, 80], [140, 165]],
  ['book', [130, 190], [190, 260]],
  ['keyboard', [280, 340], [100, 130]],
  ['pen', [130, 150], [8, 11]],
  ['mug', [80, 95], [80, 95]],
  ['ruler', [150, 310], [28, 38]],
  ['card', [85, 120], [54, 80]],
  ['sheet', [148, 210], [210, 297]],
  ['note', [70, 80], [70, 80]],
];

/** A thing of a chance kind lying round the sheet, often partly under it. */
function besideSheet(sheet: SheetPlan, random: Random): ThingPlan {
  const [kind, [leastW, mostW], [leastH, mostH]] = random.pick(BESIDE);
  const size = [random.between(leastW, mostW), random.between(leastH, mostH)] as const;
  const angle = random.between(0, 2 * Math.PI);
  const reach = 0.5 + random.between(0.12, 0.45);
  return {
    kind,
    seed: Math.floor(random.next() * 1e9),
    centre: [
      sheet.width * (0.5 + Math.cos(angle) * reach) + Math.cos(angle) * size[0] * 0.35,
      sheet.height * (0.5 + Math.sin(angle) * reach) + Math.sin(angle) * size[1] * 0.35,
    ],
    size,
    turn: random.chance(0.5) ? random.normal() * 0.12 : random.between(0, 2 * Math.PI),
    colour: kind === 'sheet' ? random.pick(PAPER_COLOURS) : random.pick(THING_COLOURS),
  };
}

/** Other sheets under the sheet, pushed and turned a little so that their edges show. */
function stack(sheet: SheetPlan, random: Random): ThingPlan[] {
  return Array.from({ length: 1 + Math.floor(random.next() * 4) }, (): ThingPlan => ({
    kind: 'sheet',
    seed: Math.floor(random.next() * 1e9),
    centre: [sheet.width * (0.5 + random.normal() * 0.22), sheet.height * (0.5 + random.normal() * 0.2)],
    size: random.chance(0.7)
      ? [sheet.width, sheet.height]
      : [random.between(140, 216), random.between(190, 300)],
    turn: random.normal() * (random.chance(0.5) ? 0.06 : 0.35) + (random.chance(0.15) ? Math.PI / 2 : 0),
    colour: random.pick(PAPER_COLOURS),
  }));
}

function outOfFrame({ camera }: Scene, random: Random): Change {
  const amount = () => random.between(0.06, 0.14) * (random.chance(0.5) ? 1 : -1);
  const alongX = random.chance(0.5);
  const both = random.chance(0.3);
  return {
    camera: {
      ...camera,
      fill: random.between(0.85, 1.0),
      tilt: random.between(0, 0.35),
      shift: [0, 0],
      push: [both || alongX ? amount() : 0, both || !alongX ? amount() : 0],
    },
  };
}

/** One corner is folded in, or lies under a finger, a clip or a thing. */
function hiddenCorner({ sheet }: Scene, random: Random): Change {
  const corner = Math.floor(random.next() * 4);
  const [x, y] = [corner === 1 || corner === 2 ? sheet.width : 0, corner >= 2 ? sheet.height : 0];
  const inwards = [x > 0 ? -1 : 1, y > 0 ? -1 : 1] as const;
  if (random.chance(0.35)) {
    return {
      hiddenCorner: corner,
      sheet: { ...sheet, edge: 'cut', fold: { corner, reach: random.between(14, 34) } },
    };
  }
  const kind = random.pick(['finger', 'finger', 'note', 'phone', 'mug', 'clip'] as const);
  const size = (
    {
      finger: [random.between(17, 24), 95],
      note: [random.between(40, 70), random.between(40, 70)],
      phone: [74, 150],
      mug: [86, 86],
      clip: [9, 34],
    } as const
  )[kind];
  const depth = kind === 'clip' ? 4 : random.between(4, 14);
  const angle = Math.atan2(inwards[1], inwards[0]) + random.normal() * 0.3;
  const outwards = kind === 'finger' ? 38 : (Math.min(size[0], size[1]) / 2) * 1.1 - depth;
  const skin = random.pick(['#c58f6d', '#8d5a3c', '#e3b496', '#5d3a28']);
  return {
    hiddenCorner: corner,
    over: [
      {
        kind,
        seed: Math.floor(random.next() * 1e9),
        centre: [x - Math.cos(angle) * outwards, y - Math.sin(angle) * outwards],
        size,
        turn: angle + Math.PI / 2,
        colour: kind === 'finger' ? skin : random.pick(THING_COLOURS),
      },
    ],
  };
}

/** A bound book's page beside its neighbour, or a loose sheet that will not lie flat. */
function curled({ sheet, camera }: Scene, random: Random): Change {
  const isBook = random.chance(0.5);
  const first = random.between(0.18, 0.55);
  const last = -random.between(0.08, 0.3);
  const spineAtEnd = random.chance(0.4);
  const along = isBook || random.chance(0.5) ? 'x' : 'y';
  const facing: ThingPlan = {
    kind: 'facing-page',
    seed: Math.floor(random.next() * 1e9),
    centre: spineAtEnd ? [sheet.width * 1.49, sheet.height / 2] : [-sheet.width / 2, sheet.height / 2],
    size: [sheet.width, sheet.height],
    turn: spineAtEnd ? Math.PI : 0,
    colour: sheet.paperColour,
  };
  return {
    sheet: { ...sheet, edge: 'cut' },
    curl: spineAtEnd
      ? { along, startSlope: -last, endSlope: -first }
      : { along, startSlope: first, endSlope: last },
    under: isBook && random.chance(0.6) ? [facing] : [],
    camera: { ...camera, fill: random.between(0.62, 0.9), tilt: random.between(0, 0.35) },
  };
}

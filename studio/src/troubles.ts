import type { Random } from '@ravlo/film';
import type { CreasePlan, Scene } from './scene';
import type { SheetPlan } from './sheet';
import type { ThingKind, ThingPlan } from './things';
import { WORKSHEET } from './world';

/** What is otherwise in a scene than usual. */
export type Change = Partial<Scene>;

export const PAPER_COLOURS = ['#f6f5f0', '#fbfaf7', '#f3efe3', '#f4f6f8', '#f7f4ea'] as const;
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
export function besideSheet(sheet: SheetPlan, random: Random): ThingPlan {
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
export function stack(sheet: SheetPlan, random: Random): ThingPlan[] {
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

/** Like sheets under the sheet, nearly squared up: their edges are the sheet's own over again. */
export function pile(sheet: SheetPlan, random: Random): ThingPlan[] {
  const isLoose = random.chance(0.5);
  return Array.from({ length: 1 + Math.floor(random.next() * 4) }, (): ThingPlan => ({
    kind: 'sheet',
    seed: Math.floor(random.next() * 1e9),
    centre: [
      sheet.width * (0.5 + random.normal() * (isLoose ? 0.16 : 0.03)),
      sheet.height * (0.5 + random.normal() * (isLoose ? 0.14 : 0.025)),
    ],
    size: [sheet.width, sheet.height],
    turn: random.normal() * (isLoose ? 0.2 : 0.03),
    colour: random.chance(0.75) ? sheet.paperColour : random.pick(PAPER_COLOURS),
  }));
}

const SKINS = ['#c58f6d', '#8d5a3c', '#e3b496', '#5d3a28'] as const;

/** A hand that holds the sheet by one of its sides, fingers on the paper. */
export function holdingHand({ width, height }: SheetPlan, random: Random): ThingPlan {
  const side = Math.floor(random.next() * 4);
  const along = random.between(0.25, 0.75);
  const size = [random.between(38, 55), random.between(75, 90)] as const;
  const deep = random.between(8, 26) - size[0] / 2;
  const centre = (
    [
      [deep, height * along],
      [width * along, deep],
      [width - deep, height * along],
      [width * along, height - deep],
    ] as const
  )[side];
  return {
    kind: 'hand',
    seed: Math.floor(random.next() * 1e9),
    centre,
    size,
    turn: (side * Math.PI) / 2 + random.normal() * 0.25,
    colour: random.pick(SKINS),
  };
}

/** A clear plastic cover, a little larger than the sheet. */
export function clearCover({ width, height }: SheetPlan, random: Random): ThingPlan {
  const [more, left] = [random.between(6, 14), random.between(12, 20)];
  return {
    kind: 'sleeve',
    seed: Math.floor(random.next() * 1e9),
    centre: [width / 2 + (more - left) / 2, height / 2],
    size: [width + more + left, height + more],
    turn: random.normal() * 0.01,
    colour: '#fff',
  };
}

/** A keyboard under the sheet, reaching out on both sides of it, and something beside it. */
export function overKeyboard(sheet: SheetPlan, random: Random): ThingPlan[] {
  const keyboard: ThingPlan = {
    kind: 'keyboard',
    seed: Math.floor(random.next() * 1e9),
    centre: [sheet.width * random.between(0.1, 0.9), sheet.height * random.between(0, 1)],
    size: [random.between(300, 440), random.between(110, 160)],
    turn: random.normal() * 0.25,
    colour: random.pick(THING_COLOURS),
  };
  return random.chance(0.5) ? [keyboard, besideSheet(sheet, random)] : [keyboard];
}

/** Folds and dents of paper that was crumpled. */
export function creases(random: Random): CreasePlan[] {
  return Array.from({ length: 3 + Math.floor(random.next() * 12) }, () => ({
    at: [random.next(), random.next()] as const,
    angle: random.between(0, Math.PI),
    reach: random.between(0.02, 0.3),
    depth: random.between(0.03, 0.18),
  }));
}

/** A page nearer than its edges: nothing but page in the picture, with frames, columns, tables or squares on it. */
export function fullPicture({ sheet, camera }: Scene, random: Random): Change {
  const paper = random.pick([
    'columns',
    'columns',
    'table',
    'puzzle',
    'worksheet',
    'squared',
    'lined',
  ] as const);
  const isPrinted = paper !== 'squared' && paper !== 'lined';
  const quarters = Math.round(camera.roll / (Math.PI / 2));
  const [short, long] = [Math.min(camera.width, camera.height), Math.max(camera.width, camera.height)];
  return {
    sheet: {
      ...sheet,
      ...(isPrinted ? { width: 210, height: 297 } : {}),
      paper,
      text: paper === 'worksheet' ? WORKSHEET : sheet.text,
      edge: 'cut',
      frame: random.between(0.4, 3),
    },
    camera: {
      ...camera,
      width: quarters % 2 ? long : short,
      height: quarters % 2 ? short : long,
      fill: random.between(1.13, 1.8),
      tilt: random.between(0, 0.12),
      roll: quarters * (Math.PI / 2) + random.normal() * 0.02,
      shift: [0, 0],
      push: [random.normal() * 0.01, random.normal() * 0.02],
    },
  };
}

export function outOfFrame({ camera }: Scene, random: Random): Change {
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
export function hiddenCorner({ sheet }: Scene, random: Random): Change {
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
  const skin = random.pick(SKINS);
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
export function curled({ sheet, camera }: Scene, random: Random): Change {
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

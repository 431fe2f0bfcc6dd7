import type { Random } from '@ravlo/film';
import type { Scene } from './scene';
import type { SheetPlan } from './sheet';
import type { ThingKind, ThingPlan } from './things';

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

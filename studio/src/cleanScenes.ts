import { sceneOf } from './categories';
import { createRandom, type Random } from '@ravlo/film';
import { chanceHoles, inkSheet, type InkSheetWish } from './inkSheets';
import { TWELVE_MEGAPIXELS, type Scene, type SceneSize } from './scene';
import type { SheetPlan } from './sheet';
import { WORKSHEET } from './world';

/** What makes a page hard or easy to clean, one a kind. */
export const CLEAN_KINDS = [
  'pen',
  'pencil',
  'colour',
  'print',
  'squared-lined',
  'shadow',
  'dim',
  'glare',
  'blur',
  'faint-pencil',
  'soft-focus',
  'dark-rules',
  'show-through',
  'holes',
  'crumpled',
  'recycled',
  'corrected',
  'screen',
] as const;

export type CleanKind = (typeof CLEAN_KINDS)[number];

/** Scene `seed` of an endless balanced set of pages to be cleaned: its kind goes round, all else is chance. */
export function cleanScene(seed: number, size: SceneSize = TWELVE_MEGAPIXELS): Scene {
  const kind = CLEAN_KINDS[seed % CLEAN_KINDS.length];
  const random = createRandom(seed + 50_000_000);
  const light = kind === 'shadow' || kind === 'dim' || kind === 'glare' ? kind : 'easy';
  const usual = { ...sceneOf(light, seed, size), sheet: sheetFor(kind, seed) };
  const camera = { ...usual.camera, width: size.width, height: size.height, roll: random.normal() * 0.05 };
  return { ...usual, ...KINDS[kind]({ ...usual, camera }, random), category: kind };
}

/** Any hand on any ruling; the kinds that have a sheet of their own change it. */
function sheetFor(kind: CleanKind, seed: number): SheetPlan {
  const wish: Partial<Record<CleanKind, InkSheetWish>> = {
    'faint-pencil': { papers: ['lined', 'squared', 'plain', 'dotted'], inks: ['pencil'] },
    'dark-rules': { papers: ['lined', 'squared'], rules: 'dark' },
    pencil: { inks: ['pencil'], rules: 'pale' },
    pen: { papers: ['plain'], inks: ['blue-pen', 'black-pen', 'ballpoint', 'felt-pen'] },
    'squared-lined': { papers: ['squared', 'lined'], inks: ['blue-pen', 'black-pen'], rules: 'pale' },
  };
  const usual = wish[kind] ?? { papers: ['lined', 'squared', 'dotted', 'plain'] as const };
  return inkSheet(seed + 600_000, usual);
}

const KINDS: Record<CleanKind, (usual: Scene, random: Random) => Partial<Scene>> = {
  pen: ({ camera }) => ({ camera }),
  pencil: ({ camera, sheet }, random) => ({
    camera,
    sheet: { ...sheet, graphite: { opacity: random.between(0.4, 0.85), least: random.between(0.4, 0.7) } },
  }),
  colour: ({ camera, sheet }, random) => ({
    camera,
    sheet: {
      ...sheet,
      paper: random.pick(['plain', 'lined'] as const),
      ink: random.pick(['blue-pen', 'black-pen'] as const),
      isColourful: true,
    },
  }),
  print: ({ camera, sheet }) => ({
    camera,
    sheet: { ...sheet, width: 210, height: 297, paper: 'worksheet', text: WORKSHEET, ink: 'blue-pen' },
  }),
  'squared-lined': ({ camera }) => ({ camera }),
  shadow: ({ camera }) => ({ camera }),
  dim: ({ camera }) => ({ camera }),
  glare: ({ camera }) => ({ camera: { ...camera, tilt: Math.min(0.4, camera.tilt) } }),
  blur: ({ camera, lens }, random) => ({ camera, lens: { ...lens, blur: random.between(2.5, 4.5) } }),
  'faint-pencil': ({ camera, sheet, lens }, random) => ({
    camera,
    // 5 to 25 % darker than the paper where it sticks.
    sheet: { ...sheet, graphite: { opacity: random.between(0.09, 0.4), least: random.between(0.45, 0.8) } },
    lens: { ...lens, blur: random.between(0.8, 2) },
  }),
  'soft-focus': ({ camera, lens }, random) => ({
    camera,
    lens: { ...lens, softSide: { from: random.between(0, 2 * Math.PI), blur: random.between(3, 5.5) } },
  }),
  'dark-rules': ({ camera }) => ({ camera }),
  'show-through': ({ camera, sheet }, random) => ({
    camera,
    sheet: {
      ...sheet,
      back: { plan: inkSheet(sheet.seed + 1, { papers: ['plain'] }), strength: random.between(0.04, 0.18) },
    },
  }),
  holes: ({ camera, sheet }, random) => ({
    camera,
    desk: random.pick(['walnut', 'slate', 'white', 'oak', 'paint'] as const),
    sheet: { ...sheet, edge: 'cut', holes: chanceHoles(sheet, random) },
  }),
  crumpled: ({ camera, light }, random) => ({
    camera,
    light: {
      ...light,
      creases: Array.from({ length: 3 + Math.floor(random.next() * 12) }, () => ({
        at: [random.next(), random.next()] as const,
        angle: random.between(0, Math.PI),
        reach: random.between(0.02, 0.3),
        depth: random.between(0.02, 0.12),
      })),
    },
  }),
  recycled: ({ camera, sheet }, random) => ({
    camera,
    sheet: {
      ...sheet,
      paperColour: random.pick(['#ded8c9', '#e6dcc0', '#f4ecc8', '#d5d2c8'] as const),
      fibre: random.between(1.5, 4),
    },
  }),
  corrected: ({ camera, sheet }, random) => ({
    camera,
    sheet: {
      ...sheet,
      isColourful: random.chance(0.5),
      patches: Array.from({ length: 6 }, (_, k) => ({
        kind: k % 2 ? ('fluid' as const) : ('rubbed' as const),
        at: [random.between(20, sheet.width - 60), random.between(25, sheet.height - 40)] as const,
        size: [random.between(10, 40), random.between(5, 9)] as const,
      })),
    },
  }),
  screen: ({ camera, lens }, random) => ({
    camera,
    lens: { ...lens, screenPitch: random.between(2.6, 4.5), blur: random.between(1, 1.8) },
  }),
};

/** What spoils a page in graded scenes. */
const SPOILERS = ['blur', 'dim', 'far', 'all'] as const;

/** A worksheet photographed anywhere from well to hopelessly: its print says how well it can be read. */
export function gradedScene(seed: number, size: SceneSize = TWELVE_MEGAPIXELS): Scene {
  const random = createRandom(seed + 70_000_000);
  const usual = sceneOf('easy', seed, size);
  const spoiler = SPOILERS[seed % SPOILERS.length];
  const grade = random.next();
  const of = (name: (typeof SPOILERS)[number]) =>
    spoiler === name ? grade : spoiler === 'all' ? grade * random.between(0.2, 0.8) : 0;
  const [blur, dim, far] = [of('blur'), of('dim'), of('far')];
  const { camera, light, lens, sheet } = usual;
  return {
    ...usual,
    category: `graded-${spoiler}`,
    sheet: {
      ...sheet,
      width: 210,
      height: 297,
      paper: 'worksheet',
      text: WORKSHEET,
      ink: 'blue-pen',
      edge: 'cut',
    },
    camera: {
      ...camera,
      width: size.width,
      height: size.height,
      roll: random.normal() * 0.05,
      tilt: Math.min(0.3, camera.tilt),
      fill: 0.92 - 0.74 * far,
    },
    light: { ...light, level: light.level * (1 - dim) ** 2 + 0.03 },
    lens: { ...lens, blur: 0.8 + 15 * blur ** 1.5, noise: 2 + 22 * dim ** 1.5 },
  };
}

import { sceneOf } from './categories';
import { createRandom, type Random } from '@ravlo/film';
import { TWELVE_MEGAPIXELS, type Scene, type SceneSize } from './scene';
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
] as const;

export type CleanKind = (typeof CLEAN_KINDS)[number];

/** Scene `seed` of an endless balanced set of pages to be cleaned: its kind goes round, all else is chance. */
export function cleanScene(seed: number, size: SceneSize = TWELVE_MEGAPIXELS): Scene {
  const kind = CLEAN_KINDS[seed % CLEAN_KINDS.length];
  const random = createRandom(seed + 50_000_000);
  const light = kind === 'shadow' || kind === 'dim' || kind === 'glare' ? kind : 'easy';
  const usual = sceneOf(light, seed, size);
  const camera = { ...usual.camera, width: size.width, height: size.height, roll: random.normal() * 0.05 };
  return { ...usual, ...KINDS[kind]({ ...usual, camera }, random), category: kind };
}

const KINDS: Record<CleanKind, (usual: Scene, random: Random) => Partial<Scene>> = {
  pen: ({ camera, sheet }, random) => ({
    camera,
    sheet: { ...sheet, paper: 'plain', ink: random.pick(['blue-pen', 'black-pen'] as const) },
  }),
  pencil: ({ camera, sheet }, random) => ({
    camera,
    sheet: { ...sheet, paper: random.pick(['plain', 'plain', 'lined', 'squared'] as const), ink: 'pencil' },
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
  'squared-lined': ({ camera, sheet }, random) => ({
    camera,
    sheet: {
      ...sheet,
      paper: random.pick(['squared', 'lined'] as const),
      ink: random.pick(['blue-pen', 'black-pen'] as const),
    },
  }),
  shadow: ({ camera }) => ({ camera }),
  dim: ({ camera }) => ({ camera }),
  glare: ({ camera }) => ({ camera: { ...camera, tilt: Math.min(0.4, camera.tilt) } }),
  blur: ({ camera, lens }, random) => ({ camera, lens: { ...lens, blur: random.between(2.5, 4.5) } }),
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

import type { CameraPlan } from './camera';
import { DESKS, type DeskKind } from './desk';
import { HANDS } from './fonts';
import { createRandom, type Random } from './random';
import type { SheetPlan } from './sheet';
import { ALL_TEXTS, WORKSHEET } from './world';

export interface LightPlan {
  /** overall brightness; 1 is well exposed */
  readonly level: number;
  /** how much it falls from one side of the sheet to the other, 0 to 0.8 */
  readonly falloff: number;
  /** from where, radians */
  readonly from: number;
  /** red and blue relative to green: lamplight is warm */
  readonly tint: readonly [number, number];
  /** a hand's or phone's soft shadow: how much light it takes, 0 to 0.6 */
  readonly shadow: number;
  /** where its middle is, as shares of the sheet */
  readonly shadowAt: readonly [number, number];
  /** a lamp's reflection on the sheet, 0 to 1 */
  readonly glare: number;
}

export interface LensPlan {
  /** Gaussian blur, photo pixels (at 12 megapixels) */
  readonly blur: number;
  /** noise at mid grey, grey levels */
  readonly noise: number;
  /** JPEG quality */
  readonly quality: number;
}

/** A dark or coloured flat thing lying beside the sheet. */
export interface ClutterPlan {
  /** mm, in the sheet's frame */
  readonly centre: readonly [number, number];
  readonly size: readonly [number, number];
  readonly turn: number;
  readonly colour: readonly [number, number, number];
}

/** One photograph of one sheet, wholly decided. */
export interface Scene {
  readonly seed: number;
  readonly sheet: SheetPlan;
  readonly desk: DeskKind;
  readonly camera: CameraPlan;
  readonly light: LightPlan;
  readonly lens: LensPlan;
  readonly clutter: readonly ClutterPlan[];
  /** stored turned, with an EXIF tag that says to turn it clockwise by this for viewing */
  readonly exifTurn?: 90 | 180 | 270;
}

export interface SceneSize {
  /** photo pixels, portrait */
  readonly width: number;
  readonly height: number;
}

export const TWELVE_MEGAPIXELS: SceneSize = { width: 3024, height: 4032 };

/** A scene drawn by chance from what students' desks are like. */
export function sceneFromSeed(seed: number, size: SceneSize = TWELVE_MEGAPIXELS): Scene {
  const random = createRandom(seed);
  const warmth = random.between(-0.15, 1);
  return {
    seed,
    sheet: randomSheet(seed, random),
    desk: random.pick(DESKS),
    camera: {
      ...size,
      tilt: random.between(0, 0.5),
      azimuth: random.between(0, 2 * Math.PI),
      roll: random.normal() * 0.1 + (random.chance(0.1) ? Math.PI / 2 : 0),
      fill: random.between(0.6, 0.97),
      shift: [random.between(-0.8, 0.8), random.between(-0.8, 0.8)],
    },
    light: {
      level: random.chance(0.2) ? random.between(0.3, 0.5) : random.between(0.7, 1.02),
      falloff: random.between(0, 0.6),
      from: random.between(0, 2 * Math.PI),
      tint: [1 + 0.09 * warmth, 1 - 0.2 * warmth],
      shadow: random.chance(0.5) ? random.between(0.1, 0.5) : 0,
      shadowAt: [random.between(0, 1), random.between(0.3, 1.2)],
      glare: 0,
    },
    lens: {
      blur: random.between(0.5, 1.6),
      noise: random.between(1.5, 6),
      quality: Math.round(random.between(72, 92)),
    },
    clutter: random.chance(0.4) ? [randomClutter(random)] : [],
  };
}

function randomSheet(seed: number, random: Random): SheetPlan {
  const isLetter = random.chance(0.2);
  const isWorksheet = random.chance(0.12);
  return {
    seed,
    width: isLetter ? 215.9 : 210,
    height: isLetter ? 279.4 : 297,
    paper: isWorksheet ? 'worksheet' : random.pick(['lined', 'squared', 'plain'] as const),
    paperColour: random.pick(['#f6f5f0', '#fbfaf7', '#f3efe3', '#f4f6f8']),
    ink: random.pick(['blue-pen', 'blue-pen', 'black-pen', 'pencil'] as const),
    hand: random.pick(HANDS),
    text: isWorksheet ? WORKSHEET : random.pick(ALL_TEXTS),
  };
}

function randomClutter(random: Random): ClutterPlan {
  const right = random.chance(0.5);
  const colours = [
    [28, 29, 32],
    [150, 40, 44],
    [38, 84, 120],
    [205, 196, 170],
  ] as const;
  return {
    centre: [right ? random.between(265, 330) : random.between(-120, -55), random.between(0, 300)],
    size: [random.between(70, 95), random.between(140, 190)],
    turn: random.normal() * 0.3,
    colour: random.pick(colours),
  };
}

import type { CameraPlan } from './camera';
import type { DeskKind } from './desk';
import type { SheetPlan } from './sheet';
import type { CurlPlan } from './surface';
import type { ThingPlan } from './things';

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
  /** shadows with straight edges, as a phone, a shelf or a blind throws them */
  readonly bands?: readonly ShadowBand[];
  /** paper that was crumpled or folded: light and shade along creases */
  readonly creases?: readonly CreasePlan[];
  /** a lamp's reflection on the sheet, 0 to 1 */
  readonly glare: number;
  /** where its middle is, as shares of the sheet @default [0.6, 0.35] */
  readonly glareAt?: readonly [number, number];
}

/** A straight shadow across desk and sheet. */
export interface ShadowBand {
  /** a place in its middle, as shares of the sheet */
  readonly at: readonly [number, number];
  /** direction across it, radians */
  readonly angle: number;
  /** as a share of the sheet's width */
  readonly width: number;
  /** how wide its edge is, the same measure */
  readonly soft: number;
  /** how much light it takes, 0 to 1 */
  readonly take: number;
}

/** Paper bent along a line: lighter on one side, darker on the other. */
export interface CreasePlan {
  /** a place on it, as shares of the sheet */
  readonly at: readonly [number, number];
  /** direction across it, radians */
  readonly angle: number;
  /** how far the light goes with it, as a share of the sheet's width */
  readonly reach: number;
  /** how much light it gives and takes, 0 to 1 */
  readonly depth: number;
}

export interface LensPlan {
  /** Gaussian blur, photo pixels (at 12 megapixels) */
  readonly blur: number;
  /** a side of the photo that is out of focus: direction towards it, radians, and how much blurrier it is there */
  readonly softSide?: { readonly from: number; readonly blur: number };
  /** photographed from a screen: photo pixels from one of its pixels to the next */
  readonly screenPitch?: number;
  /** noise at mid grey, grey levels */
  readonly noise: number;
  /** JPEG quality */
  readonly quality: number;
  /** barrel (above zero) or pincushion: how far a place at the picture's corner is moved, a share of its distance */
  readonly distortion?: number;
  /** how much the phone sharpens: halos of this share of every step */
  readonly sharpening?: number;
  /** the phone smooths its noise away, and fine grain with it */
  readonly isSmoothed?: boolean;
}

/** The page across the fold of an open book or notebook, to the right of the sheet. */
export interface FacingPlan {
  readonly sheet: SheetPlan;
  readonly curl: CurlPlan;
}

/** One photograph of one sheet, wholly decided. */
export interface Scene {
  readonly seed: number;
  readonly sheet: SheetPlan;
  readonly desk: DeskKind;
  readonly camera: CameraPlan;
  readonly light: LightPlan;
  readonly lens: LensPlan;
  /** on the desk, under the sheet */
  readonly under: readonly ThingPlan[];
  /** on the sheet */
  readonly over: readonly ThingPlan[];
  /** there is no sheet, only what it would lie on */
  readonly isBare?: boolean;
  /** bent @default flat */
  readonly curl?: CurlPlan;
  /** the book's other page; the sheet itself is then the left one */
  readonly facing?: FacingPlan;
  /** which corner (clockwise from the sheet's top left) is folded in or covered */
  readonly hiddenCorner?: number;
  /** the kind of trouble, for tables by category */
  readonly category: string;
  /** stored turned, with an EXIF tag that says to turn it clockwise by this for viewing */
  readonly exifTurn?: 90 | 180 | 270;
}

export interface SceneSize {
  /** photo pixels, portrait */
  readonly width: number;
  readonly height: number;
}

export const TWELVE_MEGAPIXELS: SceneSize = { width: 3024, height: 4032 };

import { expose, transfer } from 'comlink';
import type { Hint, Quad, Rgba } from '@ravlo/core';
import { createAimer } from '@ravlo/core/aim';
import { practiceFilm, type PracticeFilm } from '@ravlo/film';

/** What was seen in one frame, in shares of the frame's width and height. */
export interface Seen {
  readonly corners: Quad | null;
  readonly hint: Hint | null;
  /** the steady shutter would fire */
  readonly fires: boolean;
  /** measured on the sheet in view, for what is said after the shot */
  readonly sheet: SeenSheet | null;
  /** ms that looking took */
  readonly ms: number;
}

export interface SeenSheet {
  readonly isWhole: boolean;
  readonly isSharp: boolean;
  /** of the bare paper, 0 to 255 */
  readonly light: number;
  readonly glare: number;
  readonly shadow: number;
}

/** Frames are looked at in this size, px on their longer side. */
const LOOK_SIDE = 640;
const LEAST_SHARPNESS = 0.42;
const PRACTICE_LOOK = { width: 480, height: 640 };
const PRACTICE_PHOTO = { width: 1512, height: 2016 };
const PHOTO_QUALITY = 0.9;

let aimer = createAimer();
let film: PracticeFilm | null = null;

function look(image: Rgba, time: number, photoScale: number): Seen {
  const start = performance.now();
  const { quad, facts, hint, fires } = aimer.next({ image, time, photoScale });
  return {
    corners: quad && shares(quad, image),
    hint,
    fires,
    sheet: facts && {
      isWhole: facts.isWhole,
      isSharp: (facts.sharpness ?? 1) >= LEAST_SHARPNESS,
      light: facts.light,
      glare: facts.glare,
      shadow: facts.shadow,
    },
    ms: performance.now() - start,
  };
}

function shares(quad: Quad, { width, height }: Rgba): Quad {
  const share = ([x, y]: Quad[number]): Quad[number] => [x / width, y / height];
  return [share(quad[0]), share(quad[1]), share(quad[2]), share(quad[3])];
}

let paper: OffscreenCanvas | null = null;

/** The pixels of a picture, in a canvas that is used again and again. */
function pixelsOf(bitmap: ImageBitmap, width: number, height: number): Rgba {
  if (paper?.width !== width || paper.height !== height) paper = new OffscreenCanvas(width, height);
  const context = paper.getContext('2d', { willReadFrequently: true });
  if (!context) throw new Error('This browser gave no canvas to look at the camera with');
  context.drawImage(bitmap, 0, 0, width, height);
  const { data } = context.getImageData(0, 0, width, height);
  return { width, height, data };
}

const tools = {
  /** Begins anew: another camera, another packet. */
  start() {
    aimer = createAimer();
  },

  /** Looks at a frame of the camera. @param time ms */
  look(bitmap: ImageBitmap, time: number, photoScale: number): Seen {
    const scale = LOOK_SIDE / Math.max(bitmap.width, bitmap.height);
    const image = pixelsOf(bitmap, Math.round(bitmap.width * scale), Math.round(bitmap.height * scale));
    bitmap.close();
    return look(image, time, photoScale / scale);
  },

  /** The sheet in view was taken by hand. */
  shot() {
    aimer.shot();
  },

  /** Lays out the practice desk with these sheets. */
  async layOut(sheets: readonly Blob[]) {
    const images = await Promise.all(
      sheets.map(async (sheet) => {
        const bitmap = await createImageBitmap(sheet);
        return pixelsOf(bitmap, bitmap.width, bitmap.height);
      }),
    );
    film = practiceFilm(images, 11);
  },

  /** What the practice camera sees at a moment (ms), and what is seen in it. */
  async practise(time: number): Promise<{ picture: ImageBitmap; seen: Seen } | null> {
    if (!film) return null;
    const image = film.frameAt(time / 1000, PRACTICE_LOOK);
    const picture = await createImageBitmap(new ImageData(image.data, image.width, image.height));
    const seen = look(image, time, PRACTICE_PHOTO.width / PRACTICE_LOOK.width);
    return transfer({ picture, seen }, [picture]);
  },

  /** The practice camera's photo of a moment (ms). */
  async practicePhoto(time: number): Promise<Blob | null> {
    if (!film) return null;
    const { width, height, data } = film.frameAt(time / 1000, PRACTICE_PHOTO);
    const canvas = new OffscreenCanvas(width, height);
    canvas.getContext('2d')?.putImageData(new ImageData(data, width, height), 0, 0);
    return canvas.convertToBlob({ type: 'image/jpeg', quality: PHOTO_QUALITY });
  },
};

export type AimTools = typeof tools;

expose(tools);

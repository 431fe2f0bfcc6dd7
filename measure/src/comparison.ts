import { createRequire } from 'node:module';
import type { Point, Quad, Rgba } from '@ravlo/core';
import type { CV, Mat } from '@techstark/opencv-js';

/**
 * The same steps as commonly written with OpenCV: edges, contours and the largest four-cornered one; a
 * perspective warp; the page divided by a blurred copy of its background.
 */
export interface Comparison {
  find(photo: Rgba): Quad | null;
  /** flattens to width x height and evens the light */
  develop(photo: Rgba, quad: Quad, width: number, height: number): Rgba;
  /**
   * flattens to width x height as well as the library can: by INTER_CUBIC at that size, and by INTER_CUBIC at twice the
   * size and then INTER_AREA
   */
  flattenSharply(photo: Rgba, quad: Quad, width: number, height: number): Rgba[];
  /** ms for an even, white page of a flat one: background by dilation and median, divided out */
  daylightMs(page: Rgba): number;
  /** ms for a black and white page of a flat one: the same in grey, then an adaptive threshold */
  penMs(page: Rgba): number;
  /** a page over its paper's brightness, in a straight line from 60 (black) to 230 (white); grey */
  divided(page: Rgba): Rgba;
  /** ms that the perspective warp alone takes (INTER_LINEAR), the photo lying in the library's memory already */
  warpMs(photo: Rgba, quad: Quad, width: number, height: number): number;
}

const FIND_SIDE = 640;

/** Loads the library's WebAssembly build; takes a second or two. */
export async function loadComparison(): Promise<Comparison> {
  const loaded: unknown = createRequire(import.meta.url)('@techstark/opencv-js');
  const cv = (await loaded) as CV;
  return {
    find: (photo) => find(cv, photo),
    develop: (...all) => develop(cv, ...all),
    flattenSharply: (...all) => flattenSharply(cv, ...all),
    daylightMs: (page) => daylightMs(cv, page),
    penMs: (page) => penMs(cv, page),
    divided: (page) => divided(cv, page),
    warpMs: (...all) => warpMs(cv, ...all),
  };
}

/** Runs work with a list that every Mat is put on, and frees them all after. */
function withMats<T>(work: (keep: Keep) => T): T {
  const mats: { delete(): void }[] = [];
  try {
    return work((mat) => {
      mats.push(mat);
      return mat;
    });
  } finally {
    for (const mat of mats) mat.delete();
  }
}

function load(cv: CV, { width, height, data }: Rgba): Mat {
  const mat = new cv.Mat(height, width, cv.CV_8UC4);
  mat.data.set(data);
  return mat;
}

function find(cv: CV, photo: Rgba): Quad | null {
  return withMats((keep) => {
    const source = keep(load(cv, photo));
    const grey = keep(new cv.Mat());
    const small = keep(new cv.Mat());
    const edges = keep(new cv.Mat());
    const factor = Math.max(photo.width, photo.height) / FIND_SIDE;
    const size = new cv.Size(Math.round(photo.width / factor), Math.round(photo.height / factor));
    cv.cvtColor(source, grey, cv.COLOR_RGBA2GRAY);
    cv.resize(grey, small, size, 0, 0, cv.INTER_AREA);
    cv.GaussianBlur(small, small, new cv.Size(5, 5), 0);
    cv.Canny(small, edges, 50, 150);
    cv.dilate(edges, edges, keep(cv.Mat.ones(3, 3, cv.CV_8U)));
    const contours = keep(new cv.MatVector());
    cv.findContours(edges, contours, keep(new cv.Mat()), cv.RETR_LIST, cv.CHAIN_APPROX_SIMPLE);
    let best: Point[] | null = null;
    let bestArea = 0.1 * size.width * size.height;
    for (let i = 0; i < contours.size(); i++) {
      const contour = keep(contours.get(i));
      const shape = keep(new cv.Mat());
      cv.approxPolyDP(contour, shape, 0.02 * cv.arcLength(contour, true), true);
      if (shape.rows !== 4 || !cv.isContourConvex(shape)) continue;
      const area = cv.contourArea(shape);
      if (area <= bestArea) continue;
      bestArea = area;
      best = [0, 1, 2, 3].map((k): Point => [
        shape.data32S[2 * k] * factor,
        shape.data32S[2 * k + 1] * factor,
      ]);
    }
    return best && clockwiseFromTopLeft(best);
  });
}

function clockwiseFromTopLeft(points: readonly Point[]): Quad {
  const cx = points.reduce((sum, p) => sum + p[0], 0) / 4;
  const cy = points.reduce((sum, p) => sum + p[1], 0) / 4;
  const around = [...points].sort(
    (a, b) => Math.atan2(a[1] - cy, a[0] - cx) - Math.atan2(b[1] - cy, b[0] - cx),
  );
  return [around[0], around[1], around[2], around[3]];
}

type Keep = <M extends { delete(): void }>(mat: M) => M;

function pageMap(cv: CV, keep: Keep, quad: Quad, width: number, height: number): Mat {
  const from = keep(cv.matFromArray(4, 1, cv.CV_32FC2, quad.flat()));
  const to = keep(cv.matFromArray(4, 1, cv.CV_32FC2, [0, 0, width, 0, width, height, 0, height]));
  return cv.getPerspectiveTransform(from, to);
}

function warpMs(cv: CV, photo: Rgba, quad: Quad, width: number, height: number): number {
  return withMats((keep) => {
    const source = keep(load(cv, photo));
    const map = keep(pageMap(cv, keep, quad, width, height));
    const page = keep(new cv.Mat());
    const start = performance.now();
    cv.warpPerspective(source, page, map, new cv.Size(width, height), cv.INTER_LINEAR, cv.BORDER_REPLICATE);
    return performance.now() - start;
  });
}

function daylightMs(cv: CV, page: Rgba): number {
  return withMats((keep) => {
    const source = keep(load(cv, page));
    const start = performance.now();
    const colour = keep(new cv.Mat());
    cv.cvtColor(source, colour, cv.COLOR_RGBA2RGB);
    divideByBackground(cv, keep, colour);
    return performance.now() - start;
  });
}

function penMs(cv: CV, page: Rgba): number {
  return withMats((keep) => {
    const source = keep(load(cv, page));
    const start = performance.now();
    const grey = keep(new cv.Mat());
    cv.cvtColor(source, grey, cv.COLOR_RGBA2GRAY);
    const even = divideByBackground(cv, keep, grey);
    const ink = keep(new cv.Mat());
    cv.adaptiveThreshold(even, ink, 255, cv.ADAPTIVE_THRESH_GAUSSIAN_C, cv.THRESH_BINARY, 31, 12);
    return performance.now() - start;
  });
}

/** Page px at 200 dpi: the ellipse that closes strokes, the median and the Gaussian that even what is left. */
const CLOSING = 25;
const MEDIAN = 41;
const EVENING = 4;

function divided(cv: CV, page: Rgba): Rgba {
  return withMats((keep) => {
    const source = keep(load(cv, page));
    const grey = keep(new cv.Mat());
    cv.cvtColor(source, grey, cv.COLOR_RGBA2GRAY);
    const paper = keep(new cv.Mat());
    const ellipse = keep(cv.getStructuringElement(cv.MORPH_ELLIPSE, new cv.Size(CLOSING, CLOSING)));
    cv.morphologyEx(grey, paper, cv.MORPH_CLOSE, ellipse);
    cv.medianBlur(paper, paper, MEDIAN);
    cv.GaussianBlur(paper, paper, new cv.Size(0, 0), EVENING);
    cv.GaussianBlur(grey, grey, new cv.Size(0, 0), 0.7);
    const even = keep(new cv.Mat());
    cv.divide(grey, paper, even, 245);
    const { width, height } = page;
    const data = new Uint8ClampedArray(width * height * 4);
    for (let i = 0; i < width * height; i++) {
      const level = ((even.data[i] - 60) * 255) / (230 - 60);
      data[i * 4] = data[i * 4 + 1] = data[i * 4 + 2] = level;
      data[i * 4 + 3] = 255;
    }
    return { width, height, data };
  });
}

function divideByBackground(cv: CV, keep: Keep, page: Mat): Mat {
  const background = keep(new cv.Mat());
  cv.dilate(page, background, keep(cv.Mat.ones(7, 7, cv.CV_8U)));
  cv.medianBlur(background, background, 21);
  const clean = keep(new cv.Mat());
  cv.divide(page, background, clean, 255);
  return clean;
}

function flattenSharply(cv: CV, photo: Rgba, quad: Quad, width: number, height: number): Rgba[] {
  return withMats((keep) => {
    const source = keep(load(cv, photo));
    const size = new cv.Size(width, height);
    const warped = (factor: number) => {
      const page = keep(new cv.Mat());
      const map = keep(pageMap(cv, keep, quad, width * factor, height * factor));
      const large = new cv.Size(width * factor, height * factor);
      cv.warpPerspective(source, page, map, large, cv.INTER_CUBIC, cv.BORDER_REPLICATE);
      return page;
    };
    const shrunk = keep(new cv.Mat());
    cv.resize(warped(2), shrunk, size, 0, 0, cv.INTER_AREA);
    return [warped(1), shrunk].map(({ data }) => ({ width, height, data: new Uint8ClampedArray(data) }));
  });
}

function develop(cv: CV, photo: Rgba, quad: Quad, width: number, height: number): Rgba {
  return withMats((keep) => {
    const source = keep(load(cv, photo));
    const map = keep(pageMap(cv, keep, quad, width, height));
    const page = keep(new cv.Mat());
    cv.warpPerspective(source, page, map, new cv.Size(width, height), cv.INTER_AREA, cv.BORDER_REPLICATE);
    const colour = keep(new cv.Mat());
    cv.cvtColor(page, colour, cv.COLOR_RGBA2RGB);
    const clean = divideByBackground(cv, keep, colour);
    const result = keep(new cv.Mat());
    cv.cvtColor(clean, result, cv.COLOR_RGB2RGBA);
    return { width, height, data: new Uint8ClampedArray(result.data) };
  });
}

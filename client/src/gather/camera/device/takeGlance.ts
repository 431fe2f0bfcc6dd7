import { GLANCE, type Glance } from './pace';

let paper: CanvasRenderingContext2D | null | undefined;

/** A tiny picture of what a video shows now; null where the browser has no canvas for it. */
export function takeGlance(video: HTMLVideoElement): Glance | null {
  const { width, height } = GLANCE;
  if (paper === undefined) {
    const canvas = Object.assign(document.createElement('canvas'), GLANCE);
    paper = canvas.getContext('2d', { willReadFrequently: true });
  }
  if (!paper) return null;
  paper.drawImage(video, 0, 0, width, height);
  const { data } = paper.getImageData(0, 0, width, height);
  const glance = new Uint8Array(width * height);
  for (let i = 0; i < glance.length; i++)
    glance[i] = (data[4 * i] + 2 * data[4 * i + 1] + data[4 * i + 2]) / 4;
  return glance;
}

import { connectedParts } from '../raster/connectedParts';
import type { InkMap } from './inkMap';

/** Holes are looked for in strips along the edges this wide, as a share of the page's shorter side. */
const STRIP = 0.13;
/** The least and the largest diameter of a hole; the same measure (3.5 to 9 mm on A4). */
const LEAST = 0.0165;
const MOST = 0.043;
/** A disc fills 0.785 of the square round it; in so coarse steps more or less. */
const FILLED = [0.6, 0.92] as const;
/** As dark as this at least, 0 to 255, all over. */
const DARK = 45;
/** Holes are looked for on every fourth pixel each way. */
const STEP = 4;

/** Pictures with a shorter side below this, px, are too small to tell holes from letters. */
const LEAST_SIDE = 1000;

interface Blob {
  readonly x: number;
  readonly y: number;
  /** px */
  readonly size: number;
}

/** Makes punched holes along an edge bare paper. A hole alone may be a blot: there must be two alike in a line. */
export function clearHoles(map: InkMap): void {
  const short = Math.min(map.width, map.height);
  // On small pictures letters are as small as the steps in which holes are looked for.
  if (short < LEAST_SIDE) return;
  const blobs = roundBlobs(map, short);
  for (const blob of blobs) {
    const isOfRow = blobs.some((other) => other !== blob && isLike(blob, other, short));
    if (isOfRow) blank(map, blob);
  }
}

function isLike(a: Blob, b: Blob, short: number): boolean {
  const aligned = Math.min(Math.abs(a.x - b.x), Math.abs(a.y - b.y));
  return aligned < short * 0.012 && Math.abs(a.size - b.size) < 0.3 * Math.max(a.size, b.size);
}

function blank({ width, height, smooth, darkness }: InkMap, { x, y, size }: Blob): void {
  const radius = size / 2 + STEP + 2;
  for (let dy = -Math.ceil(radius); dy <= radius; dy++) {
    const row = Math.round(y + dy);
    if (row < 0 || row >= height) continue;
    const half = Math.sqrt(Math.max(0, radius * radius - dy * dy));
    const from = row * width + Math.max(0, Math.round(x - half));
    const to = row * width + Math.min(width, Math.round(x + half) + 1);
    smooth.fill(0, from, to);
    darkness.fill(0, from, to);
  }
}

/** Dark all over within this share of its radius, on this share of the pixels: a letter has a white inside. */
const WITHIN = 0.75;
const SOLID = 0.98;
/** Bare paper all round between these radii, but for this share of the pixels: a letter stands among others. */
const ROUND = [1.35, 1.75] as const;
const FREE = 0.06;

/** A disc on bare paper, looked at pixel by pixel: what is lost of a letter cannot be brought back. */
function isSolid(
  { width, height, smooth }: Pick<InkMap, 'width' | 'height' | 'smooth'>,
  { x, y, size }: Blob,
): boolean {
  const radius = size / 2;
  const reach = Math.ceil(radius * ROUND[1]);
  let [inside, dark, around, inked] = [0, 0, 0, 0];
  for (let dy = -reach; dy <= reach; dy++) {
    for (let dx = -reach; dx <= reach; dx++) {
      const [px, py] = [Math.round(x + dx), Math.round(y + dy)];
      if (px < 0 || py < 0 || px >= width || py >= height) continue;
      const far = Math.hypot(dx, dy) / radius;
      const isDark = smooth[py * width + px] >= DARK;
      if (far <= WITHIN) {
        inside++;
        if (isDark) dark++;
      } else if (far >= ROUND[0] && far <= ROUND[1]) {
        around++;
        if (isDark) inked++;
      }
    }
  }
  return dark >= SOLID * inside && inked <= FREE * around;
}

/** Dark round things of a hole's size near an edge. */
function roundBlobs({ width, height, smooth }: InkMap, short: number): Blob[] {
  const columns = Math.floor(width / STEP);
  const rows = Math.floor(height / STEP);
  const strip = (short * STRIP) / STEP;
  const dark = new Uint8Array(columns * rows);
  for (let y = 0; y < rows; y++) {
    for (let x = 0; x < columns; x++) {
      const isNear = x < strip || y < strip || x >= columns - strip || y >= rows - strip;
      if (isNear && smooth[y * STEP * width + x * STEP] >= DARK) dark[y * columns + x] = 1;
    }
  }
  const blobs: Blob[] = [];
  for (const { left, right, top, bottom, pixels } of connectedParts(dark, columns, rows)) {
    const across = right - left + 1;
    const down = bottom - top + 1;
    const size = ((across + down) / 2) * STEP;
    const filled = pixels / (across * down);
    const isRound = Math.abs(across - down) <= 0.25 * Math.max(across, down) + 1;
    const blob = { x: ((left + right + 1) / 2) * STEP, y: ((top + bottom + 1) / 2) * STEP, size };
    if (
      isRound &&
      size >= short * LEAST &&
      size <= short * MOST &&
      filled > FILLED[0] &&
      filled < FILLED[1] &&
      isSolid({ width, height, smooth }, blob)
    ) {
      blobs.push(blob);
    }
  }
  return blobs;
}

import type { Rgba } from '../raster/image';
import type { Cover } from './note';
import { sizeBefore, turnPlace } from '../geometry/turnPlace';
import { turnBetween } from '../geometry/turn';
import type { LaidPage } from './layNotes';

/** The paper round a cover is looked at this far out, as a share of the page's longer side. */
const AROUND = 0.012;
/** The lightest share of what lies round a cover is its paper. */
const PAPER_SHARE = 0.7;

/** A picture with its covered places filled in the colour of the paper round them; the picture given is not changed. */
export function coverUp(image: Rgba, covers: readonly Cover[], page: LaidPage): Rgba {
  if (covers.length === 0) return image;
  const result = { ...image, data: new Uint8ClampedArray(image.data) };
  for (const cover of covers) {
    const box = boxOf(cover, page, image);
    if (!box) continue;
    const [red, green, blue] = paperAround(image, box);
    for (let y = box.top; y < box.bottom; y++) {
      for (let x = box.left; x < box.right; x++) {
        const at = (y * image.width + x) * 4;
        result.data[at] = red;
        result.data[at + 1] = green;
        result.data[at + 2] = blue;
      }
    }
  }
  return result;
}

/** Page pixels; right and bottom are the first outside. */
interface Box {
  readonly left: number;
  readonly top: number;
  readonly right: number;
  readonly bottom: number;
}

function boxOf({ x, y, width, height, turn }: Cover, page: LaidPage, image: Rgba): Box | null {
  const by = turnBetween(turn, page.turn);
  const before = sizeBefore(page.size, by);
  const [ax, ay] = turnPlace([x, y], before, by);
  const [bx, by_] = turnPlace([x + width, y + height], before, by);
  const scale = [image.width / page.size.width, image.height / page.size.height];
  const clamp = (value: number, most: number) => Math.min(most, Math.max(0, Math.round(value)));
  const box = {
    left: clamp(Math.min(ax, bx) * scale[0], image.width),
    right: clamp(Math.max(ax, bx) * scale[0], image.width),
    top: clamp(Math.min(ay, by_) * scale[1], image.height),
    bottom: clamp(Math.max(ay, by_) * scale[1], image.height),
  };
  return box.left < box.right && box.top < box.bottom ? box : null;
}

function paperAround({ width, height, data }: Rgba, box: Box): [number, number, number] {
  const reach = Math.max(2, Math.round(Math.max(width, height) * AROUND));
  const counts = [new Uint32Array(256), new Uint32Array(256), new Uint32Array(256)];
  let total = 0;
  for (let y = Math.max(0, box.top - reach); y < Math.min(height, box.bottom + reach); y++) {
    for (let x = Math.max(0, box.left - reach); x < Math.min(width, box.right + reach); x++) {
      if (x >= box.left && x < box.right && y >= box.top && y < box.bottom) continue;
      const at = (y * width + x) * 4;
      for (let c = 0; c < 3; c++) counts[c][data[at + c]]++;
      total++;
    }
  }
  // A cover over all of the page knows no paper.
  if (total === 0) return [255, 255, 255];
  const [red, green, blue] = counts.map((count) => {
    let level = 0;
    for (let seen = count[0]; seen < total * PAPER_SHARE && level < 255; seen += count[++level]);
    return level;
  });
  return [red, green, blue];
}

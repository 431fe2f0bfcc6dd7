import type { Line } from '../geometry/line';
import { createPlane, type Plane } from '../raster/image';
import { edgeFields } from './edgeField';
import { lineCandidates } from './lineCandidates';
import type { SheetMap } from './sheetNet';

const MOST_LINES = 14;

/**
 * Straight lines along the borders of what the net takes for pages: where paper on like paper leaves no edge that
 * stands out, they say where to look.
 *
 * @returns lines in the picture's pixels, a cell of the net or so off
 */
export function linesAround(
  { first, second }: SheetMap,
  picture: { readonly width: number; readonly height: number },
): Line[] {
  const [field] = edgeFields([inGreys(second)], [inGreys(first)]);
  return lineCandidates(field, { count: MOST_LINES }).map((line) =>
    stretched(line, picture.width / first.width, picture.height / first.height),
  );
}

function inGreys({ width, height, data }: Plane): Plane {
  const plane = createPlane(width, height);
  for (let i = 0; i < data.length; i++) plane.data[i] = data[i] * 255;
  return plane;
}

/** A line in a plane that is stretched by so much across and down. */
function stretched({ angle, offset }: Line, across: number, down: number): Line {
  const [x, y] = [Math.cos(angle) / across, Math.sin(angle) / down];
  return { angle: Math.atan2(y, x), offset: offset / Math.hypot(x, y) };
}

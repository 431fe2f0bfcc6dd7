import type { Rgba } from '../raster/image';
import type { CleanOptions, Look } from './clean';
import { evenGrain } from './evenGrain';
import type { InkMap } from './inkMap';
import { pageParts, type PageParts } from './pageParts';
import { penOfParts } from './penOfParts';
import { showOnGround, showOnGroundInGrey } from './showOnGround';
import { gainOfCells, showInColour, showInGrey } from './showParts';
import { strokeLevel } from './strokeLevel';
import type { Tuning } from './tone';

/**
 * How dark the darkest place of a stroke comes out, of 255, for how dark it is on the page: a floor, so that the
 * faintest can be read, also where grain breaks them, and above it a curve that keeps darker strokes darker.
 */
const SHOWN: Readonly<Record<'daylight' | 'pencil' | 'soft-grey', (level: number) => number>> = {
  daylight: (level) => 255 * (0.58 + 0.42 * (level / 255) ** 0.8),
  pencil: (level) => 255 * (0.4 + 0.58 * (level / 255) ** 0.6),
  'soft-grey': (level) => 255 * (0.44 + 0.5 * (level / 255) ** 0.85),
};

/** How far *more of the paper* moves the net's thresholds, in units of a logit. */
const PAPER_SHIFT = 1.5;

/** A look made of the page's parts: strokes as wide as they are, rules quiet and even, paper white. */
export function showLook(
  measured: InkMap & Required<Pick<InkMap, 'seen' | 'parts'>>,
  look: Exclude<Look, 'as-shot'>,
  tuning: Tuning,
  { rules = 'quiet' }: CleanOptions,
): Rgba {
  const parts = partsFor(measured, tuning);
  const map = evenGrain(measured, parts);
  const level = strokeLevel(parts);
  if (look === 'pen') return penOfParts(map, parts, level, tuning);
  const gain = gainOfCells(parts, level, { shown: SHOWN[look], rules, tuning });
  const isColour = look === 'daylight';
  const page = isColour ? showInColour(map, parts, gain) : showInGrey(map, parts, gain);
  if (map.ground) (isColour ? showOnGround : showOnGroundInGrey)(map, map.ground, parts, gain, page);
  return page;
}

function partsFor(map: InkMap, { paper }: Tuning): PageParts {
  const { seen, parts } = map;
  if (!seen || !parts) throw new Error('The page has no parts');
  const { everywhere, byTile } = parts.shift;
  return paper === 0 ? parts : pageParts(map, seen, { everywhere: everywhere + paper * PAPER_SHIFT, byTile });
}

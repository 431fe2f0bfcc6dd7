import type { Rgba } from '../raster/image';
import { median } from '../statistics/quantile';
import { backAsUnwanted } from './backAsUnwanted';
import { cellFactsOf, darkestOf } from './cellFacts';
import { clearEdges } from './clearEdges';
import { clearHoles } from './clearHoles';
import { daylight } from './daylight';
import { colouredAreas } from './colouredAreas';
import { dotsAsRules } from './dotsAsRules';
import { fadeRules } from './fadeRules';
import { fromAway } from './fromAway';
import { pencil, softGrey } from './grey';
import { holesSeen } from './holesSeen';
import { isChalk } from './isChalk';
import { inkAtScale } from './inkAtScale';
import { inkOverTones } from './inkOverTones';
import { inkMap, type InkMap } from './inkMap';
import { type InkLikelihood } from './inkLikelihood';
import { stepOf } from './inkNet';
import { lostStrokes } from './lostStrokes';
import { kernels } from '../kernels/kernels';
import { pageParts } from './pageParts';
import { withoutPaleTones } from './paleTones';
import { showLook } from './showLook';
import type { RuleShow } from './showParts';
import { paperMap } from './paperMap';
import { pen } from './pen';
import { softness } from './softness';
import { shiftWhereMissed, UNSHIFTED, type ThresholdShift } from './thresholdShift';
import { AS_FOUND, type Tuning } from './tone';
import { toneGround, type ToneGround } from './toneGround';

/** How a page is cleaned. */
export type Look = 'as-shot' | 'daylight' | 'pen' | 'pencil' | 'soft-grey';

export const LOOKS: readonly Look[] = ['as-shot', 'daylight', 'pen', 'pencil', 'soft-grey'];

export interface CleanOptions {
  readonly tuning?: Tuning;
  /** what becomes of printed rules and squares; Pen always takes them away @default 'quiet' */
  readonly rules?: RuleShow;
}

/**
 * Runs a look over a flat page; As shot returns the page itself, and so does any look where light is written on dark:
 * chalk on a dark board is shown as it is.
 *
 * @param known the page's ink, where it was measured already
 */
export function clean(page: Rgba, look: Look, options: CleanOptions = {}, known?: InkMap): Rgba {
  if (look === 'as-shot' || isChalk(page)) return page;
  const { tuning = AS_FOUND } = options;
  const measured = known ?? inkMapOf(page);
  if (measured.seen && measured.parts) return showLook(measured, look, tuning, options);
  const map = options.rules === 'faded' || look === 'pen' ? fadeRules(measured) : measured;
  switch (look) {
    case 'daylight':
      return daylight(page, tuning, map);
    case 'pen':
      return pen(page, tuning, map);
    case 'pencil':
      return pencil(page, tuning, map);
    case 'soft-grey':
      return softGrey(page, tuning, map);
  }
}

/** A page's ink without what is not on the page: desk along its edges, holes. */
export function inkMapOf(page: Rgba): InkMap {
  const paper = paperMap(page);
  const soft = softness(page, stepOf(page), paper);
  const map = classicalMapOf(page, paper, soft);
  // Without the kernels the net would take many seconds.
  if (!kernels()) return map;
  const away = fromAway(soft, map.grain);
  const look = (shown: Rgba) => inkAtScale(shown, map.paper, away);
  return withParts(map, look(page), (ground, seen) => inkOverTones(map, page, ground, seen, look));
}

/**
 * The same without what the net sees: looks made of it tell strokes by the noise alone.
 *
 * @param paper the page's paper, from cells as small as those of a page in focus, where it is known already
 * @param soft how soft the page's strokes are, where that was measured already
 */
export function classicalMapOf(
  page: Rgba,
  paper = paperMap(page),
  soft = softness(page, stepOf(page), paper),
): InkMap {
  const halvings = Math.floor(median(soft.data));
  const map = halvings === 0 ? inkMap(page, 0, paper) : inkMap(page, halvings);
  clearEdges(map);
  clearHoles(map);
  return map;
}

/** More of what is seen than this share must not be lost. */
const TOO_MUCH = 0.03;
/** So much of what the net takes for ink, or is in two minds about, must not be left out. */
const TOO_UNSURE = 0.1;
/** Telling them more gently helps when less than this share of what was missed is missed still. */
const WORTH_IT = 0.7;
/** How much more gently the parts are told then, in units of a logit. */
const GENTLER = -1.6;

/** The page's parts; told once more, and more gently there, when strokes that can be seen, or may be, are not among them. */
function withParts(
  overPaper: InkMap,
  seenByNet: InkLikelihood,
  lookOver: (ground: ToneGround, seen: InkLikelihood) => InkLikelihood,
): InkMap {
  const withTones = colouredAreas(overPaper, withoutPaleTones(overPaper, seenByNet));
  const ground = toneGround(overPaper, withTones);
  const map = { ...overPaper, ground };
  const overTones = ground ? lookOver(ground, withTones) : withTones;
  const darkest = darkestOf(map, overTones);
  const seen = dotsAsRules(overTones, darkest);
  const facts = cellFactsOf(seen, darkest, holesSeen(seen));
  const tell = (shift: ThresholdShift) => {
    const parts = pageParts(map, seen, shift, facts);
    const told = backAsUnwanted(seen, parts, facts.unwanted.faintBelow);
    return { parts, seen: told, lost: lostStrokes(map, parts, told) };
  };
  const first = tell(UNSHIFTED);
  const isMuchLost = first.lost.share > TOO_MUCH;
  const isMuchUnsure = first.lost.unsure > TOO_UNSURE;
  if (!isMuchLost && !isMuchUnsure) return { ...map, ...first };
  const { lost, ...gentler } = tell(shiftWhereMissed(first.lost.missed, GENTLER));
  // Where it hardly helps, what is missed is no stroke, and what it would add is none either.
  const helps =
    (isMuchLost && lost.share < WORTH_IT * first.lost.share) ||
    (isMuchUnsure && lost.unsure < WORTH_IT * first.lost.unsure);
  return helps ? { ...map, ...gentler, lost: { ...lost, unsure: first.lost.unsure } } : { ...map, ...first };
}

import { NearbyPoints } from '../geometry/nearbyPoints';
import { eitherOf } from '../raster/eitherOf';
import { median } from '../statistics/quantile';
import type { RuledPlanes } from './evenEnds';
import type { LevelledRule } from './levelAlong';
import { thinPieces, type ThinPiece } from './thinPieces';
import { waysOver, type Way } from './way';

/** Somewhere at least this long in one piece, and this long all told, in cells: longer than a letter's bar. */
const LEAST_PIECE = 24;
const LEAST_LENGTH = 60;
/** Where letters cross it the next piece is so many cells on at most, and strays from the straight way by so many. */
const MOST_GAP = 48;
const MOST_ASIDE = 1.6;
/** So much of the way is seen. */
const LEAST_SEEN = 0.55;
/** What is a rule on less of it is a stroke: when in doubt it stays. */
const RULE_FROM = 2 / 3;
/** A piece that is paler than the rest of the line by this factor is none of it: of so many cells, it is a rule that somebody drew along. */
const PALER = 0.6;
const FEW_CELLS = 12;
/** In a gap the line is there, though it was not made out, where it is so dark as a share of the rest; and on so much of the gap. */
const STILL_THERE = 0.35;
const LEAST_THERE = 0.7;

export interface LoneLinesOptions {
  /** whether a line of such a darkness is printed, and not drawn by somebody */
  readonly isPrinted: (level: number) => boolean;
  /** whether a cell is no darker than a rule of such a darkness may be */
  readonly isAsRule: (cell: number, level: number) => boolean;
  /** whether a cell is a stroke's whatever lies about it: but nobody underlines less than a letter */
  readonly isSurelyInk: (cell: number) => boolean;
}

/**
 * Makes lines whole that do not run through the page, as a worksheet's frames and lines to write on: each is a rule or a stroke all
 * along. Gaps in strokes in which the line can still be seen are strokes. Pieces of those that are rules become rules also where a
 * letter stands close above them, for it does not touch them.
 *
 * @returns the courses of those that are rules, for whoever makes rules whole
 */
export function loneLines(planes: RuledPlanes, options: LoneLinesOptions): LevelledRule[] {
  const { width, height } = planes;
  const either = eitherOf(planes.strokes, planes.rules);
  const { across, upright } = waysOver(width, height);
  return [across, upright].flatMap((way) =>
    chainsOf(thinPieces(either, way), way).flatMap((chain) => tellLine(planes, way, chain, options) ?? []),
  );
}

/** Pieces that lie in a line, in order along it; the longest begin. */
function chainsOf(pieces: readonly ThinPiece[], { length }: Way): ThinPiece[][] {
  const ends = new NearbyPoints(pieces.flatMap(endsOf), length, MOST_GAP);
  const left = new Set(pieces);
  const chains: ThinPiece[][] = [];
  const seeds = pieces.filter(({ middles }) => middles.length >= LEAST_PIECE);
  for (const seed of seeds.sort((a, b) => b.middles.length - a.middles.length)) {
    if (!left.delete(seed)) continue;
    const chain = [seed];
    for (let next = nextOf(chain, ends, left); next; next = nextOf(chain, ends, left)) {
      left.delete(next);
      if (next.first < chain[0].first) chain.unshift(next);
      else chain.push(next);
    }
    chains.push(chain);
  }
  return chains;
}

/** Where a piece begins, or ends. */
interface End {
  /** the cell along the lines, and the middle across them */
  readonly x: number;
  readonly y: number;
  readonly isFirst: boolean;
  readonly piece: ThinPiece;
}

function endsOf(piece: ThinPiece): readonly [End, End] {
  const { first, middles } = piece;
  return [
    { x: first, y: middles[0], isFirst: true, piece },
    { x: endOf(piece) - 1, y: middles[middles.length - 1], isFirst: false, piece },
  ];
}

/** The nearest piece that goes on where a chain ends, on either side. */
function nextOf(
  chain: readonly ThinPiece[],
  ends: NearbyPoints<End>,
  left: ReadonlySet<ThinPiece>,
): ThinPiece | null {
  const placeAt = straightThrough(chain);
  const chainEnds = [endsOf(chain[0])[0], endsOf(chain[chain.length - 1])[1]];
  let nearest: ThinPiece | null = null;
  let least = MOST_GAP + 1;
  for (const { x, y, isFirst } of chainEnds) {
    ends.forEachAround(x, y, (end) => {
      const gap = isFirst ? x - end.x : end.x - x;
      if (end.isFirst === isFirst || gap <= 0 || gap >= least || !left.has(end.piece)) return;
      if (Math.abs(placeAt(end.x) - end.y) > MOST_ASIDE) return;
      [nearest, least] = [end.piece, gap];
    });
  }
  return nearest;
}

const endOf = ({ first, middles }: ThinPiece): number => first + middles.length;

/** The straight line from a chain's beginning to its end. */
function straightThrough(chain: readonly ThinPiece[]): (k: number) => number {
  const { first, middles } = chain[0];
  const last = chain[chain.length - 1];
  const end = endOf(last) - 1;
  const slope = (last.middles[last.middles.length - 1] - middles[0]) / Math.max(1, end - first);
  return (k) => middles[0] + slope * (k - first);
}

/** Whether a line is a rule, and then its course; a stroke is made one all along. */
function tellLine(
  planes: RuledPlanes,
  way: Way,
  chain: readonly ThinPiece[],
  options: LoneLinesOptions,
): LevelledRule | null {
  const { darkest, strokes, rules } = planes;
  const [from, to] = [chain[0].first, endOf(chain[chain.length - 1])];
  const beads = beadsOf(chain, way);
  if (to - from < LEAST_LENGTH || beads.length < LEAST_SEEN * (to - from)) return null;
  const darknessOf = (bead: readonly number[]) => Math.max(...bead.map((i) => darkest[i]));
  const isRule = (bead: readonly number[]) => bead.some((i) => rules[i] === 1);
  const ofRule = beads.filter(isRule).map(darknessOf);
  const ofStroke = beads.filter((bead) => !isRule(bead)).map(darknessOf);
  if (ofStroke.length === 0) return null;
  const strokeLevel = median(ofStroke);
  if (ofRule.length === 0) {
    joinGaps(planes, way, chain, strokeLevel);
    return null;
  }
  const level = median(ofRule);
  const isDrawnUpon = ofRule.length >= FEW_CELLS && level < PALER * strokeLevel;
  if (ofRule.length < RULE_FROM * beads.length && !isDrawnUpon) {
    for (const bead of beads.filter((each) => darknessOf(each) >= PALER * strokeLevel))
      for (const i of bead) [strokes[i], rules[i]] = [1, 0];
    joinGaps(planes, way, chain, strokeLevel);
    return null;
  }
  if (!options.isPrinted(level)) return null;
  makeRule(planes, beads, level, options);
  const half = halfOf(chain);
  const places = middlesOf(chain, from, to);
  // Where it is not there it lies outside the page.
  const middleAt = (k: number) => (k >= from && k < to ? places[k - from] : -1);
  return { ...way, half, level, middleAt, levelAt: () => level };
}

/** Cells from a chain's middle to its edge. */
const halfOf = (chain: readonly ThinPiece[]): number =>
  Math.max(1, Math.ceil(median(chain.map(({ thickness }) => (thickness - 1) / 2))));

/** Makes strokes of what can still be seen of a drawn line between its pieces. */
function joinGaps(
  { darkest, strokes }: RuledPlanes,
  { along, beside }: Way,
  chain: readonly ThinPiece[],
  level: number,
): void {
  const from = chain[0].first;
  const middles = middlesOf(chain, from, endOf(chain[chain.length - 1]));
  const half = halfOf(chain);
  const least = STILL_THERE * level;
  chain.slice(1).forEach((next, c) => {
    const seen: number[] = [];
    const end = endOf(chain[c]);
    let there = 0;
    for (let k = end; k < next.first; k++) {
      const before = seen.length;
      for (let d = -half; d <= half; d++) {
        const i = (middles[k - from] + d) * beside + k * along;
        if (darkest[i] >= least) seen.push(i);
      }
      if (seen.length > before) there++;
    }
    if (there >= LEAST_THERE * (next.first - end)) for (const i of seen) strokes[i] = 1;
  });
}

/** Where a chain's middle is at each cell along it; in gaps straight from one piece to the next. */
function middlesOf(chain: readonly ThinPiece[], from: number, to: number): Int32Array {
  const result = new Int32Array(to - from);
  chain.forEach((piece, c) => {
    piece.middles.forEach((middle, k) => (result[piece.first + k - from] = Math.round(middle)));
    const next = chain[c + 1] as ThinPiece | undefined;
    if (!next) return;
    const [end, last] = [endOf(piece), piece.middles[piece.middles.length - 1]];
    const slope = (next.middles[0] - last) / (next.first - end + 1);
    for (let k = end; k < next.first; k++) result[k - from] = Math.round(last + slope * (k - end + 1));
  });
  return result;
}

/** The cells across a chain, step by step along it. */
function beadsOf(chain: readonly ThinPiece[], { along, beside }: Way): number[][] {
  return chain.flatMap(({ first, froms, tos }) =>
    froms.map((from, k) =>
      Array.from({ length: tos[k] - from }, (_, d) => (from + d) * beside + (first + k) * along),
    ),
  );
}

/** Makes a rule of what of a line was taken for strokes, but for what is darker, or so long and so surely ink that it was drawn. */
function makeRule(
  { strokes, rules }: RuledPlanes,
  beads: readonly (readonly number[])[],
  level: number,
  { isAsRule, isSurelyInk }: LoneLinesOptions,
): void {
  const isStroke = (bead: readonly number[] | undefined) => bead?.some((i) => strokes[i] === 1) ?? false;
  for (let from = 0; from < beads.length; from++) {
    let to = from;
    while (isStroke(beads[to])) to++;
    for (const bead of beads.slice(from, to)) {
      if (!bead.every((i) => isAsRule(i, level) && (to - from < LEAST_PIECE || !isSurelyInk(i)))) continue;
      for (const i of bead) [strokes[i], rules[i]] = [0, 1];
    }
    from = to;
  }
}

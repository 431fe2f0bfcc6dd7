import { drawnSheet, withSideMoved } from '../../testing/sheets';
import { intersectionOverUnion } from '../geometry/clipPolygon';
import { lineThrough } from '../geometry/line';
import type { Quad } from '../geometry/quad';
import { lineEvidence } from './lineEvidence';
import { likelihood, lookCloserStages } from './lookCloser';
import { runStages } from './runStages';
import { searchStages, type FoundQuad } from './searchPicture';
import { seeStages } from './seePicture';

const SHEET: Quad = [
  [90, 100],
  [300, 90],
  [312, 412],
  [80, 400],
];
const FRAME = [0, 1, 2, 3].reduce((quad, side) => withSideMoved(quad, side, -18), SHEET);
/** One side is the frame's. */
const MIXED = withSideMoved(SHEET, 1, -18);
const seen = runStages(seeStages(drawnSheet({ width: 384, height: 512, sheet: SHEET, frame: FRAME })));
const search = runStages(searchStages(seen, seen.map.first));

/** A quad measured as those are that the search finds. */
function measured(quad: Quad): FoundQuad {
  const source = { ...seen, sheet: seen.map.first, netSides: seen.map.sides };
  const sides = quad.map((from, i) => lineEvidence(source, lineThrough(from, quad[(i + 1) % 4])));
  return search.measure({ quad, sides, score: 0 });
}

describe('lookCloserStages', () => {
  it('keeps every quad, likeliest first', () => {
    const { quads } = runStages(lookCloserStages(search, seen));
    for (const { quad } of search.quads) expect(quads.map((each) => each.quad)).toContain(quad);
    const ranks = quads.map(({ rank }) => rank);
    expect(ranks).toEqual([...ranks].sort((a, b) => b - a));
    for (const { own } of quads) expect(own).toBeLessThanOrEqual(0);
  });

  it('puts the sheet before a frame on it, which had been ranked a little higher', () => {
    const most = Math.max(...search.quads.map(({ rank }) => rank));
    const misled = [
      { ...measured(FRAME), rank: most + 0.5 },
      { ...measured(SHEET), rank: most },
    ];
    const { quads } = runStages(lookCloserStages({ ...search, quads: misled }, seen));
    expect(intersectionOverUnion(quads[0].quad, SHEET)).toBeGreaterThan(0.97);
  });

  it('finds the right line for a side that is not its own, where no quad had it', () => {
    const { quads } = runStages(lookCloserStages({ ...search, quads: [measured(MIXED)] }, seen));
    expect(intersectionOverUnion(quads[0].quad, SHEET)).toBeGreaterThan(0.97);
    expect(quads).toHaveLength(new Set(quads.map(({ quad }) => quad)).size);
  });

  it('says nothing of no quads', () => {
    expect(runStages(lookCloserStages({ ...search, quads: [] }, seen)).quads).toEqual([]);
  });
});

describe('likelihood', () => {
  it('falls with every side that is less likely, but for the picture’s own border', () => {
    const sides = [1, 1, 1, null];
    const good = likelihood([4, 4, 4, 4], sides);
    expect(likelihood([4, 4, 0, 4], sides)).toBeLessThan(good - 0.5);
    expect(likelihood([4, 4, 4, -9], sides)).toBe(good);
    expect(likelihood([4, 4, 4, 4], [1, 1, 1, 1])).toBeGreaterThan(good);
    // One side that is covered is not the end of it.
    expect(likelihood([4, 4, -90, 4], [1, 1, 1, 1])).toBeGreaterThan(-3.2);
  });
});

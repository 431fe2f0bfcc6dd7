import { paintPlane, seededNormal } from '../../testing/pictures';
import { angleBetween, distanceTo, lineThrough, type Line } from '../geometry/line';
import { alignLine, forEachVisible } from './alignLine';
import { edgeFields, type EdgeField } from './edgeField';
import { estimateNoise } from './estimateNoise';
import { lineCandidates } from './lineCandidates';

const [WIDTH, HEIGHT] = [220, 180];
/** A light quad on a dark ground, with noise. */
const CORNERS = [
  [40, 32],
  [180, 24],
  [190, 150],
  [34, 142],
] as const;
const SIDES = CORNERS.map((corner, i) => lineThrough(corner, CORNERS[(i + 1) % 4]));

function seen(noise: number): EdgeField {
  const normal = seededNormal(7);
  const plane = paintPlane(WIDTH, HEIGHT, (x, y) => {
    const inside = Math.min(...SIDES.map((side) => distanceTo(side, [x + 0.5, y + 0.5])));
    return 70 + 110 * Math.min(1, Math.max(0, inside + 0.5)) + noise * normal();
  });
  return edgeFields([], [plane])[0];
}

/** How far the line is from a side: degrees, and px at the side's middle. */
function off(line: Line, i: number): readonly [degrees: number, px: number] {
  const [a, b] = [CORNERS[i], CORNERS[(i + 1) % 4]];
  const middle = [(a[0] + b[0]) / 2, (a[1] + b[1]) / 2] as const;
  return [(angleBetween(line, SIDES[i]) * 180) / Math.PI, Math.abs(distanceTo(line, middle))];
}

describe.each([0, 6])('the sides of a sheet, with noise of %p', (noise) => {
  const field = seen(noise);
  const lines = lineCandidates(field, { count: 12 });

  it.each([0, 1, 2, 3])('side %p is among the candidates', (i) => {
    expect(lines.some((line) => off(line, i)[0] < 2 && off(line, i)[1] < 2.5)).toBe(true);
  });

  it.each([0, 1, 2, 3])('a rough guess at side %p is moved onto it', (i) => {
    const rough = { angle: SIDES[i].angle + 0.02, offset: SIDES[i].offset + 1.5 };
    const [degrees, px] = off(alignLine(field, rough, { radius: 4 }), i);
    expect(degrees).toBeLessThan(0.5);
    expect(px).toBeLessThan(0.75);
  });
});

it('no two candidates are alike', () => {
  const lines = lineCandidates(seen(6), { count: 20 });
  lines.forEach((a, i) =>
    lines.slice(0, i).forEach((b) => {
      const isNear = Math.abs(Math.abs(a.offset) - Math.abs(b.offset)) <= 5;
      expect(angleBetween(a, b) < (3 * Math.PI) / 180 && isNear).toBe(false);
    }),
  );
});

it('there are none on an even picture', () => {
  expect(lineCandidates(edgeFields([], [paintPlane(50, 40, () => 9)])[0], { count: 5 })).toEqual([]);
});

describe('the places along a line', () => {
  it('lie inside the picture, on the line, and so far apart', () => {
    const line = lineThrough([-20, 30], [120, 90]);
    const places: number[] = [];
    forEachVisible(100, 80, line, 2, (x, y, t) => {
      expect(x >= 0 && y >= 0 && x < 100 && y < 80).toBe(true);
      expect(Math.abs(distanceTo(line, [x, y]))).toBeLessThan(1e-9);
      places.push(t);
    });
    expect(places.length).toBeGreaterThan(30);
    expect(new Set(places.slice(1).map((t, i) => t - places[i]))).toEqual(new Set([2]));
  });
});

describe('estimateNoise', () => {
  it.each([2, 5, 10])('tells a deviation of %p, also over a slope', (wanted) => {
    const normal = seededNormal(wanted);
    const plane = paintPlane(200, 200, (x, y) => 40 + x * 0.4 + y * 0.2 + wanted * normal());
    expect(estimateNoise(plane) / wanted).toBeCloseTo(1, 0);
    expect(Math.abs(estimateNoise(plane) / wanted - 1)).toBeLessThan(0.12);
  });

  it('does not take a few edges for noise', () => {
    expect(estimateNoise(paintPlane(200, 200, (x) => (x % 50 < 25 ? 40 : 200)))).toBeLessThan(0.3);
  });
});

import { paintPlane } from '../../testing/pictures';
import type { Point } from '../geometry/quad';
import { rowsBeyond } from './rowsBeyond';

const [WIDTH, HEIGHT] = [240, 320];
/** A level side, the sheet below it. */
const side = (y: number): readonly [Point, Point] => [
  [20, y],
  [220, y],
];

/** Rows of so many pixels, from one height of the picture to another. */
const rows = (pitch: number, from: number, to: number) =>
  paintPlane(WIDTH, HEIGHT, (_x, y) => (y >= from && y < to && (y - from) % pitch < pitch / 3 ? 20 : 0));

it.each([9, 14, 20])('rows %p px apart on both sides of a side are one page’s', (pitch) => {
  expect(rowsBeyond(rows(pitch, 60, 260), ...side(160))).toBeGreaterThan(0.6);
});

it('rows that begin at the side are the page’s own', () => {
  expect(rowsBeyond(rows(14, 170, 300), ...side(160))).toBeLessThan(0.1);
});

it('rows of another pitch outside are another sheet’s', () => {
  const [inside, outside] = [rows(14, 170, 300), rows(21, 20, 150)];
  const both = paintPlane(WIDTH, HEIGHT, (x, y) => inside.data[y * WIDTH + x] + outside.data[y * WIDTH + x]);
  expect(rowsBeyond(both, ...side(160))).toBeLessThan(0.4);
});

it('a side on the picture’s border says nothing', () => {
  expect(rowsBeyond(rows(14, 0, HEIGHT), ...side(0))).toBe(0);
});

import { edgePicture, createRgba } from '@ravlo/core';
import type { Corners } from '@ravlo/contract';
import { snapCorner, snapSide, strengthAlong } from './snap';

const PHOTO = { width: 1440, height: 1080 };
const SHEET: Corners = [
  [300, 200],
  [1100, 220],
  [1080, 900],
  [280, 880],
];

/** A light sheet on a dark desk. */
function photo() {
  const image = createRgba(PHOTO.width, PHOTO.height);
  for (let y = 0; y < PHOTO.height; y++) {
    for (let x = 0; x < PHOTO.width; x++) {
      const isIn = SHEET.every(([ax, ay], i) => {
        const [bx, by] = SHEET[(i + 1) % 4];
        return (bx - ax) * (y - ay) - (by - ay) * (x - ax) >= 0;
      });
      const level = isIn ? 225 : 70;
      image.data.set([level, level, level, 255], (y * PHOTO.width + x) * 4);
    }
  }
  return image;
}

const edges = edgePicture(photo());
const moved = (index: number, dx: number, dy: number): Corners =>
  SHEET.map(([x, y], i) => (i === index ? [x + dx, y + dy] : [x, y])) as Corners;

describe('snapping', () => {
  it('knows an edge from bare desk', () => {
    expect(strengthAlong(edges, SHEET[0], SHEET[1])).toBeGreaterThan(60);
    expect(strengthAlong(edges, [20, 40], [200, 60])).toBeLessThan(2);
  });

  it('puts a corner that is near onto the sheet', () => {
    const [x, y] = snapCorner(moved(1, 9, -7), 1, edges, 16)[1];
    expect(Math.hypot(x - SHEET[1][0], y - SHEET[1][1])).toBeLessThan(5);
  });

  it('puts a side that is near onto the sheet', () => {
    const off = moved(2, 0, 10);
    const shifted = off.map(([x, y], i) => (i === 3 ? [x, y + 10] : [x, y])) as Corners;
    const snapped = snapSide(shifted, 2, edges, 16, PHOTO);
    expect(Math.abs(snapped[3][1] - SHEET[3][1])).toBeLessThan(4);
  });

  it('leaves alone what is far from any edge', () => {
    const far = moved(0, 160, 150);
    expect(snapCorner(far, 0, edges, 16)).toBe(far);
  });
});

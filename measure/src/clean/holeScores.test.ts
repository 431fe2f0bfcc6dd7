import { holesLeft, takenForHoles } from './holeScores';

const WIDTH = 60;
const page = { width: WIDTH, height: 60, data: new Uint8ClampedArray(WIDTH * 60 * 4) };

/** White paper with grey discs on it. */
function paperWith(...discs: readonly { x: number; y: number; radius: number }[]): Uint8Array {
  const grey = new Uint8Array(WIDTH * 60).fill(255);
  for (let i = 0; i < grey.length; i++) {
    const [x, y] = [i % WIDTH, Math.floor(i / WIDTH)];
    if (discs.some((disc) => Math.hypot(x - disc.x, y - disc.y) <= disc.radius)) grey[i] = 90;
  }
  return grey;
}

const holes = [
  { x: 15, y: 15, radius: 7 },
  { x: 15, y: 45, radius: 7 },
];

describe('holes that are left', () => {
  it('are those whose place is not white', () => {
    expect(holesLeft({ holes, page }, paperWith())).toBe(0);
    expect(holesLeft({ holes, page }, paperWith(holes[1]))).toBe(1);
    expect(holesLeft({ holes, page }, paperWith(...holes))).toBe(2);
  });

  it('are seen by a dark half as well, not by a crumb or a dark rim outside', () => {
    expect(holesLeft({ holes, page }, paperWith({ x: 12, y: 15, radius: 4 }))).toBe(1);
    expect(holesLeft({ holes, page }, paperWith({ x: 15, y: 15, radius: 1 }))).toBe(0);
    expect(holesLeft({ holes, page }, paperWith({ x: 40, y: 30, radius: 9 }))).toBe(0);
  });
});

describe('letters taken for holes', () => {
  const letter = { middle: [10, 11, 12, 13].map((x) => 20 * WIDTH + x), around: new Int32Array() };
  const mask = (...cells: readonly [number, number][]) => {
    const plane = new Uint8Array(30 * 30);
    for (const [x, y] of cells) plane[y * 30 + x] = 1;
    return plane;
  };

  it('are those that lie under the mask with more than a little of their middle', () => {
    expect(takenForHoles([letter], WIDTH, 2, mask())).toBe(0);
    expect(takenForHoles([letter], WIDTH, 2, mask([5, 10]))).toBe(1);
    expect(takenForHoles([letter], WIDTH, 2, mask([5, 11], [20, 10]))).toBe(0);
  });
});

import { paintPlane } from '../../testing/pictures';
import { holesSeen } from './holesSeen';
import { logitByte, type InkLikelihood } from './inkLikelihood';

const WIDTH = 600;
const HEIGHT = 850;

/** What a net would see that takes these discs for unwanted: x, y, radius, cells; and for ink with these odds as well. */
function seenWith(discs: readonly (readonly [number, number, number])[], inkThere = 0.01): InkLikelihood {
  const plane = (likelihood: (x: number, y: number) => number) =>
    Uint8Array.from(paintPlane(WIDTH, HEIGHT, (x, y) => logitByte(likelihood(x, y))).data);
  const unlikely = plane(() => 0.01);
  const isIn = (x: number, y: number) =>
    discs.some(([cx, cy, r]) => Math.hypot(x + 0.5 - cx, y + 0.5 - cy) < r);
  const unwanted = plane((x, y) => (isIn(x, y) ? 0.95 : 0.01));
  const ink = plane((x, y) => (isIn(x, y) ? inkThere : 0.01));
  return { step: 2, width: WIDTH, height: HEIGHT, ink, rules: unlikely, tones: unlikely, unwanted };
}

const at = (cells: Uint8Array, x: number, y: number) => cells[y * WIDTH + x];

describe('holes', () => {
  it('go with their rims where two alike stand in a line along an edge', () => {
    const cells = holesSeen(
      seenWith([
        [40, 300, 10],
        [40, 560, 10],
      ]),
    );
    expect([at(cells, 40, 300), at(cells, 40, 560), at(cells, 53, 300), at(cells, 40, 430)]).toEqual([
      1, 1, 1, 0,
    ]);
  });

  it('go alone where they are discs and no ink at all', () => {
    const disc = [[40, 300, 10]] as const;
    expect(at(holesSeen(seenWith(disc)), 40, 300)).toBe(1);
    expect(at(holesSeen(seenWith(disc, 0.4)), 40, 300)).toBe(0);
  });

  it.each([
    [
      'one alone that is as long as two',
      [
        [40, 300, 10],
        [40, 304, 10],
      ],
    ],
    ['one alone that is small', [[40, 300, 6]]],
    [
      'two that are not in a line',
      [
        [40, 300, 6],
        [70, 560, 6],
      ],
    ],
    [
      'two of different size',
      [
        [40, 300, 6],
        [40, 560, 18],
      ],
    ],
    [
      'two far from the edges',
      [
        [300, 300, 10],
        [300, 560, 10],
      ],
    ],
    [
      'what is too large',
      [
        [60, 300, 30],
        [60, 560, 30],
      ],
    ],
  ] as const)('stay: %s', (_, discs) => {
    expect(holesSeen(seenWith(discs)).every((cell) => cell === 0)).toBe(true);
  });
});

import { isConvex, type Quad, sidePoint } from '@ravlo/core/geometry';
import type { Bows, Corners, Recipe, RecipeOutline } from '@ravlo/contract';
import fc from 'fast-check';
import {
  BEND_AT,
  bendSide,
  moveCorner,
  moveSide,
  nearestOutline,
  neighbourPage,
  outlineBows,
  outlineCorners,
  outlinePath,
  unbent,
  withCorners,
} from './outlineEdits';

const PHOTO = { width: 3000, height: 4000 };
const SHEET: Corners = [
  [400, 500],
  [2600, 420],
  [2700, 3600],
  [300, 3500],
];

describe('nearestOutline', () => {
  it('keeps a page of a book on its own side of the fold', () => {
    const half = (left: number): RecipeOutline => ({
      by: 'hand',
      corners: [
        [left, 0],
        [left + 100, 0],
        [left + 100, 150],
        [left, 150],
      ],
    });
    const pages = [half(0), half(100)];
    const drawn: Corners = [
      [112, 4],
      [190, 8],
      [185, 140],
      [104, 150],
    ];
    expect(nearestOutline(pages, drawn)).toBe(pages[1]);
    expect(nearestOutline([...pages].reverse(), outlineCorners(pages[0], 0, 0))).toBe(pages[0]);
  });
});

describe('outlineCorners', () => {
  it('stands for the whole photo where there is no outline', () => {
    expect(outlineCorners({ by: 'whole', reason: 'chosen' }, 30, 40)).toEqual([
      [0, 0],
      [30, 0],
      [30, 40],
      [0, 40],
    ]);
    expect(outlineCorners({ by: 'hand', corners: SHEET }, 30, 40)).toBe(SHEET);
  });
});

describe('a curled sheet', () => {
  const bows: Bows = [
    [20, 0, -20, 0],
    [0, 0, 0, 0],
    [-15, 0, 15, 0],
    [0, 0, 0, 0],
  ];

  it('is drawn along its bowed sides, through its corners', () => {
    const path = outlinePath(SHEET, bows);
    for (const corner of SHEET) expect(path).toContainEqual(corner);
    const straight = outlinePath(SHEET, undefined);
    expect(straight).toEqual(SHEET);
    // Half way along the top the outline is inside the straight line, which runs from 500 to 420.
    const middle = path[6];
    expect(middle[1] - 460).toBeCloseTo(20, 0);
  });

  it('keeps its bows when a corner is moved by hand', () => {
    const recipe: Recipe = {
      outline: { by: 'finder', corners: SHEET, bows, confidence: 0.9 },
      turn: 0,
      look: 'daylight',
    };
    const moved = moveCorner(SHEET, 0, 5, 5, PHOTO);
    expect(withCorners(recipe, moved).outline).toEqual({ by: 'hand', corners: moved, bows });
  });
});

describe('moving by hand', () => {
  const distance = fc.integer({ min: -6000, max: 6000 });
  const index = fc.integer({ min: 0, max: 3 });

  it('never folds the outline and never takes it far out of the photo', () => {
    fc.assert(
      fc.property(fc.constantFrom(moveCorner, moveSide), index, distance, distance, (move, i, dx, dy) => {
        const moved = move(SHEET, i, dx, dy, PHOTO);
        expect(isConvex(moved as Quad)).toBe(true);
        for (const [x, y] of moved) {
          expect(Math.abs(x - PHOTO.width / 2)).toBeLessThanOrEqual(PHOTO.width * 0.75);
          expect(Math.abs(y - PHOTO.height / 2)).toBeLessThanOrEqual(PHOTO.height * 0.75);
        }
      }),
    );
  });

  it('moves exactly the corner that is held', () => {
    expect(moveCorner(SHEET, 1, 13, -7, PHOTO)).toEqual([SHEET[0], [2613, 413], SHEET[2], SHEET[3]]);
  });

  it('slides a side along its neighbours, parallel to itself', () => {
    const slope = ([a, b]: readonly (readonly [number, number])[]) => (b[1] - a[1]) / (b[0] - a[0]);
    const moved = moveSide(SHEET, 0, 0, 100, PHOTO);
    expect(slope([moved[0], moved[1]])).toBeCloseTo(slope([SHEET[0], SHEET[1]]), 6);
    expect(slope([moved[3], moved[0]])).toBeCloseTo(slope([SHEET[3], SHEET[0]]), 6);
    expect(moved.slice(2)).toEqual(SHEET.slice(2));
    expect(moved[0][1]).toBeGreaterThan(SHEET[0][1] + 90);
  });
});

describe('bends and neighbours', () => {
  const corners: Corners = [
    [100, 100],
    [500, 110],
    [490, 700],
    [90, 690],
  ];
  const recipe: Recipe = { outline: { by: 'hand', corners }, turn: 0, look: 'pen' };

  it('a bent side passes where it was dragged to, and its ends stay', () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 3 }), fc.double({ min: -80, max: 80, noNaN: true }), (i, d) => {
        const { outline } = bendSide(recipe, corners, i, d);
        const bows = outlineBows(outline)!;
        const side = { from: corners[i], to: corners[(i + 1) % 4], bow: bows[i] };
        const chord = { ...side, bow: [0, 0, 0, 0] as const };
        const [x, y] = sidePoint(side, BEND_AT);
        const [cx, cy] = sidePoint(chord, BEND_AT);
        expect(Math.hypot(x - cx, y - cy)).toBeCloseTo(Math.abs(d), 6);
        expect(sidePoint(side, 1)[0]).toBeCloseTo(side.to[0], 6);
        expect(unbent(bendSide(recipe, corners, i, d), corners)).toEqual(recipe);
      }),
    );
  });

  it('the other page shares two corners and has room in the photo', () => {
    expect(neighbourPage(corners, { width: 1200, height: 800 })).toEqual([
      [500, 110],
      [900, 120],
      [890, 710],
      [490, 700],
    ]);
    const right = corners.map(([x, y]) => [x + 600, y]) as Corners;
    expect(neighbourPage(right, { width: 1200, height: 800 })[1]).toEqual(right[0]);
  });
});

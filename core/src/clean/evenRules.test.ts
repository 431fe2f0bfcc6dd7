import { evenRules, type RuledCells } from './evenRules';
import { logitByte } from './inkLikelihood';

const [WIDTH, HEIGHT] = [600, 400];
const LEVEL = 60;
const RULES = [80, 120, 160, 200, 240, 280];

/** A page of six rules, two cells thick, that somebody knows of; `change` says what else there is. */
function ruled(change: (cells: RuledCells, at: (x: number, y: number) => number) => void): RuledCells {
  const plane = () => new Uint8Array(WIDTH * HEIGHT);
  const cells = {
    width: WIDTH,
    height: HEIGHT,
    darkest: plane(),
    likely: plane(),
    ink: plane(),
    strokes: plane(),
    rules: plane(),
    noise: 1.2,
  };
  const at = (x: number, y: number) => y * WIDTH + x;
  for (const y of RULES) {
    for (let x = 0; x < WIDTH; x++) {
      for (const row of [y, y + 1]) {
        cells.darkest[at(x, row)] = LEVEL;
        cells.likely[at(x, row)] = logitByte(0.9);
        cells.rules[at(x, row)] = 1;
      }
    }
  }
  change(cells, at);
  evenRules(cells);
  return cells;
}

/** Of the cells of the second rule between two places, how many are a rule's, and how many a stroke's. */
function count({ rules, strokes }: RuledCells, from: number, to: number): [number, number] {
  let [ofRules, ofStrokes] = [0, 0];
  for (let x = from; x < to; x++) {
    for (const y of [120, 121]) {
      ofRules += rules[y * WIDTH + x];
      ofStrokes += strokes[y * WIDTH + x];
    }
  }
  return [ofRules, ofStrokes];
}

/** A piece of the second rule that was taken for ink. */
const asInk = (cells: RuledCells, from: number, to: number, dark = LEVEL) => {
  for (let x = from; x < to; x++) {
    for (const y of [120, 121]) {
      const i = y * WIDTH + x;
      cells.strokes[i] = 1;
      cells.rules[i] = 0;
      cells.likely[i] = 0;
      cells.darkest[i] = dark;
      cells.ink[i] = logitByte(0.8);
    }
  }
};

describe('evenRules', () => {
  it('gives a rule its pieces back that were taken for ink', () => {
    const cells = ruled((given) => asInk(given, 200, 300));
    expect(count(cells, 200, 300)).toEqual([200, 0]);
  });

  it('closes a gap in which the rule is as dark as elsewhere', () => {
    const cells = ruled(({ rules, likely }, at) => {
      for (let x = 200; x < 300; x++) for (const y of [120, 121]) rules[at(x, y)] = likely[at(x, y)] = 0;
    });
    expect(count(cells, 200, 300)).toEqual([200, 0]);
  });

  it('leaves a stroke along the rule that is plainly darker', () => {
    const cells = ruled((given) => asInk(given, 200, 300, 2 * LEVEL));
    expect(count(cells, 202, 298)).toEqual([0, 192]);
  });

  it('leaves a stroke along the rule that the net is sure of', () => {
    const cells = ruled((given) => {
      asInk(given, 200, 300);
      for (let i = 120 * WIDTH; i < 122 * WIDTH; i++)
        if (given.strokes[i] === 1) given.ink[i] = logitByte(0.99);
    });
    expect(count(cells, 200, 300)).toEqual([0, 200]);
  });

  it('leaves strokes that cross the rule', () => {
    const cells = ruled((given, at) => {
      asInk(given, 250, 253);
      for (let y = 100; y < 140; y++) for (let x = 250; x < 253; x++) given.strokes[at(x, y)] = 1;
    });
    expect(count(cells, 250, 253)).toEqual([0, 6]);
  });

  it('makes no rule of a line that does not run across the page', () => {
    const cells = ruled(({ strokes, darkest, likely }, at) => {
      for (let x = 100; x < 200; x++) {
        strokes[at(x, 330)] = 1;
        darkest[at(x, 330)] = LEVEL;
        likely[at(x, 330)] = logitByte(0.3);
      }
    });
    expect(cells.rules.subarray(330 * WIDTH, 331 * WIDTH).includes(1)).toBe(false);
  });

  it('leaves the end of a line that somebody drew along the squares, also near the page’s side', () => {
    const endOf = (dark: number) => {
      const cells = ruled(({ strokes, rules, likely, darkest }, at) => {
        for (let x = 0; x < WIDTH; x++) {
          for (const y of [330, 331]) {
            const isEnd = x >= 4 && x < 18;
            darkest[at(x, y)] = dark;
            strokes[at(x, y)] = isEnd ? 1 : 0;
            rules[at(x, y)] = isEnd ? 0 : 1;
            likely[at(x, y)] = isEnd ? 0 : logitByte(0.9);
          }
        }
      });
      return cells.strokes[330 * WIDTH + 10];
    };
    expect(endOf(LEVEL)).toBe(0);
    expect(endOf(2.5 * LEVEL)).toBe(1);
  });

  /** An upright line two cells thick that looks like a pen's. */
  const drawLine = (
    { strokes, rules, darkest, ink }: RuledCells,
    x: number,
    from: number,
    to: number,
    dark = 2 * LEVEL,
  ) => {
    for (let y = from; y < to; y++) {
      for (let i = y * WIDTH + x; i < y * WIDTH + x + 2; i++) {
        [strokes[i], rules[i], darkest[i], ink[i]] = [1, 0, dark, logitByte(0.99)];
      }
    }
  };
  const ofLine = ({ rules, strokes }: RuledCells, x: number) => {
    const column = Array.from({ length: HEIGHT - 40 }, (_, k) => (k + 20) * WIDTH + x);
    return [rules, strokes].map((mask) => column.filter((i) => mask[i] === 1).length / column.length);
  };

  it('takes a lone line right through a ruled page, near its side, for its margin', () => {
    const [rule, stroke] = ofLine(
      ruled((given) => drawLine(given, 90, 0, HEIGHT)),
      90,
    );
    expect(rule).toBeGreaterThan(0.95);
    expect(stroke).toBeLessThan(0.05);
  });

  it('leaves a frame’s side, which ends a little before the page does', () => {
    const line = ruled((given) => drawLine(given, 30, 14, HEIGHT - 14));
    expect(ofLine(line, 30)[1]).toBeGreaterThan(0.95);
  });

  it('gives a short line that is mostly a rule its pieces back', () => {
    const cells = ruled(({ strokes, rules, darkest, ink }, at) => {
      for (let x = 100; x < 240; x++) {
        for (const y of [330, 331]) {
          const isStroke = x < 120 || (x >= 180 && x < 190);
          (isStroke ? strokes : rules)[at(x, y)] = 1;
          darkest[at(x, y)] = LEVEL;
          ink[at(x, y)] = logitByte(isStroke ? 0.8 : 0.1);
        }
      }
    });
    const row = [330 * WIDTH + 102, 330 * WIDTH + 238] as const;
    expect(cells.strokes.subarray(...row).includes(1)).toBe(false);
    expect(cells.rules.subarray(...row).includes(0)).toBe(false);
  });

  it('leaves a line that ends on the page, and one in the middle of it', () => {
    expect(
      ofLine(
        ruled((given) => drawLine(given, 90, 60, HEIGHT)),
        90,
      )[1],
    ).toBeGreaterThan(0.85);
    expect(
      ofLine(
        ruled((given) => drawLine(given, 300, 0, HEIGHT)),
        300,
      )[1],
    ).toBeGreaterThan(0.95);
  });

  it('leaves a line that somebody drew along most of a rule near the side', () => {
    const line = ruled((given) => {
      for (let y = 0; y < HEIGHT; y++) {
        for (let i = y * WIDTH + 90; i < y * WIDTH + 92; i++) {
          [given.rules[i], given.darkest[i], given.likely[i]] = [1, LEVEL, logitByte(0.9)];
        }
      }
      drawLine(given, 90, 110, HEIGHT, 3 * LEVEL);
    });
    expect(ofLine(line, 90)[1]).toBeGreaterThan(0.7);
  });

  it('leaves a line down a page that is not ruled', () => {
    const line = ruled((given) => {
      given.rules.fill(0);
      given.likely.fill(0);
      drawLine(given, 90, 0, HEIGHT);
    });
    expect(ofLine(line, 90)[1]).toBeGreaterThan(0.95);
  });
});

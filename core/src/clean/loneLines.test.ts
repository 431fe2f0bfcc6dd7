import { loneLines, type LoneLinesOptions } from './loneLines';

const [WIDTH, HEIGHT] = [400, 120];
const ROW = 60;
const LEVEL = 50;

/** A page with nothing on it. */
function bare() {
  const plane = () => new Uint8Array(WIDTH * HEIGHT);
  return { width: WIDTH, height: HEIGHT, darkest: plane(), strokes: plane(), rules: plane() };
}
type Planes = ReturnType<typeof bare>;

/** A piece of a line, two cells thick, that is a rule or a stroke. */
function lay(planes: Planes, kind: 'strokes' | 'rules', from: number, to: number, dark = LEVEL): void {
  for (let x = from; x < to; x++) {
    for (const y of [ROW, ROW + 1]) {
      const i = y * WIDTH + x;
      planes[kind][i] = 1;
      planes.darkest[i] = dark;
    }
  }
}

/** A stroke that crosses the line, as a letter's tail does. */
function cross(planes: Planes, x: number): void {
  for (let y = ROW - 12; y < ROW + 14; y++) {
    for (let i = y * WIDTH + x; i < y * WIDTH + x + 4; i++) {
      [planes.strokes[i], planes.rules[i], planes.darkest[i]] = [1, 0, 3 * LEVEL];
    }
  }
}

/** What is no darker than the rule may be its own; nothing, or all, is surely ink. */
const asDark = ({ darkest }: Planes, isSurelyInk = false): LoneLinesOptions => ({
  isPrinted: () => true,
  isAsRule: (cell, level) => darkest[cell] <= level,
  isSurelyInk: () => isSurelyInk,
});

const countOf = (mask: Uint8Array, from: number, to: number) =>
  mask.subarray(ROW * WIDTH + from, ROW * WIDTH + to).reduce((sum, cell) => sum + cell, 0);

describe('lines that do not run through the page', () => {
  it('are strokes all along where they are mostly that', () => {
    const planes = bare();
    lay(planes, 'strokes', 50, 200);
    lay(planes, 'rules', 200, 300);
    expect(loneLines(planes, asDark(planes))).toEqual([]);
    expect(countOf(planes.strokes, 50, 300)).toBe(250);
    expect(countOf(planes.rules, 50, 300)).toBe(0);
  });

  it('are rules where they are surely that: the whole course is told', () => {
    const planes = bare();
    lay(planes, 'rules', 80, 300);
    lay(planes, 'strokes', 50, 80);
    lay(planes, 'strokes', 300, 310);
    const [course, ...others] = loneLines(planes, asDark(planes));
    expect(others).toEqual([]);
    expect([course.middleAt(49), course.middleAt(310)]).toEqual([-1, -1]);
    expect(countOf(planes.rules, 50, 310)).toBe(260);
    for (let k = 50; k < 310; k++) expect([ROW, ROW + 1]).toContain(course.middleAt(k));
    expect(course.levelAt(100)).toBe(LEVEL);
  });

  it('are one line though letters cross them', () => {
    const planes = bare();
    lay(planes, 'rules', 50, 260);
    lay(planes, 'strokes', 260, 300);
    for (const x of [90, 130, 170, 255]) cross(planes, x);
    const [course] = loneLines(planes, asDark(planes));
    expect([course.middleAt(50), course.middleAt(299)].every((middle) => middle >= ROW)).toBe(true);
    expect(course.middleAt(131)).toBeGreaterThanOrEqual(ROW);
  });

  it('are rules also where a letter stands close above them', () => {
    const planes = bare();
    lay(planes, 'rules', 90, 300);
    lay(planes, 'strokes', 50, 90);
    for (let y = ROW - 20; y < ROW - 2; y++) planes.strokes.fill(1, y * WIDTH + 60, y * WIDTH + 64);
    loneLines(planes, asDark(planes));
    expect(countOf(planes.strokes, 50, 90)).toBe(0);
    expect(planes.strokes[(ROW - 4) * WIDTH + 61]).toBe(1);
  });

  it('keep what was surely drawn along them, if it is longer than a letter', () => {
    const planes = bare();
    lay(planes, 'rules', 50, 300);
    lay(planes, 'strokes', 300, 312);
    for (const mask of [planes.rules, planes.strokes]) {
      const value = mask === planes.strokes ? 1 : 0;
      for (const y of [ROW, ROW + 1]) mask.fill(value, y * WIDTH + 100, y * WIDTH + 150);
    }
    loneLines(planes, asDark(planes, true));
    expect(countOf(planes.strokes, 100, 150)).toBe(50);
    expect(countOf(planes.rules, 300, 312)).toBe(12);
  });

  it('end where there is nothing for long', () => {
    const planes = bare();
    lay(planes, 'rules', 20, 120);
    lay(planes, 'strokes', 120, 130);
    lay(planes, 'strokes', 220, 320);
    const [course] = loneLines(planes, asDark(planes));
    expect(course.middleAt(129)).toBeGreaterThanOrEqual(ROW);
    expect(course.middleAt(130)).toBe(-1);
    expect(countOf(planes.strokes, 220, 320)).toBe(100);
  });

  it('are two where somebody drew along a paler one: the rule is told with its own darkness', () => {
    const planes = bare();
    lay(planes, 'strokes', 50, 240, 3 * LEVEL);
    lay(planes, 'rules', 240, 300);
    const [course] = loneLines(planes, asDark(planes));
    expect(course.level).toBe(LEVEL);
    expect(countOf(planes.strokes, 50, 240)).toBe(190);
    expect(countOf(planes.rules, 240, 300)).toBe(60);
  });

  it('have no gap in which they can still be seen', () => {
    for (const [dark, every, joined] of [
      [LEVEL / 2, 1, 30],
      [LEVEL / 2, 4, 0],
      [LEVEL / 5, 1, 0],
    ]) {
      const planes = bare();
      lay(planes, 'strokes', 50, 150);
      lay(planes, 'strokes', 180, 300);
      for (let x = 150; x < 180; x += every) planes.darkest[ROW * WIDTH + x] = dark;
      loneLines(planes, asDark(planes));
      expect(countOf(planes.strokes, 150, 180)).toBe(joined);
      expect(countOf(planes.strokes, 50, 150) + countOf(planes.strokes, 180, 300)).toBe(220);
    }
  });

  it('are left where they are of one kind, and where they are no longer than a letter’s bar', () => {
    for (const [from, to] of [
      [50, 300],
      [50, 90],
    ]) {
      const planes = bare();
      lay(planes, 'strokes', from, to);
      if (to < 100) lay(planes, 'rules', to, to + 10);
      const before = structuredClone(planes);
      expect(loneLines(planes, asDark(planes))).toEqual([]);
      expect(planes.strokes.every((cell, i) => cell === before.strokes[i])).toBe(true);
      expect(planes.rules.every((cell, i) => cell === before.rules[i])).toBe(true);
    }
  });
});

import { judge } from './judge';
import { sayReason } from './sayReason';
import { REASON_KINDS } from './verdict';
import type { PageFacts } from './pageFacts';

const GOOD: PageFacts = {
  ink: 0.05,
  contrast: 150,
  lost: 0,
  lostPlace: null,
  grain: 1.5,
  letters: 26,
  rise: 1.4,
  edges: 9000,
  evenness: 0.8,
  light: 190,
  glare: 0,
  glarePlace: null,
  overEdge: [0, 0, 0, 0],
  written: [0.1, 0.1, 0.8, 0.6],
  inRows: 3.5,
  covered: 0,
  coveredPlace: null,
};

const kindsOf = (facts: Partial<PageFacts>, context = {}) => {
  const { word, reasons } = judge({ ...GOOD, ...facts }, context);
  return [word, ...reasons.map(({ kind }) => kind)];
};

describe('judge', () => {
  it('lets a good page read well, without a reason', () => {
    expect(kindsOf({})).toEqual(['reads-well']);
  });

  it('gets no better as strokes get softer, or grain stronger', () => {
    let last = 1;
    for (let rise = 1; rise < 12; rise += 0.5) {
      const { legibility } = judge({ ...GOOD, rise });
      expect(legibility).toBeLessThanOrEqual(last);
      last = legibility;
    }
    last = 1;
    for (let grain = 1; grain < 60; grain *= 1.3) {
      const { legibility } = judge({ ...GOOD, grain });
      expect(legibility).toBeLessThanOrEqual(last);
      last = legibility;
    }
  });

  it.each([
    ['blurred', { rise: 7 }, {}, 'take-again'],
    ['too-dark', { contrast: 90, grain: 20, light: 30 }, {}, 'take-again'],
    ['strokes-lost', { lost: 0.14, lostPlace: [0.3, 0.3, 0.2, 0.2] as const }, {}, 'hard-to-read'],
    ['glare', { glare: 0.2, glarePlace: [0.3, 0.3, 0.2, 0.2] as const }, {}, 'take-again'],
    ['small', {}, { photoScale: 0.2 }, 'take-again'],
    ['cut-off', {}, { outside: 0.03 }, 'hard-to-read'],
    ['over-edge', { overEdge: [0, 0.05, 0, 0] as const }, {}, 'hard-to-read'],
    ['covered', { covered: 0.02, coveredPlace: [0, 0.8, 0.2, 0.2] as const }, {}, 'hard-to-read'],
    ['sideways', { inRows: -3 }, {}, 'hard-to-read'],
    ['nearly-empty', { ink: 0.0001 }, {}, 'hard-to-read'],
  ] as const)('says %s first, and what to do', (kind, facts, context, word) => {
    const [said, first] = kindsOf(facts, context);
    expect([said, first]).toEqual([word, kind]);
  });

  it('has a sentence and a fix for everything', () => {
    for (const kind of REASON_KINDS) {
      const { says, fix } = sayReason(kind, 3.2);
      expect(`${says} ${fix}`).toMatch(/^[A-Z].*\. [A-Z].*\.$/);
    }
  });
});

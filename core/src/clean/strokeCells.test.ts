import fc from 'fast-check';
import { writtenPage } from '../../testing/pictures';
import { cellFactsOf } from './cellFacts';
import { inkMapOf } from './clean';
import { logitByte, type InkLikelihood } from './inkLikelihood';
import { strokeCells } from './strokeCells';
import { UNSHIFTED } from './thresholdShift';

const map = inkMapOf(writtenPage({ width: 1200, height: 1600 }));
const seen = map.seen!;
const darkest = map.parts!.darkest;
const NO_HOLES = new Uint8Array(darkest.length);
/** A place with nothing on it, and a stroke's worth of cells there. */
const [LEFT, TOP] = [60, seen.height - 60];
const [ACROSS, DOWN] = [40, 4];

interface Added {
  /** how likely ink and unwanted */
  readonly ink: number;
  readonly unwanted?: number;
  /** levels */
  readonly dark: number;
  /** how many cells it reaches down @default DOWN */
  readonly down?: number;
  /** and across @default ACROSS */
  readonly across?: number;
}

/** What becomes of a stroke that is added to a written page. */
function fateOf({
  ink,
  unwanted = 0.01,
  dark,
  down = DOWN,
  across = ACROSS,
}: Added): 'stroke' | 'doubted' | 'nothing' {
  const changed: InkLikelihood = { ...seen, ink: seen.ink.slice(), unwanted: seen.unwanted.slice() };
  const levels = darkest.slice();
  for (let y = TOP; y < TOP + down; y++) {
    for (let i = y * seen.width + LEFT; i < y * seen.width + LEFT + across; i++) {
      changed.ink[i] = logitByte(ink);
      changed.unwanted[i] = logitByte(unwanted);
      levels[i] = dark;
    }
  }
  const { strokes, doubted } = strokeCells(map, changed, cellFactsOf(changed, levels, NO_HOLES), UNSHIFTED);
  const middle = (TOP + 1) * seen.width + LEFT + across / 2;
  return strokes[middle] === 1 ? 'stroke' : doubted[middle] === 1 ? 'doubted' : 'nothing';
}

const [OWN, OTHER] = [10, 30].map((x) => (TOP + 1) * seen.width + LEFT + x);

/** What becomes of a stroke of the page's own, its left half, that runs into another of any kind. */
function touching({ ink, unwanted = 0.01, dark }: Added) {
  const changed: InkLikelihood = { ...seen, ink: seen.ink.slice(), unwanted: seen.unwanted.slice() };
  const levels = darkest.slice();
  for (let y = TOP; y < TOP + DOWN; y++) {
    for (let x = 0; x < ACROSS; x++) {
      const i = y * seen.width + LEFT + x;
      const isOwn = x < ACROSS / 2;
      changed.ink[i] = logitByte(isOwn ? 0.95 : ink);
      changed.unwanted[i] = logitByte(isOwn ? 0.01 : unwanted);
      levels[i] = isOwn ? 150 : dark;
    }
  }
  return strokeCells(map, changed, cellFactsOf(changed, levels, NO_HOLES), UNSHIFTED);
}

describe('strokes', () => {
  it('are what the net takes for ink, however faint beside the others', () => {
    fc.assert(
      fc.property(fc.integer({ min: 24, max: 200 }), (dark) => {
        expect(fateOf({ ink: 0.95, dark })).toBe('stroke');
      }),
    );
  });

  it('are doubted, and not lost, where they are far fainter than the page’s own and hardly ink', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 12, max: 40 }),
        fc.double({ min: 0.5, max: 0.6, noNaN: true }),
        (dark, ink) => {
          expect(fateOf({ ink, dark })).toBe('doubted');
        },
      ),
    );
  });

  it('are believed where they are as dark as the page’s own, though hardly ink', () => {
    expect(fateOf({ ink: 0.55, dark: 140 })).toBe('stroke');
  });

  it('are doubted where they are faint and may be the back’s', () => {
    expect(fateOf({ ink: 0.75, unwanted: 0.4, dark: 50 })).toBe('doubted');
    expect(fateOf({ ink: 0.75, unwanted: 0.01, dark: 50 })).toBe('stroke');
    expect(fateOf({ ink: 0.75, unwanted: 0.4, dark: 160 })).toBe('stroke');
  });

  it('are doubted where they are a pale speck far from all writing, and are not where they are dark', () => {
    const speck = { down: 3, across: 4 };
    expect(fateOf({ ...speck, ink: 0.7, dark: 70 })).toBe('doubted');
    expect(fateOf({ ...speck, ink: 0.7, dark: 190 })).toBe('stroke');
    expect(fateOf({ ...speck, ink: 0.95, dark: 70 })).toBe('stroke');
    // As pale, but as long as a word's stroke.
    expect(fateOf({ ink: 0.7, dark: 70 })).toBe('stroke');
  });

  it('are their own where they touch the back’s: what is faint and likelier unwanted is not lifted with them', () => {
    const back = { ink: 0.6, unwanted: 0.7, dark: 30 };
    const { strokes, doubted } = touching(back);
    expect([strokes[OWN], doubted[OWN]]).toEqual([1, 0]);
    expect([strokes[OTHER], doubted[OTHER]]).toEqual([0, 1]);
  });

  it('are none of the back’s where all that looks like it is as dark as they are', () => {
    const { strokes, doubted } = touching({ ink: 0.6, unwanted: 0.7, dark: 150 });
    expect([strokes[OTHER], doubted[OTHER]]).toEqual([1, 0]);
  });

  it('are what looks like the back where much of it is as dark as they are: the focus is off there', () => {
    const soft = { ink: 0.05, unwanted: 0.8, down: 14 };
    expect(fateOf({ ...soft, dark: 110 })).toBe('stroke');
    expect(fateOf({ ...soft, dark: 25 })).toBe('nothing');
  });
});

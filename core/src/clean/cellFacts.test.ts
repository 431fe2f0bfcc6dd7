import fc from 'fast-check';
import { seenOf } from '../../testing/parts';
import { cellFactsOf } from './cellFacts';
import { logitByte, type InkLikelihood } from './inkLikelihood';

const [WIDTH, HEIGHT] = [400, 600];
const TOP = 40;
const FAR = 500;

interface Line {
  readonly y: number;
  readonly dark: number;
  readonly ink: number;
  readonly unwanted: number;
}

function draw(seen: InkLikelihood, darkest: Uint8Array, { y, dark, ink, unwanted }: Line): void {
  for (let row = y; row < y + 4; row++) {
    // Two words: a line right across the page would be a margin.
    for (const from of [row * WIDTH + 20, row * WIDTH + 220]) {
      seen.ink.fill(logitByte(ink), from, from + 160);
      seen.unwanted.fill(logitByte(unwanted), from, from + 160);
      darkest.fill(dark, from, from + 160);
    }
  }
}

/** A page written at its top, and far from that something fainter: much likelier the back's here and there, elsewhere taken for ink. */
function pageWith(own: number, far: number) {
  const seen = seenOf(WIDTH, HEIGHT);
  const darkest = new Uint8Array(WIDTH * HEIGHT);
  draw(seen, darkest, { y: TOP, dark: own, ink: 0.95, unwanted: 0.01 });
  draw(seen, darkest, { y: FAR, dark: far, ink: 0.9, unwanted: 0.2 });
  for (const y of [FAR + 20, FAR + 40]) draw(seen, darkest, { y, dark: far, ink: 0.2, unwanted: 0.6 });
  return cellFactsOf(seen, darkest, new Uint8Array(darkest.length));
}

describe('how dark a page’s strokes are, where a back shows through', () => {
  const near = (facts: ReturnType<typeof pageWith>) => facts.usual.near(FAR * WIDTH + 100);

  it('is not told by the back far from all of them, though much of that was taken for ink', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 40, max: 200 }),
        fc.double({ min: 0.15, max: 0.42, noNaN: true }),
        (own, share) => {
          const facts = pageWith(own, Math.round(share * own));
          expect(facts.unwanted.isBack).toBe(true);
          expect(near(facts)).toBe(own);
        },
      ),
    );
  });

  it('is told by strokes that are not much fainter: they are out of focus there', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 40, max: 200 }),
        fc.double({ min: 0.5, max: 0.9, noNaN: true }),
        (own, share) => {
          const far = Math.round(share * own);
          const facts = pageWith(own, far);
          expect(facts.unwanted.isBack).toBe(false);
          expect(near(facts)).toBe(far);
        },
      ),
    );
  });
});

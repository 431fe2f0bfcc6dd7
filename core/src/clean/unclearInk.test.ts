import fc from 'fast-check';
import { logitByte, type InkLikelihood } from './inkLikelihood';
import { unclearInk } from './unclearInk';

const [width, height] = [480, 672];

/** Strokes of three cells in every sixteenth row, as likely ink as `odds` says by the row. */
function strokes(odds: (y: number) => number, beside: Partial<InkLikelihood> = {}): InkLikelihood {
  const ink = new Uint8Array(width * height);
  for (let y = 0; y < height; y++) if (y % 16 < 3) ink.fill(logitByte(odds(y)), y * width, (y + 1) * width);
  const none = new Uint8Array(width * height);
  return { step: 2, width, height, ink, rules: none, tones: none, unwanted: none, ...beside };
}

describe('ink that is unclear', () => {
  it('is none where all is sure, and none on a blank page', () => {
    expect(unclearInk(strokes(() => 0.97))).toEqual({ share: 0, place: null });
    const blank = { ...strokes(() => 0.5), ink: new Uint8Array(width * height) };
    expect(unclearInk(blank)).toEqual({ share: 0, place: null });
  });

  it('is all where the odds are even', () => {
    expect(unclearInk(strokes(() => 0.5)).share).toBe(1);
    expect(unclearInk(strokes(() => 0.5)).place).toEqual([0, 0, 1, 1]);
  });

  it('is where it is: the part of a page that is out of focus', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 6 }), (rows) => {
        const border = rows * 96;
        const { share, place } = unclearInk(strokes((y) => (y < border ? 0.96 : 0.5)));
        const below = (height - border) / height;
        // Each stroke in two minds is half a stroke that is expected.
        expect(share).toBeCloseTo((0.5 * below) / (0.5 * below + 0.96 * (1 - below)), 1);
        expect(place![1]).toBeCloseTo(border / height, 5);
        expect(place![1] + place![3]).toBeCloseTo(1, 5);
      }),
    );
  });

  it('is no rule, and nothing that is likelier unwanted', () => {
    const likely = new Uint8Array(width * height).fill(logitByte(0.7));
    expect(unclearInk(strokes(() => 0.5, { rules: likely })).share).toBe(0);
    expect(unclearInk(strokes(() => 0.5, { unwanted: likely })).share).toBe(0);
  });
});

import fc from 'fast-check';
import { partsOf } from '../../testing/parts';
import { INK, RULE, TONE } from './pageParts';
import { gainOfCells } from './showParts';
import { AS_FOUND } from './tone';

const byte = fc.integer({ min: 1, max: 255 });
const shown = (level: number) => 255 * (level / 255) ** 0.3;
const rules = fc.constantFrom('quiet', 'faded', 'kept' as const);

/** The gain of one cell of a kind, so dark, where strokes are as dark as `level`; a rule may run under it. */
function gainOf(
  kind: number,
  darkest: number,
  level: number,
  show: 'quiet' | 'faded' | 'kept',
  onRule = 0,
): number {
  const parts = partsOf(1, 1, {
    kinds: Uint8Array.of(kind),
    darkest: Uint8Array.of(darkest),
    onRules: Uint8Array.of(onRule),
  });
  return gainOfCells(parts, () => level, { shown, rules: show, tuning: AS_FOUND })[0];
}

describe('how much darker a cell is shown', () => {
  it('is nothing for paper, and for tones what they are', () => {
    fc.assert(
      fc.property(byte, byte, rules, (dark, level, show) => {
        expect(gainOf(0, dark, level, show)).toBe(0);
        expect(gainOf(TONE, dark, level, show)).toBe(1);
      }),
    );
  });

  it('is for rules never more than they are in the photo', () => {
    fc.assert(
      fc.property(byte, byte, rules, (dark, level, show) => {
        const gain = gainOf(RULE, dark, level, show);
        expect(gain).toBeLessThanOrEqual(1);
        expect(gain === 0).toBe(show === 'faded');
      }),
    );
  });

  it('is for strokes such that the darkest place is as dark as wanted, and darker strokes stay darker', () => {
    fc.assert(
      fc.property(byte, byte, rules, (one, other, show) => {
        const [faint, strong] = [Math.min(one, other), Math.max(one, other)];
        const comesOut = (level: number) => level * gainOf(INK, level, level, show);
        expect(comesOut(faint)).toBeCloseTo(shown(faint), 1);
        expect(comesOut(faint)).toBeLessThanOrEqual(comesOut(strong) + 1e-3);
      }),
    );
  });

  it('makes a crossing with a dark rule no darker than the stroke, nor than it is', () => {
    fc.assert(
      fc.property(byte, byte, (darkest, level) => {
        const comesOut = darkest * gainOf(INK, darkest, level, 'quiet', 1);
        expect(comesOut).toBeLessThanOrEqual(Math.max(darkest, shown(level)) + 1e-3);
        // Over a rule much darker than the stroke it is no dark speck in a pale line.
        if (darkest > 2 * level) expect(comesOut).toBeLessThanOrEqual(Math.max(darkest, 0.7 * shown(level)));
        expect(comesOut).toBeGreaterThanOrEqual(darkest - 1e-3);
      }),
    );
  });
});

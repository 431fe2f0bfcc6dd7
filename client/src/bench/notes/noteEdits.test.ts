import fc from 'fast-check';
import type { Note } from '@ravlo/contract';
import { moveNote, noteBox, recolour, scaleNote } from './noteEdits';

const words = { name: 'Imke Tarn', date: '5 March 2026', page: 'page 2 of 6' };
const widthOf = (text: string) => text.length * 0.5;
const turn = fc.constantFrom<Note['turn']>(0, 90, 180, 270);
const mm = fc.double({ min: -50, max: 250, noNaN: true });
const common = fc.record({ id: fc.constant('note'), turn, x: mm, y: mm });
const note: fc.Arbitrary<Note> = common.chain((base) =>
  fc.constantFrom<Note>(
    { ...base, kind: 'label', text: 'see back', size: 5, colour: 'ink' },
    { ...base, kind: 'stamp', what: 'page', size: 4, colour: 'ink' },
    { ...base, kind: 'arrow', dx: 12, dy: -30, width: 0.8, colour: 'red' },
    { ...base, kind: 'cover', width: 30, height: 12 },
    {
      ...base,
      kind: 'stroke',
      points: [
        [0, 0, 0.5],
        [5, 9, 0.5],
      ],
      width: 0.7,
      colour: 'blue',
    },
  ),
);
const standing = { width: 210, height: 297 };
const pageAt = (now: Note['turn']) => ({
  turn: now,
  size: now % 180 === 0 ? standing : { width: 297, height: 210 },
});

describe('notes', () => {
  it('move on the screen as the finger does, however the page was turned since', () => {
    fc.assert(
      fc.property(note, turn, mm, mm, (n, now, dx, dy) => {
        const before = noteBox(n, pageAt(now), words, widthOf);
        const after = noteBox(moveNote(n, dx, dy, now), pageAt(now), words, widthOf);
        expect(after.x - before.x).toBeCloseTo(dx);
        expect(after.y - before.y).toBeCloseTo(dy);
        expect(after.width).toBeCloseTo(before.width);
      }),
    );
  });

  it('keep their size within what can be read and drawn', () => {
    fc.assert(
      fc.property(note, fc.double({ min: 0.01, max: 100, noNaN: true }), (n, factor) => {
        const scaled = scaleNote(n, factor);
        if ('size' in scaled) expect(scaled.size).toBeGreaterThanOrEqual(2);
        if (scaled.kind === 'cover') expect(scaled.width).toBeLessThanOrEqual(1000);
        expect([scaled.x, scaled.y]).toEqual([n.x, n.y]);
      }),
    );
  });

  it('take colours, but covers keep that of the paper', () => {
    fc.assert(
      fc.property(note, (n) => {
        const red = recolour(n, 'red');
        if (n.kind === 'cover') expect(red).toBe(n);
        else expect(red).toMatchObject({ colour: 'red' });
      }),
    );
  });
});

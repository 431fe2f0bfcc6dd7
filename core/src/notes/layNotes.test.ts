import fc from 'fast-check';
import { TURNS, turnBetween } from '../geometry/turn';
import { layNotes, type StampWords } from './layNotes';
import type { Label, Note } from './note';
import { sizeBefore, turnPlace } from '../geometry/turnPlace';

const words: StampWords = { name: 'Imke Tarn', date: '5 March 2026', page: 'page 2 of 6' };
const size = { width: 210, height: 297 };
const turn = fc.constantFrom(...TURNS);
const mm = fc.double({ min: 0, max: 200, noNaN: true });

const label: Label = {
  id: 'note-1',
  kind: 'label',
  turn: 0,
  x: 20,
  y: 30,
  text: 'see back',
  size: 5,
  colour: 'ink',
};

describe('turning places', () => {
  it('four quarter turns bring a place back', () => {
    fc.assert(
      fc.property(mm, mm, (x, y) => {
        let place: [number, number] = [x, y];
        let page: { width: number; height: number } = size;
        for (let k = 0; k < 4; k++) {
          place = turnPlace(place, page, 90);
          page = sizeBefore(page, 90);
        }
        expect(place[0]).toBeCloseTo(x);
        expect(place[1]).toBeCloseTo(y);
      }),
    );
  });

  it('a turn of 180 is two of 90', () => {
    fc.assert(
      fc.property(mm, mm, (x, y) => {
        const twice = turnPlace(turnPlace([x, y], size, 90), sizeBefore(size, 90), 90);
        const once = turnPlace([x, y], size, 180);
        expect(twice[0]).toBeCloseTo(once[0]);
        expect(twice[1]).toBeCloseTo(once[1]);
      }),
    );
  });
});

describe('laying notes', () => {
  it('leaves a note where it was put while the page lies as it did', () => {
    fc.assert(
      fc.property(turn, mm, mm, (at, x, y) => {
        const [mark] = layNotes([{ ...label, turn: at, x, y }], { size, turn: at }, words);
        expect(mark).toMatchObject({ kind: 'words', text: 'see back', x, y, angle: 0 });
      }),
    );
  });

  it('takes a note along when the page is turned', () => {
    fc.assert(
      fc.property(turn, turn, (made, now) => {
        const by = turnBetween(made, now);
        const pageNow = sizeBefore(size, by);
        const [mark] = layNotes([{ ...label, turn: made }], { size: pageNow, turn: now }, words);
        const [x, y] = turnPlace([label.x, label.y], size, by);
        if (mark.kind !== 'words') throw new Error('A label is words');
        expect(mark.angle).toBe(by);
        expect([mark.x, mark.y]).toEqual([x, y]);
      }),
    );
  });

  it('fills stamps in, and draws nothing for a name that nobody gave', () => {
    const stamp = (what: 'name' | 'date' | 'page'): Note => ({
      id: what,
      kind: 'stamp',
      what,
      turn: 0,
      x: 10,
      y: 10,
      size: 4,
      colour: 'ink',
    });
    const said = layNotes([stamp('name'), stamp('date'), stamp('page')], { size, turn: 0 }, words);
    expect(said.map((mark) => mark.kind === 'words' && mark.text)).toEqual(Object.values(words));
    expect(layNotes([stamp('name')], { size, turn: 0 }, { ...words, name: '' })).toEqual([]);
  });

  it('draws strokes and arrows as closed outlines near where they were drawn', () => {
    const point = fc.tuple(mm, mm, fc.double({ min: 0, max: 1, noNaN: true }));
    fc.assert(
      fc.property(fc.array(point, { minLength: 1, maxLength: 40 }), (points) => {
        const stroke: Note = {
          id: 'pen1',
          kind: 'stroke',
          turn: 0,
          x: 0,
          y: 0,
          points,
          width: 0.7,
          colour: 'blue',
        };
        const [mark] = layNotes([stroke], { size, turn: 0 }, words);
        if (mark.kind !== 'shape') throw new Error('A stroke is a shape');
        expect(mark.path).toMatch(/^M[-\d. LQMZ]+Z$/);
        const numbers = mark.path.match(/-?\d+(\.\d+)?/g)!.map(Number);
        expect(Math.min(...numbers)).toBeGreaterThan(-5);
        expect(Math.max(...numbers)).toBeLessThan(205);
      }),
    );
    const arrow: Note = {
      id: 'arr1',
      kind: 'arrow',
      turn: 0,
      x: 10,
      y: 10,
      dx: 30,
      dy: 0,
      width: 0.8,
      colour: 'red',
    };
    const [mark] = layNotes([arrow], { size, turn: 0 }, words);
    expect(mark.kind === 'shape' && mark.path).toContain('40.00 10.00');
  });
});

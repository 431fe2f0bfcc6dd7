import fc from 'fast-check';
import { noteSchema } from '@ravlo/contract';
import { beginDrawing, continueDrawing, drawnNote, type Drawing } from './drawnNote';
import type { NoteMode } from './useNotes';

const options = (mode: NoteMode) => ({ id: 'a note', mode, colour: 'ink', turn: 90 }) as const;
const drawTo = (...places: [number, number][]) =>
  places.reduce<Drawing>((drawing, [x, y]) => continueDrawing(drawing, x, y, 0.5), beginDrawing(50, 60, 0.5));

describe('what is drawn on a page', () => {
  it('is a stroke with all its points from where it began', () => {
    expect(drawnNote(drawTo([51, 60], [53, 64]), options('draw'))).toMatchObject({
      kind: 'stroke',
      x: 50,
      y: 60,
      points: [
        [0, 0, 0.5],
        [1, 0, 0.5],
        [3, 4, 0.5],
      ],
    });
  });

  it('leaves out points that add nothing', () => {
    const drawing = drawTo([51, 60]);
    expect(continueDrawing(drawing, 51.1, 60.1, 0.5)).toBe(drawing);
  });

  it('is a cover with its own top left, whichever way it was dragged', () => {
    expect(drawnNote(drawTo([40, 52]), options('cover'))).toMatchObject({
      x: 40,
      y: 52,
      width: 10,
      height: 8,
    });
    expect(drawnNote(drawTo([60, 68]), options('cover'))).toMatchObject({
      x: 50,
      y: 60,
      width: 10,
      height: 8,
    });
  });

  it.each(['arrow', 'cover'] as const)('is nothing after a slip: %s', (mode) =>
    expect(drawnNote(drawTo([51, 61]), options(mode))).toBeNull(),
  );
  it.each(['select', 'label'] as const)('is nothing in the mode %s', (mode) =>
    expect(drawnNote(drawTo([90, 90]), options(mode))).toBeNull(),
  );

  it('is always a note that the server takes', () => {
    const place = fc.tuple(fc.integer({ min: 0, max: 200 }), fc.integer({ min: 0, max: 290 }));
    fc.assert(
      fc.property(
        fc.array(place, { maxLength: 12 }),
        fc.constantFrom('draw', 'arrow', 'cover'),
        (places, mode) => {
          const note = drawnNote(drawTo(...places), options(mode));
          expect(note === null || noteSchema.safeParse(note).success).toBe(true);
        },
      ),
    );
  });
});

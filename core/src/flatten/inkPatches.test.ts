import { paint, writtenPage } from '../../testing/pictures';
import { inkPatches, inkPlane, PATCH_SIDE } from './inkPatches';

describe('inkPlane', () => {
  it('is full on strokes and empty on paper, in any light', () => {
    for (const light of [1, 0.5]) {
      const page = writtenPage({ paper: 232 * light, ink: 40 * light });
      const { data, width } = inkPlane(page);
      const strokes = Array.from(page.data).filter(
        (value, i) => i % 4 === 0 && value === Math.floor(40 * light),
      );
      expect(strokes.length).toBeGreaterThan(1000);
      let [onInk, onPaper] = [1, 0];
      for (let i = 0; i < data.length; i++) {
        if (page.data[i * 4] < 100 * light) onInk = Math.min(onInk, data[i]);
        else if (i % width > 40) onPaper = Math.max(onPaper, data[i]);
      }
      expect(onInk).toBe(1);
      expect(onPaper).toBeLessThan(0.3);
    }
  });
});

describe('inkPatches', () => {
  const ink = inkPlane(writtenPage());

  it('come from where the writing is, the fullest first', () => {
    const patches = inkPatches(ink, { count: 6 });
    expect(patches).toHaveLength(6);
    const amounts = patches.map((patch) => patch.data.reduce((sum, value) => sum + value, 0));
    expect([...amounts].sort((a, b) => b - a)).toEqual(amounts);
    expect(amounts[5] / PATCH_SIDE ** 2).toBeGreaterThan(0.05);
  });

  it('show more around when a margin is asked for', () => {
    const [patch] = inkPatches(ink, { count: 1, margin: 8 });
    expect(patch.data).toHaveLength((PATCH_SIDE + 16) ** 2);
  });

  it('are none where nothing is written', () => {
    expect(inkPatches(inkPlane(paint(300, 400, () => 230)), { count: 6 })).toEqual([]);
  });
});

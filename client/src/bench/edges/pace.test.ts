import { createPace } from './pace';

describe('pace', () => {
  /** Moves so many px every 16 ms. */
  const after = (moves: readonly number[]) => {
    let time = 1000;
    const pace = createPace(() => time);
    pace.begin();
    let x = 0;
    let speed = 0;
    for (const by of moves) {
      time += 16;
      x += by;
      speed = pace.moveTo(x, 0);
    }
    return speed;
  };
  const same = (by: number, count: number) => Array.from({ length: count }, () => by);

  it('tells a slow hand from a quick one, once it has moved for a moment', () => {
    expect(after(same(0.5, 20))).toBeLessThan(50);
    expect(after(same(8, 20))).toBeGreaterThan(400);
  });

  it('takes nobody for slow at the first touch', () => {
    expect(after([0])).toBeGreaterThan(100);
  });

  it('follows a hand that slows down', () => {
    expect(after([...same(10, 20), ...same(0.3, 14)])).toBeLessThan(90);
  });
});

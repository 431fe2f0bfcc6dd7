import { paint, seededChance, seededNormal } from '../../testing/pictures';
import type { Rgba } from '../raster/image';
import { findOutline } from './findOutline';

const [WIDTH, HEIGHT] = [448, 172];

/** Squared paper with large letters on it, from near and from the side: there is nothing else in the picture. */
function closeUp(seed: number): Rgba {
  const chance = seededChance(seed);
  const normal = seededNormal(seed);
  for (let k = 0; k < 5; k++) chance();
  const angle = 1.2 * (chance() - 0.5);
  const pitch = 50 + 60 * chance();
  const tilt = 0.004 * chance();
  const slant = 0.8 * (chance() - 0.5);
  const letters = Array.from({ length: 14 }, () => ({
    x: chance() * WIDTH,
    y: chance() * HEIGHT,
    opensAt: chance() * 2 * Math.PI,
    radius: 15 + 20 * chance(),
  }));
  const line = (at: number) => {
    const away = Math.abs((((at % pitch) + pitch) % pitch) - pitch / 2);
    return Math.exp((-away * away) / 3);
  };
  return paint(WIDTH, HEIGHT, (x, y) => {
    const near = 1 + tilt * y;
    const across = ((x - WIDTH / 2) * Math.cos(angle) + y * Math.sin(angle)) / near;
    const down = (1.6 * y * Math.cos(angle) - (x - WIDTH / 2) * Math.sin(angle)) / near + slant * across;
    let ink = 0;
    for (const letter of letters) {
      const [dx, dy] = [x - letter.x, y - letter.y];
      if (Math.cos(Math.atan2(dy, dx) - letter.opensAt) <= -0.3) continue;
      ink = Math.max(ink, Math.exp(-((Math.hypot(dx, 1.4 * dy) - letter.radius) ** 2) / 5));
    }
    const level = 150 - 35 * Math.max(line(across), line(down)) - 90 * ink + 4 * normal();
    return Math.max(0, Math.min(255, level));
  });
}

describe('a close-up of squared paper', () => {
  it.each(Array.from({ length: 24 }, (_, k) => k + 1))(
    'is the sheet as a whole, not one of its squares: %p',
    (seed) => {
      expect(findOutline(closeUp(seed)).quad).toBeNull();
    },
  );
});

import fc from 'fast-check';
import { mapQuad, wholeQuad, type Point } from './quad';
import { tiltOf } from './tilt';

it('is the angle at which the camera looks at the sheet, however that is turned', () => {
  const [width, height, focal] = [3000, 4000, 3000];
  const angle = (most: number) => fc.double({ min: -most, max: most, noNaN: true });
  fc.assert(
    fc.property(angle(0.7), angle(3.1), angle(200), (tilt, turn, shift) => {
      const quad = mapQuad(wholeQuad(210, 297), ([x, y]): Point => {
        const [cx, cy] = [x - 105, y - 148.5];
        const [rx, ry] = [
          cx * Math.cos(turn) - cy * Math.sin(turn),
          cx * Math.sin(turn) + cy * Math.cos(turn),
        ];
        const depth = 900 + ry * Math.sin(tilt);
        return [
          width / 2 + (focal * (rx + shift)) / depth,
          height / 2 + (focal * ry * Math.cos(tilt)) / depth,
        ];
      });
      const seen = tiltOf(quad, { photoWidth: width, photoHeight: height, focal });
      expect(seen).toBeCloseTo(Math.abs(tilt), 4);
    }),
  );
});

import fc from 'fast-check';
import { project } from '@ravlo/core';
import { aimCamera, seenCorners, type CameraPlan } from './camera';

const between = (min: number, max: number) => fc.double({ min, max, noNaN: true });
const plan = fc.record({
  width: fc.constant(3000),
  height: fc.constant(4000),
  tilt: between(0, 0.6),
  azimuth: between(0, 6.2),
  roll: between(-3.1, 3.1),
  fill: between(0.3, 0.95),
  shift: fc.tuple(between(-1, 1), between(-1, 1)),
});

const [WIDTH, HEIGHT] = [210, 297];

function boxOf(seen: readonly (readonly [number, number])[]) {
  const xs = seen.map(([x]) => x);
  const ys = seen.map(([, y]) => y);
  return {
    left: Math.min(...xs),
    right: Math.max(...xs),
    top: Math.min(...ys),
    bottom: Math.max(...ys),
  };
}

describe('aimCamera', () => {
  it('shows the whole sheet as large as it was asked to', () => {
    fc.assert(
      fc.property(plan, (wanted: CameraPlan) => {
        const box = boxOf(seenCorners(aimCamera(wanted, WIDTH, HEIGHT), WIDTH, HEIGHT));
        expect(box.left).toBeGreaterThan(-30);
        expect(box.top).toBeGreaterThan(-30);
        expect(box.right).toBeLessThan(wanted.width + 30);
        expect(box.bottom).toBeLessThan(wanted.height + 30);
        const fill = Math.max((box.right - box.left) / wanted.width, (box.bottom - box.top) / wanted.height);
        // Moving the sheet sideways changes its size a little.
        expect(Math.abs(fill - wanted.fill)).toBeLessThan(0.12);
      }),
    );
  });

  it('maps the desk to the photo and back, the same way as it sees single places', () => {
    fc.assert(
      fc.property(plan, between(0, WIDTH), between(0, HEIGHT), (wanted: CameraPlan, x, y) => {
        const view = aimCamera(wanted, WIDTH, HEIGHT);
        const seen = view.see([x, y, 0]);
        const mapped = project(view.toPhoto, [x, y]);
        const back = project(view.toSheet, seen);
        expect(Math.hypot(seen[0] - mapped[0], seen[1] - mapped[1])).toBeLessThan(1e-6);
        expect(Math.hypot(back[0] - x, back[1] - y)).toBeLessThan(1e-6);
      }),
    );
  });

  it('stands where every ray from it through a raised place goes on to the desk', () => {
    const view = aimCamera(
      { width: 3000, height: 4000, tilt: 0.3, azimuth: 1, roll: 0.1, fill: 0.8, shift: [0.2, 0] },
      WIDTH,
      HEIGHT,
    );
    const raised = [120, 80, -12] as const;
    // From the camera through the place and on, to where the height is zero.
    const share = -view.centre[2] / (raised[2] - view.centre[2]);
    const onDesk = [0, 1].map((i) => view.centre[i] + (raised[i] - view.centre[i]) * share);
    const seen = view.see(raised);
    const mapped = project(view.toPhoto, [onDesk[0], onDesk[1]]);
    expect(Math.hypot(seen[0] - mapped[0], seen[1] - mapped[1])).toBeLessThan(1e-6);
  });
});

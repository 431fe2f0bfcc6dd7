import { mkdtemp, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { wholeQuad, type Quad } from '@ravlo/core';
import { saveScene, sceneOf, type Truth } from '@ravlo/studio';
import { cutInk } from './cutInk';

let dir: string;
let truth: Truth;
beforeAll(async () => {
  dir = await mkdtemp(path.join(tmpdir(), 'ravlo-cut-'));
  truth = await saveScene(sceneOf('easy', 7, { width: 360, height: 480 }), dir, 'scene', { truth: true });
});
afterAll(() => rm(dir, { recursive: true, force: true }));

const cut = (found: Quad | null) => cutInk(path.join(dir, 'scene.ink.png'), truth, found);

describe('the share of handwriting that an outline cuts off', () => {
  it('is nothing for the true outline, the whole photo and none', async () => {
    expect(await cut(truth.corners)).toBe(0);
    expect(await cut(wholeQuad(truth.width, truth.height))).toBe(0);
    expect(await cut(null)).toBe(0);
  });

  it('grows as a side is slid into the page, up to all of it', async () => {
    const [a, b, c, d] = truth.corners;
    const towards = (from: typeof a, to: typeof a, share: number) =>
      [from[0] + (to[0] - from[0]) * share, from[1] + (to[1] - from[1]) * share] as const;
    const shares = await Promise.all(
      [0.3, 0.6, 0.97].map((share) => cut([towards(a, d, share), towards(b, c, share), c, d])),
    );
    expect(shares[0]).toBeGreaterThan(0.05);
    expect(shares[1]).toBeGreaterThan(shares[0]);
    expect(shares[2]).toBeGreaterThan(0.9);
  });
});

import { isConvex, wholeQuad } from '@ravlo/core';
import { sceneOf } from './categories';
import { photograph } from './photograph';
import { GRID_COLUMNS } from './truth';

const SIZE = { width: 180, height: 240 };

it('the pages of an open book meet in the fold', async () => {
  const { truth } = await photograph(sceneOf('open-book', 12, SIZE));
  expect(truth.others).toHaveLength(1);
  const [right] = truth.others;
  for (const row of [0, 6, 12]) {
    const end = truth.grid[row * GRID_COLUMNS + GRID_COLUMNS - 1];
    const start = right.grid[row * GRID_COLUMNS];
    expect(Math.hypot(end[0] - start[0], end[1] - start[1])).toBeLessThan(0.5);
  }
  expect(isConvex(right.corners)).toBe(true);
});

it('a page that fills the picture has the picture’s own corners, from the page’s top left on', async () => {
  const scene = sceneOf('full-picture', 3, SIZE);
  const { truth } = await photograph(scene);
  expect(truth.isFull).toBe(true);
  const { width, height } = scene.camera;
  expect([...truth.corners].sort()).toEqual([...wholeQuad(width, height)].sort());
});

it('a sheet on a desk is one page, and its corners are its grid’s', async () => {
  const { truth } = await photograph(sceneOf('pile', 5, SIZE));
  expect(truth).toMatchObject({ isFull: false, others: [] });
  expect(truth.corners[0]).toEqual(truth.grid[0]);
});

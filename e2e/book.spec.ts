import { mkdtemp, readFile, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { saveScene, sceneOf } from '@ravlo/studio';
import { newPacket, packetOnServer } from './support/steps';
import { expect, test } from './support/test';

/** An open notebook from above, both pages in view. */
const BOOK_SEED = 31;

async function bookPhoto(): Promise<Buffer> {
  const dir = await mkdtemp(path.join(tmpdir(), 'ravlo-book-'));
  try {
    const scene = sceneOf('open-book', BOOK_SEED, { width: 1125, height: 1500 });
    await saveScene(scene, dir, 'book', { truth: false });
    return await readFile(path.join(dir, 'book.jpg'));
  } finally {
    await rm(dir, { recursive: true, force: true });
  }
}

test('a photo of an open book is two pages, and one press makes them one', async ({
  page: browser,
  ravlo,
}) => {
  const id = await newPacket(browser, ravlo.url);
  await browser
    .getByTestId('library-input')
    .setInputFiles([{ name: 'book.jpg', mimeType: 'image/jpeg', buffer: await bookPhoto() }]);
  const outlines = async () =>
    (await packetOnServer(browser, ravlo.url, id)).pages.map(({ recipe }) => recipe.outline.by);
  await expect.poll(outlines).toEqual(['finder', 'finder']);

  await browser.goto(`${ravlo.url}/packet/${id}`);
  const notice = browser.getByText('Pages 1 and 2 are the two sides of an open book.');
  await expect(notice).toBeVisible();
  await browser.getByRole('button', { name: 'As one page' }).click();
  await expect.poll(outlines).toEqual(['hand']);
  await expect(notice).toBeHidden();
  await browser.getByRole('button', { name: /^Undo/ }).first().click();
  await browser.getByRole('button', { name: /^Undo/ }).first().click();
  await expect.poll(outlines).toEqual(['finder', 'finder']);

  await browser.getByRole('button', { name: 'Drop page 2' }).click();
  await expect.poll(outlines).toEqual(['finder']);
});

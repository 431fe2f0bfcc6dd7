import sharp from 'sharp';
import { newPacket, packetOnServer } from './support/steps';
import { expect, test } from './support/test';

/** A drawing without a word: nobody can tell which way up it is. */
async function drawing(bend: number): Promise<Buffer> {
  const sheet = `<svg width="600" height="850"><rect width="600" height="850" fill="#f4f2ea"/><g stroke="#223" fill="none" stroke-width="4"><circle cx="250" cy="300" r="60"/><path d="M80 500l300 160l90 ${bend}"/></g></svg>`;
  return sharp({ create: { width: 900, height: 1200, channels: 3, background: '#555555' } })
    .composite([{ input: Buffer.from(sheet), left: 150, top: 150 }])
    .jpeg()
    .toBuffer();
}

test('which way up is asked once for all pages of which nobody can tell, and one press answers', async ({
  page: browser,
  ravlo,
}) => {
  const id = await newPacket(browser, ravlo.url);
  const files = await Promise.all(
    [-200, -120].map(async (bend, i) => ({
      name: `drawing-${i + 1}.jpg`,
      mimeType: 'image/jpeg',
      buffer: await drawing(bend),
    })),
  );
  await browser.getByTestId('library-input').setInputFiles(files);
  const recipes = async () =>
    (await packetOnServer(browser, ravlo.url, id)).pages.map(({ recipe }) => [recipe.turn, recipe.way]);
  await expect.poll(recipes).toEqual([
    [0, 'unsure'],
    [0, 'unsure'],
  ]);

  await browser.goto(`${ravlo.url}/packet/${id}`);
  await expect(browser.getByText('Which way up?')).toBeVisible();
  await browser.getByRole('button', { name: /^Turned right/ }).click();
  await expect.poll(recipes).toEqual([
    [90, undefined],
    [90, undefined],
  ]);
  await expect(browser.getByText('Which way up?')).toBeHidden();

  await browser.getByRole('button', { name: /^Undo/ }).first().click();
  await expect.poll(recipes).toEqual([
    [0, 'unsure'],
    [0, 'unsure'],
  ]);
});

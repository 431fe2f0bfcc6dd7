import type { Page as BrowserPage } from '@playwright/test';
import { readFile } from 'node:fs/promises';
import { holdAndDrag, spotOn } from './support/gestures';
import {
  addPhotos,
  demoPhoto,
  expectDeveloped,
  namesOf,
  newPacket,
  packetOnServer,
  toTable,
} from './support/steps';
import { expect, test } from './support/test';

/** In the upper part of a page's picture: its middle may lie under the foot of the screen. */
const upperMiddleOf = (browser: BrowserPage, page: number) =>
  spotOn(browser.getByTestId(`page-${page}`).locator('img'), [0.5, 0.25]);

test.describe('on a phone', () => {
  test('pages are sorted by holding and dragging, deleted and brought back', async ({
    page: browser,
    ravlo,
  }) => {
    const id = await newPacket(browser, ravlo.url);
    await addPhotos(browser, ['tides-week-3', 'tides-neap']);
    await toTable(browser, 2);
    const order = async () => namesOf(await packetOnServer(browser, ravlo.url, id));

    await test.step('hold the first page, drag it behind the second', async () => {
      const from = await upperMiddleOf(browser, 1);
      const to = await upperMiddleOf(browser, 2);
      await holdAndDrag(browser, from, to, () =>
        expect(browser.getByText('Page 1 is lifted.')).toBeAttached(),
      );
      await expect.poll(order).toEqual(['tides-neap', 'tides-week-3']);
    });

    await test.step('delete and undo', async () => {
      await browser.getByRole('button', { name: 'More for page 1' }).click();
      await browser.getByRole('button', { name: 'Delete', exact: true }).click();
      await expect(browser.getByText('Page 1 is deleted.')).toBeVisible();
      await expect.poll(order).toEqual(['tides-week-3']);
      await browser.getByRole('button', { name: 'Undo', exact: true }).click();
      await expect.poll(order).toEqual(['tides-neap', 'tides-week-3']);
      await expectDeveloped(browser, 2);
    });

    await test.step('the packet goes from the shelf and comes back', async () => {
      await browser.getByRole('button', { name: 'To the shelf' }).click();
      await browser
        .getByRole('button', { name: /^Delete / })
        .first()
        .click();
      await browser.getByRole('button', { name: 'Undo' }).click();
      // The server may still be asked in the middle, when the packet is gone.
      await expect(async () => expect(await order()).toHaveLength(2)).toPass();
    });
  });
});

test.describe('on a computer', () => {
  test.use({ viewport: { width: 1280, height: 800 }, hasTouch: false });

  test('photos are dropped and pasted in, pages sorted by mouse, tools beside the table', async ({
    page: browser,
    ravlo,
  }) => {
    const id = await newPacket(browser, ravlo.url);
    const order = async () => namesOf(await packetOnServer(browser, ravlo.url, id));

    await test.step('drop one, paste another', async () => {
      for (const [event, name] of [
        ['drop', 'tides-neap'],
        ['paste', 'passage-log'],
      ] as const) {
        const base64 = (await readFile(demoPhoto(name))).toString('base64');
        await browser.evaluate(
          async ({ event: type, name: fileName, base64: bytes }) => {
            const blob = await (await fetch(`data:image/jpeg;base64,${bytes}`)).blob();
            const transfer = new DataTransfer();
            transfer.items.add(new File([blob], fileName, { type: 'image/jpeg' }));
            window.dispatchEvent(
              type === 'drop'
                ? new DragEvent('drop', { dataTransfer: transfer, bubbles: true, cancelable: true })
                : new ClipboardEvent('paste', { clipboardData: transfer, bubbles: true }),
            );
          },
          { event, name: `${name}.jpg`, base64 },
        );
      }
      await expect(browser.getByText(/^Saved/)).toHaveCount(2);
      await toTable(browser, 2);
      expect(await order()).toEqual(['tides-neap', 'passage-log']);
    });

    await test.step('drag the first page behind the second', async () => {
      const from = await upperMiddleOf(browser, 1);
      const to = await upperMiddleOf(browser, 2);
      await browser.mouse.move(from.x, from.y);
      await browser.mouse.down();
      await browser.mouse.move(from.x + 20, from.y, { steps: 4 });
      await browser.mouse.move(to.x, to.y, { steps: 10 });
      await browser.mouse.up();
      await expect.poll(order).toEqual(['passage-log', 'tides-neap']);
    });

    await test.step('the chosen page stands large beside the table, with its tools', async () => {
      await browser.getByRole('button', { name: /^Page 2/ }).click();
      const side = browser.getByRole('complementary', { name: 'Page 2' });
      await side.getByRole('button', { name: 'Turn right' }).click();
      await expect
        .poll(async () => (await packetOnServer(browser, ravlo.url, id)).pages[1].recipe.turn)
        .toBe(90);
      await expect(
        browser.getByRole('navigation', { name: 'Packets' }).getByRole('link').first(),
      ).toBeVisible();
    });
  });
});

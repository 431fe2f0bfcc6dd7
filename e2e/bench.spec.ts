import { execFile } from 'node:child_process';
import { readFile } from 'node:fs/promises';
import { promisify } from 'node:util';
import type { Page as BrowserPage } from '@playwright/test';
import { drag, spotOn } from './support/gestures';
import { addPhotos, namesOf, newPacket, packetOnServer, renamePacket, toTable } from './support/steps';
import { expect, test } from './support/test';

const run = promisify(execFile);

const toBench = async (browser: BrowserPage, page: number, tool: string) => {
  await browser.getByTestId(`page-${page}`).locator('img').click();
  await browser.getByRole('tab', { name: tool }).click();
};

/** Drags over the page under the notes, from place to place as shares of its sides. */
const dragOnPage = async (
  browser: BrowserPage,
  from: readonly [number, number],
  to: readonly [number, number],
) => {
  const surface = browser.getByTestId('notes-surface');
  await drag(browser, await spotOn(surface, from), await spotOn(surface, to));
};

test('pages are mended, labelled, undone, found again after a reload, and the label is text in the PDF', async ({
  page: browser,
  ravlo,
}) => {
  const id = await newPacket(browser, ravlo.url);
  await addPhotos(browser, ['tides-week-3', 'tides-neap', 'passage-log']);
  await toTable(browser, 3);
  const packet = () => packetOnServer(browser, ravlo.url, id);
  const order = async () => namesOf(await packet());
  const recipes = async () => (await packet()).pages.map(({ recipe }) => recipe);
  const undo = () => browser.getByRole('button', { name: /^Undo: / }).click();

  await test.step('the order is turned round', async () => {
    await browser.getByRole('button', { name: 'All pages' }).click();
    await browser.getByRole('button', { name: 'Turn the order round' }).click();
    await expect.poll(order).toEqual(['passage-log', 'tides-neap', 'tides-week-3']);
  });

  await test.step('two of three are selected and turned', async () => {
    await browser.getByRole('button', { name: 'All pages' }).click();
    await browser.getByRole('button', { name: 'Select pages' }).click();
    await browser.getByTestId('page-1').locator('img').click();
    await browser.getByTestId('page-3').locator('img').click();
    const bar = browser.getByRole('toolbar', { name: 'Selected pages' });
    await bar.getByRole('button', { name: 'Turn right' }).click();
    await expect.poll(async () => (await recipes()).map(({ turn }) => turn)).toEqual([90, 0, 90]);
    await bar.getByRole('button', { name: 'End selecting' }).click();
    await browser.getByRole('button', { name: 'Undo: turn of 2 pages' }).click();
    await expect.poll(async () => (await recipes()).map(({ turn }) => turn)).toEqual([0, 0, 0]);
  });

  await test.step('a look goes to all pages', async () => {
    await toBench(browser, 2, 'Look');
    await browser.getByRole('radio', { name: 'Pencil' }).click();
    await browser.getByRole('button', { name: 'Use it for…' }).click();
    await browser.getByRole('button', { name: 'All pages of this packet' }).click();
    await expect
      .poll(async () => (await recipes()).map(({ look }) => look))
      .toEqual(['pencil', 'pencil', 'pencil']);
  });

  await test.step('the page is turned a little', async () => {
    await browser.getByRole('tab', { name: 'Turn' }).click();
    await browser.getByRole('slider', { name: 'Fine turn' }).focus();
    await browser.keyboard.press('ArrowRight');
    await browser.keyboard.press('ArrowRight');
    await expect.poll(async () => (await recipes())[1].level).toBeCloseTo(0.5);
  });

  await test.step('a label, a stroke, an arrow and a cover', async () => {
    await browser.getByRole('tab', { name: 'Notes' }).click();
    await browser.getByRole('radio', { name: 'Label' }).click();
    const place = await spotOn(browser.getByTestId('notes-surface'), [0.3, 0.7]);
    await browser.mouse.click(place.x, place.y);
    await browser.getByLabel('Words of the label').fill('continued overleaf');
    await browser.keyboard.press('Enter');
    await expect(
      browser.getByRole('button', { name: 'Label: continued overleaf', exact: true }),
    ).toBeVisible();
    await browser.getByRole('radio', { name: 'Draw' }).click();
    await dragOnPage(browser, [0.2, 0.8], [0.5, 0.85]);
    await browser.getByRole('radio', { name: 'Arrow' }).click();
    await dragOnPage(browser, [0.7, 0.8], [0.5, 0.72]);
    await browser.getByRole('radio', { name: 'Cover' }).click();
    await dragOnPage(browser, [0.1, 0.05], [0.6, 0.15]);
    const kinds = async () => (await recipes())[1].notes?.map(({ kind }) => kind);
    await expect.poll(kinds).toEqual(['label', 'stroke', 'arrow', 'cover']);
  });

  await test.step('a note is moved by keys and deleted', async () => {
    const before = (await recipes())[1].notes![0];
    await browser.getByRole('button', { name: 'Label: continued overleaf', exact: true }).focus();
    await browser.keyboard.press('Shift+ArrowUp');
    await expect.poll(async () => (await recipes())[1].notes![0].y - before.y).toBeCloseTo(-10);
    await browser.getByRole('button', { name: 'Arrow', exact: true }).focus();
    await browser.keyboard.press('Delete');
    await expect.poll(async () => (await recipes())[1].notes?.length).toBe(3);
  });

  await test.step('what is written stands as text in the PDF, and what is covered is gone', async () => {
    await browser.goto(`${ravlo.url}/packet/${id}/finish`);
    await browser.getByRole('textbox', { name: 'File name' }).fill('Tides');
    const saving = browser.waitForEvent('download');
    await browser.getByRole('button', { name: /Save PDF/ }).click();
    const file = await (await saving).path();
    const { stdout } = await run('pdftotext', ['-f', '2', '-l', '2', file, '-']);
    expect(stdout.trim()).toBe('continued overleaf');
    expect((await readFile(file)).subarray(0, 5).toString()).toBe('%PDF-');
  });

  await test.step('all of it is taken back after a reload', async () => {
    await browser.goto(`${ravlo.url}/packet/${id}`);
    await expect(browser.getByRole('button', { name: /^Undo: / })).toBeEnabled();
    // An order is taken back on the server: meanwhile the button still names it, and then it has nothing more to do.
    await expect(async () => {
      const button = browser.getByRole('button', { name: /^Undo/ }).first();
      if ((await button.getAttribute('aria-label')) === 'Undo') return;
      await button.click({ timeout: 1000 });
      throw new Error('There is more to be taken back');
    }).toPass({ intervals: [50] });
    await expect.poll(order).toEqual(['tides-week-3', 'tides-neap', 'passage-log']);
    await expect
      .poll(async () =>
        (await recipes()).map(({ look, turn, level, notes }) => [look, turn, level ?? 0, notes?.length ?? 0]),
      )
      .toEqual(Array.from({ length: 3 }, () => ['daylight', 0, 0, 0]));
    await browser.getByRole('button', { name: /^Redo: / }).click();
    await expect.poll(order).toEqual(['passage-log', 'tides-neap', 'tides-week-3']);
    await undo();
  });
});

test('pages leave for another packet and come back, and a packet is split', async ({
  page: browser,
  ravlo,
}) => {
  const other = await newPacket(browser, ravlo.url);
  await renamePacket(browser, ravlo.url, other, 'Second exercise');
  const id = await newPacket(browser, ravlo.url);
  await addPhotos(browser, ['tides-week-3', 'tides-neap']);
  await toTable(browser, 2);
  const lie = async () => [
    namesOf(await packetOnServer(browser, ravlo.url, id)),
    namesOf(await packetOnServer(browser, ravlo.url, other)),
  ];
  const menu = async (item: string) => {
    await browser.getByRole('button', { name: 'More for page 1' }).click();
    await browser.getByRole('button', { name: item }).click();
  };

  await menu('To another packet…');
  await browser.getByRole('button', { name: /^Second exercise/ }).click();
  await expect.poll(lie).toEqual([['tides-neap'], ['tides-week-3']]);
  await expect(browser.getByText('Page 1 is in “Second exercise” now.')).toBeVisible();
  await browser.getByRole('button', { name: 'Undo', exact: true }).click();
  await expect.poll(lie).toEqual([['tides-week-3', 'tides-neap'], []]);

  await menu('Make a copy');
  await expect.poll(lie).toEqual([['tides-week-3', 'tides-week-3', 'tides-neap'], []]);
  await expect(browser.getByTestId('page-2').getByText('Same as page 1?')).toBeVisible();

  await menu('Move to a number…');
  await browser.getByLabel('1 to 3').fill('3');
  await browser.getByRole('button', { name: 'Make it page 3' }).click();
  await expect.poll(lie).toEqual([['tides-week-3', 'tides-neap', 'tides-week-3'], []]);

  await menu('To another packet…');
  await browser.getByRole('button', { name: 'A new packet' }).click();
  await expect.poll(lie).toEqual([['tides-neap', 'tides-week-3'], []]);
  await expect(browser.getByText('Page 1 is in a new packet.')).toBeVisible();
});

test('photos go in before a page', async ({ page: browser, ravlo }) => {
  const id = await newPacket(browser, ravlo.url);
  await addPhotos(browser, ['tides-week-3', 'tides-neap']);
  await toTable(browser, 2);
  await browser.getByRole('button', { name: 'More for page 1' }).click();
  await browser.getByRole('button', { name: 'Add photos after it' }).click();
  await browser.waitForURL(/before=/);
  await addPhotos(browser, ['passage-log', 'tide-curve']);
  await expect
    .poll(async () => namesOf(await packetOnServer(browser, ravlo.url, id)))
    .toEqual(['tides-week-3', 'passage-log', 'tide-curve', 'tides-neap']);
});

test('a photo of an open book becomes two pages, a page is looked at closely', async ({
  page: browser,
  ravlo,
}) => {
  const id = await newPacket(browser, ravlo.url);
  await addPhotos(browser, ['tides-week-3']);
  await toTable(browser, 1);
  await toBench(browser, 1, 'Edges');
  await expect
    .poll(async () => (await packetOnServer(browser, ravlo.url, id)).pages[0].recipe.outline.by)
    .toBe('finder');

  await test.step('enlarged by wheel and key, and fitted again', async () => {
    const stage = browser.getByTestId('bench-stage');
    const zoom = async () => Number(await stage.getAttribute('data-zoom'));
    await stage.hover();
    await browser.mouse.wheel(0, -400);
    await expect.poll(zoom).toBeGreaterThan(2);
    await browser.keyboard.press('0');
    await expect.poll(zoom).toBe(1);
    await browser.keyboard.press('+');
    await expect.poll(zoom).toBeCloseTo(1.4);
    await browser.keyboard.press('0');
  });

  await test.step('the other half', async () => {
    await browser.getByRole('button', { name: 'Two pages' }).click();
    await expect(browser.getByRole('heading', { name: 'Page 1 of 2' })).toBeVisible();
    const { pages } = await packetOnServer(browser, ravlo.url, id);
    expect(pages[1].photo.id).toBe(pages[0].photo.id);
    expect(pages[1].recipe.outline).not.toEqual(pages[0].recipe.outline);
  });

  await test.step('a hidden corner, a bend', async () => {
    const outline = async () => (await packetOnServer(browser, ravlo.url, id)).pages[0].recipe.outline;
    await browser.getByRole('button', { name: 'Bottom right corner' }).focus();
    await browser.keyboard.press('Shift+ArrowLeft');
    await browser.getByRole('button', { name: 'Hidden corner' }).click();
    await expect(browser.getByText('The bottom right corner is placed from the other three.')).toBeVisible();
    await browser.getByRole('button', { name: 'Curled sides' }).click();
    await browser.getByRole('button', { name: 'Bend of the top side' }).focus();
    await browser.keyboard.press('Shift+ArrowDown');
    await expect.poll(async () => 'bows' in (await outline())).toBe(true);
  });
});

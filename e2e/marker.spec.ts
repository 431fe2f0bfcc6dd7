import { readFile } from 'node:fs/promises';
import type { Page as BrowserPage } from '@playwright/test';
import { PDFDocument } from '@cantoo/pdf-lib';
import type { Household } from '@ravlo/contract';
import { serious } from './support/axe';
import { startRavlo, type RavloServer } from './support/ravloServer';
import { addPhotos, toTable } from './support/steps';
import { expect, test } from './support/test';

// Each test also passes alone: one that is tried again gets a fresh server, without what the others left.
let server: RavloServer;
test.beforeAll(async () => {
  server = await startRavlo({ demo: true });
});
test.afterAll(() => server.remove());

/** Sits down at a browser as somebody of the household. */
async function sitDown(browser: BrowserPage, firstName: string): Promise<void> {
  const { people } = (await (await browser.request.get(`${server.url}/api/household`)).json()) as Household;
  const personId = people.find((person) => person.firstName === firstName)?.id;
  const answer = await browser.request.post(`${server.url}/api/household/now`, { data: { personId } });
  expect(answer.status()).toBe(200);
}

/** From the shelf to a packet of one page that is tied to a brief, ready to be handed over. */
async function packetFor(browser: BrowserPage, title: string, photo: string): Promise<void> {
  await browser.goto(server.url);
  const due = browser.getByRole('list', { name: 'Due' });
  await due.getByRole('link', { name: new RegExp(`^${title}`) }).click();
  await browser.getByRole('button', { name: 'Start its packet' }).click();
  await browser.waitForURL(/\/gather$/);
  await addPhotos(browser, [photo]);
  await toTable(browser, 1);
  await browser.getByRole('link', { name: new RegExp(`^for ${title}`) }).click();
  await browser.getByRole('button', { name: 'Hand over…' }).click();
  await expect(browser.getByTestId('handed-file')).toContainText('1 page');
  await browser.getByRole('checkbox', { name: 'This is my own work' }).click();
}

async function joinSeamanship(browser: BrowserPage): Promise<void> {
  const answer = await browser.request.post(`${server.url}/api/desk/join`, { data: { code: 'MPHX6358' } });
  expect(answer.status()).toBe(200);
}

test('a student hands over, the marker sees it arrive, reads, pins, gives points and gives back; the student sees it', async ({
  page: student,
  browser,
  contextOptions,
}) => {
  const context = await browser.newContext({ ...contextOptions, viewport: { width: 1280, height: 800 } });
  const marker = await context.newPage();
  await sitDown(marker, 'Ada');

  await test.step('the list says where every student’s work stands', async () => {
    await marker.goto(server.url);
    await marker.getByRole('link', { name: /^To mark/ }).click();
    await marker.getByRole('link', { name: /^Chart problems 1 to 5/ }).click();
    await expect(marker.getByRole('listitem').filter({ hasText: 'Imke Tarn' })).toContainText('Nothing yet');
    await expect(marker.getByRole('radio', { name: '9 Nothing yet' })).toBeVisible();
    expect(await serious(marker)).toEqual([]);
  });

  await test.step('what is handed over arrives there by itself', async () => {
    await packetFor(student, 'Chart problems 1 to 5', 'chart-bearings');
    await student.getByRole('button', { name: 'Hand over to Ada Holm' }).click();
    await expect(student.getByRole('group', { name: 'Receipt of attempt 1' })).toContainText('Arrived');
    const row = marker.getByRole('button', { name: /^Imke Tarn\s+Handed over/ });
    await expect(row).toBeVisible();
    await expect(marker.getByRole('radio', { name: '1 Handed over' })).toBeVisible();
    await row.click();
  });

  await test.step('pins, the pen, points, and words on the whole', async () => {
    await expect(marker.getByRole('img', { name: 'Page 1' })).toBeVisible();
    const paper = marker.getByRole('application', { name: /^The page/ });
    const box = await paper.boundingBox();
    if (!box) throw new Error('There is no page');
    const at = (x: number, y: number) => [box.x + x * box.width, box.y + y * box.height] as const;
    await marker.mouse.move(...at(0.2, 0.3));
    await marker.mouse.down();
    await marker.mouse.move(...at(0.6, 0.3), { steps: 5 });
    await marker.mouse.up();
    await marker.getByRole('textbox', { name: 'Words of pin 1' }).fill('True or magnetic? 好');
    await marker.getByRole('textbox', { name: /^Points of pin 1/ }).fill('-1½');
    await marker.getByRole('button', { name: 'Pin 1 is done' }).click();
    await expect(marker.getByRole('textbox', { name: 'Points, of 20' })).toHaveValue('18.5');
    await marker.getByRole('radio', { name: 'Pen' }).click();
    await marker.mouse.move(...at(0.2, 0.7));
    await marker.mouse.down();
    await marker.mouse.move(...at(0.4, 0.75), { steps: 8 });
    await marker.mouse.up();
    await marker.getByRole('textbox', { name: 'Points for Problem 1' }).fill('7');
    await expect(marker.getByRole('textbox', { name: 'Points, of 20' })).toHaveValue('7');
    await marker.getByRole('textbox', { name: 'Points, of 20' }).fill('1e9');
    await expect(marker.getByText('From 0 to 20, like 7, 7.5 or 7½.')).toBeVisible();
    await marker.getByRole('textbox', { name: 'Points, of 20' }).fill('17½');
    await marker.getByRole('textbox', { name: 'On the whole' }).fill('Clear. Say which north.');
    await expect(marker.getByText('Saved. The student sees nothing of it yet.')).toBeVisible();
    expect(await serious(marker)).toEqual([]);
  });

  await test.step('a reload loses nothing, also of what was said without the server', async () => {
    await server.stop();
    await marker.getByRole('textbox', { name: 'On the whole' }).fill('Clear. Say which north you mean.');
    await expect(marker.getByText(/It is kept here, and tried again/)).toBeVisible();
    await server.start();
    await marker.reload();
    await expect(marker.getByRole('textbox', { name: 'On the whole' })).toHaveValue(
      'Clear. Say which north you mean.',
    );
    await expect(marker.getByRole('textbox', { name: 'Points, of 20' })).toHaveValue('17.5');
    await expect(marker.getByText('Saved. The student sees nothing of it yet.')).toBeVisible();
  });

  await test.step('given back, the student sees pins on their own page, and saves them', async () => {
    await marker.getByRole('button', { name: 'Give back' }).click();
    await expect(marker.getByRole('button', { name: 'It is given back' })).toBeVisible();
    await student.reload();
    await student.getByRole('button', { name: 'See the marks: 17.5 of 20' }).click();
    await expect(student.getByText('Clear. Say which north you mean.')).toBeVisible();
    await expect(
      student.getByRole('button', { name: /^Pin 1\s+True or magnetic\? 好\s*-1\.5 points/ }),
    ).toBeVisible();
    expect(await serious(student)).toEqual([]);
    const saving = student.waitForEvent('download');
    await student.getByRole('button', { name: 'Save the marked PDF' }).click();
    const file = await saving;
    expect(file.suggestedFilename()).toMatch(/, marked\.pdf$/);
    const document = await PDFDocument.load(await readFile(await file.path()));
    expect(Math.round(document.getPage(0).getWidth())).toBe(Math.round(595.28 * 1.36));
  });
  await context.close();
});

test('a marker makes a class and writes a brief that a student sees when it is published', async ({
  page: browser,
}) => {
  await sitDown(browser, 'Ada');
  await browser.goto(`${server.url}/mark`);
  await browser.getByRole('button', { name: 'New class' }).click();
  await browser.getByRole('textbox', { name: 'What is it called?' }).fill('Stars, autumn');
  await browser.getByRole('button', { name: 'Make the class' }).click();
  await expect(browser.getByRole('heading', { name: 'Stars, autumn' })).toBeVisible();
  await browser.getByRole('button', { name: 'Show it large' }).click();
  await expect(browser.getByRole('img', { name: 'The way to join the class' })).toBeVisible();
  await browser.getByRole('button', { name: 'Close', exact: true }).click();
  expect(await serious(browser)).toEqual([]);

  await browser.getByRole('button', { name: 'New brief' }).click();
  await browser.getByRole('button', { name: 'Publish the brief' }).click();
  await expect(browser.getByText('A brief needs a title.')).toBeVisible();
  await browser.getByRole('textbox', { name: 'Title' }).fill('Find the pole star');
  await browser.getByRole('textbox', { name: 'Points' }).fill('7½');
  await browser.getByLabel('Due', { exact: true }).fill('2031-05-14T18:00');
  await browser.getByRole('radio', { name: 'these parts' }).click();
  await browser.getByRole('textbox', { name: 'Parts' }).fill('Sky\nSketch');
  await browser.getByRole('button', { name: 'As a student sees it' }).click();
  await expect(browser.getByRole('dialog')).toContainText('out of 7.5');
  await browser.getByRole('button', { name: 'Close', exact: true }).click();
  expect(await serious(browser)).toEqual([]);
  await browser.getByRole('button', { name: 'Publish the brief' }).click();
  await expect(browser.getByText('Nobody is in this class yet. Show them its code.')).toBeVisible();
});

test('a finished file goes by mail to anybody, once, however often it is pressed', async ({
  page: browser,
}) => {
  await sitDown(browser, 'Imke');
  await browser.goto(server.url);
  await browser
    .getByRole('link', { name: /^Passage log/ })
    .last()
    .click();
  await browser
    .getByRole('link', { name: 'Name it' })
    .or(browser.getByRole('button', { name: 'Finish' }))
    .first()
    .click();
  for (const time of [1, 2]) {
    await test.step(`time ${time}`, async () => {
      await expect(browser.getByRole('button', { name: 'Save or share' })).toBeEnabled();
      await browser.getByRole('button', { name: 'Save or share' }).click();
      await browser.getByRole('button', { name: 'Send it by mail' }).click();
      const sheet = browser.getByRole('dialog', { name: 'By mail' });
      await expect(sheet.getByRole('button', { name: 'Send it' })).toBeDisabled();
      await sheet.getByRole('textbox', { name: 'To' }).fill('aunt@skerry-point.example');
      await sheet.getByRole('textbox', { name: 'Message' }).fill('Have a look at page 2.');
      expect(await serious(browser)).toEqual([]);
      await sheet.getByRole('button', { name: 'Send it' }).click();
      await expect(browser.getByText('It is sent to aunt@skerry-point.example.')).toBeVisible();
      await browser.keyboard.press('Escape');
    });
  }
  await browser.goto(`${server.url}/mail`);
  await browser.getByRole('button', { name: /to aunt@skerry-point\.example/ }).click();
  await expect(browser.getByText('Have a look at page 2.')).toBeVisible();
  await expect(browser.getByRole('button', { name: /to aunt@skerry-point\.example/ })).toHaveCount(1);
});

test('work goes by mail as a message that is shown first, and into a folder', async ({ page: browser }) => {
  await sitDown(browser, 'Imke');
  await joinSeamanship(browser);

  await packetFor(browser, 'Rope log', 'passage-log');
  await expect(browser.getByRole('textbox', { name: 'Subject' })).toHaveValue('Rope log Tarn Imke');
  await browser.getByRole('textbox', { name: 'Message' }).fill('Dear Ada,\nhere it is.');
  expect(await serious(browser)).toEqual([]);
  await browser.getByRole('button', { name: 'Send to ada.holm@skerry-point.example' }).click();
  const receipt = browser.getByRole('group', { name: 'Receipt of attempt 1' });
  await expect(receipt).toContainText('ada.holm@skerry-point.example');
  await browser.goto(`${server.url}/mail`);
  const message = browser.getByRole('button', { name: /^Rope log Tarn Imke\s+to ada/ });
  await message.click();
  await expect(
    browser.getByText('Made up: it lies with the stand-in, byte for byte as it was sent.'),
  ).toBeVisible();
  await expect(browser.getByText('here it is.')).toBeVisible();
  await expect(browser.getByRole('button', { name: /^Receipt: Rope log, attempt 1/ })).toBeVisible();
  expect(await serious(browser)).toEqual([]);

  await packetFor(browser, 'Boat sketch', 'harbour-pencil');
  await browser.getByRole('button', { name: 'Put into “Boat sketches”' }).click();
  await expect(receipt).toContainText('Boat sketches: Tarn_Imke_Boat-sketch.pdf');
  await browser.goto(`${server.url}/folders`);
  await expect(browser.getByRole('list', { name: 'Files in Boat sketches' })).toContainText(
    'Tarn_Imke_Boat-sketch.pdf',
  );
  expect(await serious(browser)).toEqual([]);
});

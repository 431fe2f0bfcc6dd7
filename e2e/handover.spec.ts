import { createHash } from 'node:crypto';
import { readFile } from 'node:fs/promises';
import type { Page as BrowserPage } from '@playwright/test';
import type { DeskTrouble } from '@ravlo/contract';
import { serious } from './support/axe';
import { startRavlo, type RavloServer } from './support/ravloServer';
import { addPhotos, expectDeveloped, packetIdOf, packetOnServer, toTable } from './support/steps';
import { expect, test } from './support/test';

// Each test also passes alone: one that is tried again gets a fresh server, without what the others left.
let server: RavloServer;
test.beforeAll(async () => {
  server = await startRavlo({ demo: true });
});
test.afterAll(() => server.remove());

const receipt = (browser: BrowserPage, attempt: number) =>
  browser.getByRole('group', { name: `Receipt of attempt ${attempt}` });
const handOverTo = (browser: BrowserPage) => browser.getByRole('button', { name: 'Hand over to Ada Holm' });
const confirm = (browser: BrowserPage) =>
  browser.getByRole('checkbox', { name: 'This is my own work' }).click();
const fileIsMade = (browser: BrowserPage, pages: string) =>
  expect(browser.getByTestId('handed-file')).toContainText(pages);

/** From the shelf's Due to a brief. */
async function toBrief(browser: BrowserPage, title: string): Promise<void> {
  await browser.goto(server.url);
  const due = browser.getByRole('list', { name: 'Due' });
  await due.getByRole('link', { name: new RegExp(`^${title}`) }).click();
  await expect(browser.getByRole('heading', { name: title })).toBeVisible();
}

const practise = async (browser: BrowserPage, trouble: DeskTrouble | null) =>
  expect((await browser.request.put(`${server.url}/api/desk/practice`, { data: { trouble } })).status()).toBe(
    200,
  );

test('from a class code to a receipt: photos, parts, hand over, open, take back, hand over again', async ({
  page: browser,
  otherBrowser,
}) => {
  await browser.goto(server.url);

  await test.step('a class is joined by its code; a wrong one is told plainly', async () => {
    await browser.getByRole('button', { name: /is using Ravlo/ }).click();
    const code = browser.getByRole('textbox', { name: 'Class code' });
    await code.fill('mphx635o');
    await expect(browser.getByText(/It never has O, I, L/)).toBeVisible();
    await code.fill('mphx6359');
    await browser.getByRole('button', { name: 'Join' }).click();
    await expect(browser.getByText(/No class has this code/)).toBeVisible();
    await code.fill('mphx6358');
    await browser.getByRole('button', { name: 'Join' }).click();
    await expect(browser.getByText('You are in Seamanship, spring.')).toBeVisible();
    expect(await serious(browser)).toEqual([]);
  });

  await test.step('the brief’s own packet takes its name and parts', async () => {
    await toBrief(browser, 'Chart problems 1 to 5');
    expect(await serious(browser)).toEqual([]);
    await browser.getByRole('button', { name: 'Start its packet' }).click();
    await browser.waitForURL(/\/gather$/);
    await addPhotos(browser, ['chart-bearings', 'chart-course-to-steer', 'knots-glare']);
    await toTable(browser, 3);
    await expect(browser.getByRole('heading', { name: 'Tarn_Imke_Chart-problems-1-to-5' })).toBeVisible();
    await expect(browser.getByText('Still missing: Problem 4, Problem 5.')).toBeVisible();
    await browser.getByRole('button', { name: 'Page 2 is Problem 2. Change it' }).click();
    await browser.getByRole('radio', { name: 'Problem 4' }).click();
    await expect(browser.getByRole('button', { name: 'Page 2 is Problem 4. Change it' })).toBeVisible();
    await expect(browser.getByRole('button', { name: 'Page 3 is Problem 2. Change it' })).toBeVisible();
    expect(await serious(browser)).toEqual([]);
  });

  await test.step('not before the statement is confirmed', async () => {
    await browser.getByRole('link', { name: /^for Chart problems 1 to 5/ }).click();
    await browser.getByRole('button', { name: 'Hand over…' }).click();
    await fileIsMade(browser, '3 pages');
    await expect(browser.getByText('Imke Tarn', { exact: true })).toBeVisible();
    await expect(browser.getByText('Coastal navigation, spring')).toBeVisible();
    await expect(browser.getByTestId('ready-parts')).toContainText('Problem 3 and Problem 5 are missing');
    await expect(browser.getByText(/^Not handed over yet. You can take it back/)).toBeVisible();
    await expect(handOverTo(browser)).toBeDisabled();
    await confirm(browser);
    await browser.getByRole('textbox', { name: 'A word to Ada Holm' }).fill('Page 3 is the knot.');
    await browser.getByTestId('further-files').setInputFiles({
      ...{ name: 'plot.png', mimeType: 'image/png' },
      buffer: await browser.screenshot(),
    });
    await expect(browser.getByRole('list', { name: 'Further files' })).toContainText('plot.png');
    expect(await serious(browser)).toEqual([]);
  });

  await test.step('cut at 99 %: it goes on by itself, and is one attempt', async () => {
    await practise(browser, 'cut');
    await handOverTo(browser).click();
    await expect(receipt(browser, 1)).toContainText('Arrived');
    await practise(browser, null);
    await expect(browser.getByRole('group', { name: /^Receipt/ })).toHaveCount(1);
    await expect(receipt(browser, 1)).toContainText('“Page 3 is the knot.”');
    await expect(receipt(browser, 1)).toContainText('plot.png');
    expect(await serious(browser)).toEqual([]);
  });

  await test.step('what arrived is opened page by page, and is what the receipt says', async () => {
    await receipt(browser, 1).getByRole('button', { name: 'Open what arrived' }).click();
    await expect(browser.getByText('Every page is the same as here now.')).toBeVisible();
    await expect(browser.getByRole('img', { name: 'Page 3 as it arrived' })).toBeVisible();
    const saving = browser.waitForEvent('download');
    await browser.getByRole('button', { name: 'Save it' }).click();
    const bytes = await readFile(await (await saving).path());
    const sha256 = createHash('sha256').update(bytes).digest('hex');
    expect(bytes.includes('/Outlines')).toBe(true);
    await browser.getByRole('button', { name: 'To the receipt' }).click();
    await expect(browser.getByTestId('fingerprint')).toHaveText(
      sha256.slice(0, 16).replace(/(.{4})(?!$)/g, '$1 '),
    );
  });

  await test.step('taken back, mended, and handed over again as the next attempt', async () => {
    await receipt(browser, 1).getByRole('button', { name: 'Take it back' }).click();
    await expect(receipt(browser, 1)).toContainText('Taken back');
    await expect(browser.getByText('2 attempts left')).toBeVisible();
    await browser.getByRole('list', { name: 'Packets for this brief' }).getByRole('link').click();
    await expectDeveloped(browser, 3);
    await browser.getByRole('button', { name: 'More for page 1' }).click();
    await browser.getByRole('button', { name: 'Turn right' }).click();
    await browser.getByRole('link', { name: /^for Chart problems 1 to 5/ }).click();
    await receipt(browser, 1).getByRole('button', { name: 'Open what arrived' }).click();
    await expect(browser.getByText('Not the same as here now: page 1.')).toBeVisible();
    await expect(browser.getByRole('img', { name: 'Page 1 as it is here now' })).toBeVisible();
    await browser.getByRole('button', { name: 'To the receipt' }).click();
    await browser.getByRole('button', { name: 'Hand over…' }).click();
    await fileIsMade(browser, '3 pages');
    await confirm(browser);
    await handOverTo(browser).click();
    await expect(receipt(browser, 2)).toContainText('2 of 3');
    await browser.getByRole('button', { name: 'To the shelf' }).click();
    await expect(browser.getByRole('link', { name: /^Chart problems 1 to 5.*Handed over/ })).toBeVisible();
  });

  await test.step('the receipt is true, a changed one is not, and a file is told from another', async () => {
    await toBrief(browser, 'Chart problems 1 to 5');
    const saving = browser.waitForEvent('download');
    await receipt(browser, 2).getByRole('button', { name: 'Save the receipt' }).click();
    const saved = await readFile(await (await saving).path());
    await browser.goto(`${server.url}/receipt`);
    const json = (text: string) => ({
      name: 'r.json',
      mimeType: 'application/json',
      buffer: Buffer.from(text),
    });
    await browser.getByTestId('The receipt').setInputFiles(json(saved.toString()));
    await expect(browser.getByText('This receipt is true.')).toBeVisible();
    const other = { name: 'x.pdf', mimeType: 'application/pdf', buffer: Buffer.from('%PDF-1.7 another') };
    await browser.getByTestId('The file that it is about').setInputFiles(other);
    await expect(browser.getByText('The file is not the one that arrived.')).toBeVisible();
    await browser
      .getByTestId('The receipt')
      .setInputFiles(json(saved.toString().replace('Imke Tarn', 'Jory Vane')));
    await expect(browser.getByText('This receipt is not true.')).toBeVisible();
    expect(await serious(browser)).toEqual([]);
  });

  await test.step('on a computer the same packet, its tie and the hand-over screen are there', async () => {
    const computer = await otherBrowser();
    await computer.setViewportSize({ width: 1280, height: 800 });
    await toBrief(computer, 'Chart problems 1 to 5');
    await expect(receipt(computer, 2)).toContainText('2 of 3');
    await computer.getByRole('button', { name: 'Hand over again…' }).click();
    await fileIsMade(computer, '3 pages');
    await expect(computer.getByText('This very file has arrived.')).toBeVisible();
    expect(await serious(computer)).toEqual([]);
  });
});

test('a packet that is for another brief is cautioned about, and both ways lead out', async ({
  page: browser,
}) => {
  await toBrief(browser, 'Passage log');
  await browser.getByRole('button', { name: 'Use a packet I have' }).click();
  await browser
    .getByRole('dialog')
    .getByRole('button', { name: /^Tide tables/ })
    .click();
  await expect(browser.getByRole('link', { name: /^for Passage log/ })).toBeVisible();
  await expect
    .poll(async () => (await packetOnServer(browser, server.url, packetIdOf(browser))).briefId)
    .not.toBeNull();
  // Tied by mistake: its name is another brief’s.
  await browser.goto(browser.url().replace(/\/?$/, '/hand-over'));
  await expect(browser.getByText(/You chose the brief Passage log/)).toBeVisible();
  await browser.getByRole('button', { name: 'They do belong together' }).click();
  await fileIsMade(browser, '5 pages');
  await browser.getByRole('button', { name: /^(Change|Choose): the brief$/ }).click();
  await browser.getByRole('radio', { name: /^Tides, week 3/ }).click();
  await expect(browser.getByRole('heading', { name: 'These two do not fit' })).toBeVisible();
  await expect(browser.getByText(/The packet is for Passage log/)).toBeVisible();
  await expect(handOverTo(browser)).toHaveCount(0);
  expect(await serious(browser)).toEqual([]);

  await test.step('the other brief', async () => {
    await browser.getByRole('button', { name: 'Change the brief to Passage log' }).click();
    await expect(browser.getByRole('heading', { name: 'These two do not fit' })).toHaveCount(0);
  });

  await test.step('or they do belong together, and are tied then', async () => {
    await browser.getByRole('button', { name: /^(Change|Choose): the brief$/ }).click();
    await browser.getByRole('radio', { name: /^Tides, week 3/ }).click();
    await browser.getByRole('button', { name: 'They do belong together' }).click();
    await expect(handOverTo(browser)).toBeVisible();
    await browser.getByRole('button', { name: 'To the file' }).click();
    await browser.getByRole('button', { name: 'To the table' }).click();
    await expect(browser.getByRole('link', { name: /^for Tides, week 3/ })).toBeVisible();
  });
});

test('what a person named otherwise is cautioned about too; where pictures are asked for, pictures go', async ({
  page: browser,
}) => {
  await toBrief(browser, 'Knots and hitches');
  await browser.getByRole('button', { name: 'Use a packet I have' }).click();
  await browser
    .getByRole('dialog')
    .getByRole('button', { name: /^Passage log/ })
    .click();
  await browser.getByRole('link', { name: /^for Knots and hitches/ }).click();
  await browser.getByRole('button', { name: 'Hand over…' }).click();
  await expect(browser.getByText(/The packet is called Passage log/)).toBeVisible();
  await expect(browser.getByRole('button', { name: 'Change the brief to Passage log' })).toBeVisible();
  await browser.getByRole('button', { name: 'They do belong together' }).click();
  await fileIsMade(browser, '3 pictures');
  await confirm(browser);
  await handOverTo(browser).click();
  await expect(receipt(browser, 1)).toContainText('Passage log 01.jpg');
  await expect(receipt(browser, 1)).toContainText('Passage log 03.jpg');
  await receipt(browser, 1).getByRole('button', { name: 'Open what arrived' }).click();
  await expect(browser.getByRole('img', { name: 'Page 1 as it arrived' })).toBeVisible();
});

test('a lost answer and a desk that is down leave no doubt, also over a crash and a reload', async ({
  page: browser,
}) => {
  await toBrief(browser, 'Tides, week 3');
  await browser.getByRole('button', { name: /^(Use a packet I have|Use another packet)$/ }).click();
  await browser
    .getByRole('dialog')
    .getByRole('button', { name: /^Tide tables/ })
    .click();
  await browser.getByRole('link', { name: /^for Tides, week 3/ }).click();
  await browser.getByRole('button', { name: 'Hand over…' }).click();
  await fileIsMade(browser, '5 pages');
  await confirm(browser);

  await test.step('bytes that are changed where they are kept are found out', async () => {
    await practise(browser, 'altered');
    await handOverTo(browser).click();
    await expect(browser.getByRole('alert')).toContainText('did not arrive as it is on your device');
  });

  await test.step('the server is killed in the middle: not handed over, and it says so', async () => {
    await practise(browser, 'slow');
    await handOverTo(browser).click();
    await expect(browser.getByText(/^Not handed over yet. /)).toBeVisible();
    await server.kill();
    const alert = browser.getByRole('alert');
    await expect(alert).toContainText('is not handed over yet');
    await expect(alert).toContainText('goes by itself once it can');
    // The person need not leave it to that.
    await browser.getByRole('button', { name: 'Do not hand it over' }).click();
    await expect(browser.getByText(/^Not handed over yet. You can take it back/)).toBeVisible();
    await server.start();
  });

  await test.step('its answer is lost: it is found out that it has arrived', async () => {
    await practise(browser, 'lost-answer');
    await handOverTo(browser).click();
    await expect(receipt(browser, 1)).toContainText('1 of 3');
    await practise(browser, null);
  });

  await test.step('after a reload the hand-over screen knows it too', async () => {
    await browser.getByRole('button', { name: 'Hand over again…' }).click();
    await expect(browser.getByText('This very file has arrived.')).toBeVisible();
    await browser.reload();
    await expect(browser.getByText('This very file has arrived.')).toBeVisible();
    await expect(handOverTo(browser)).toHaveCount(0);
    await browser.getByRole('button', { name: 'See the receipt' }).click();
    await expect(browser.getByRole('group', { name: /^Receipt/ })).toHaveCount(1);
  });
});

test('a worksheet is written on right here: its pages become a packet’s', async ({ page: browser }) => {
  await toBrief(browser, 'Tides, week 3');
  await expect(browser.getByRole('group', { name: 'Tide worksheet' })).toContainText('2 pages');
  await expect(browser.getByRole('img', { name: 'Its first page' })).toBeVisible();
  await browser.getByRole('button', { name: 'Write on it here' }).click();
  await expect(browser.getByRole('list', { name: 'Photos on their way' }).getByText(/^Saved/)).toHaveCount(2);
  await toTable(browser, 2);
  await expect(browser.getByRole('link', { name: /^for Tides, week 3/ })).toBeVisible();
});

test('a brief that is closed takes nothing, and says so', async ({ page: browser }) => {
  await toBrief(browser, 'Harbour sketch');
  await expect(browser.getByText('This brief is closed.')).toBeVisible();
  await expect(browser.getByRole('button', { name: 'Start its packet' })).toHaveCount(0);
});

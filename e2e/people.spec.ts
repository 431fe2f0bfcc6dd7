import { serious } from './support/axe';
import { addPhotos, newPacket, packetIdOf, toTable } from './support/steps';
import { startRavlo, type RavloServer } from './support/ravloServer';
import { expect, test } from './support/test';

let server: RavloServer;
test.beforeAll(async () => {
  server = await startRavlo({ demo: true });
});
test.afterAll(() => server.remove());

test('two people on one device: each sees their own, a PIN guards, a packet is given to whom it belongs', async ({
  page: browser,
  context,
}) => {
  await browser.goto(server.url);
  const whoIsIt = browser.getByRole('button', { name: /is using Ravlo/ });
  const packets = browser.getByRole('list', { name: 'Packets on the shelf' });
  await expect(packets.getByText('Passage log')).toBeVisible();

  await test.step('switched in two presses', async () => {
    await whoIsIt.click();
    expect(await serious(browser)).toEqual([]);
    await browser.getByRole('button', { name: /^Jory Vane/ }).click();
    await expect(
      browser.getByRole('button', { name: 'Jory Vane is using Ravlo. Change who it is' }),
    ).toBeVisible();
    await expect(browser.getByText('No packets yet.')).toBeVisible();
  });

  let taken = '';
  await test.step('what Jory photographs is Jory’s, also in the browser’s own store', async () => {
    await newPacket(browser, server.url);
    await addPhotos(browser, ['chart-bearings']);
    taken = packetIdOf(browser);
    const names = await browser.evaluate(async () => (await indexedDB.databases()).map(({ name }) => name));
    expect(names.filter((name) => name?.startsWith('ravlo-outbox'))).toHaveLength(2);
    await toTable(browser, 1);
  });

  await test.step('another window of the browser follows who sits there', async () => {
    const second = await context.newPage();
    await second.goto(server.url);
    await second.getByRole('button', { name: /^Jory Vane is using/ }).click();
    await second.getByRole('button', { name: /^Imke Tarn/ }).click();
    await expect(browser.getByRole('button', { name: /^Imke Tarn is using/ })).toBeVisible();
    await expect(packets.getByText('Passage log')).toBeVisible();
    await browser.goto(`${server.url}/packet/${taken}`);
    await expect(browser.getByText(/This packet is not here/).first()).toBeVisible();
    await second.close();
  });

  await test.step('a packet taken on the wrong account is given away', async () => {
    await browser.goto(server.url);
    await packets.getByText('Passage log').click();
    await browser.getByRole('button', { name: 'All pages' }).click();
    await browser.getByRole('button', { name: 'Give it to another person…' }).click();
    await browser.getByRole('dialog').getByRole('button', { name: 'Jory Vane' }).click();
    await expect(browser.getByText('Tide tables, week 3')).toBeVisible();
    await expect(packets.getByText('Passage log')).toHaveCount(0);
  });

  await test.step('a PIN is set, and asked for from then on', async () => {
    await whoIsIt.click();
    await browser.getByRole('button', { name: /^Imke Tarn.*now$/ }).click();
    expect(await serious(browser)).toEqual([]);
    await browser.getByRole('textbox', { name: 'PIN', exact: true }).fill('4821');
    await browser.getByRole('button', { name: 'Set the PIN' }).click();
    await expect(browser.getByText('The PIN is set.')).toBeVisible();
    await browser.goto(`${server.url}/people`);
    await browser.getByRole('button', { name: /^Jory Vane/ }).click();
    await expect(packets.getByText('Passage log')).toBeVisible();
    await whoIsIt.click();
    await browser.getByRole('button', { name: /^Imke Tarn/ }).click();
    const asked = browser.getByRole('dialog', { name: 'Imke’s PIN' });
    await asked.getByRole('textbox').fill('1111');
    await asked.getByRole('button', { name: 'Go on as Imke' }).click();
    await expect(asked.getByText(/This is not the PIN/)).toBeVisible();
    await asked.getByRole('textbox').fill('4821');
    await asked.getByRole('button', { name: 'Go on as Imke' }).click();
    await expect(packets.getByText('Tide tables, week 3')).toBeVisible();
  });

  await test.step('somebody new comes in and sits down', async () => {
    await whoIsIt.click();
    await browser.getByRole('button', { name: 'Add a person' }).click();
    const dialog = browser.getByRole('dialog', { name: 'Who is new?' });
    await dialog.getByRole('textbox', { name: 'First name' }).fill('Wenna');
    await dialog.getByRole('textbox', { name: 'Surname' }).fill('Pike');
    await dialog.getByRole('radio', { name: 'bricks' }).click();
    expect(await serious(browser)).toEqual([]);
    await dialog.getByRole('button', { name: 'Go on as Wenna' }).click();
    await expect(browser.getByRole('button', { name: /^Wenna Pike is using/ })).toBeVisible();
  });
});

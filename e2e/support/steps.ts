import { openPacketSchema, type OpenPacket } from '@ravlo/contract';
import type { Page as BrowserPage } from '@playwright/test';
import path from 'node:path';
import { fileURLToPath } from 'node:url';
import { expect } from './test';

const demo = fileURLToPath(new URL('../../demo/photos', import.meta.url));

/** The path of a demo photo. */
export const demoPhoto = (name: string): string => path.join(demo, `${name}.jpg`);

/** Opens the shelf and makes a new packet; ends on its gather screen. */
export async function newPacket(browser: BrowserPage, url: string): Promise<string> {
  await browser.goto(url);
  await browser.getByRole('button', { name: 'New packet', exact: true }).click();
  await browser.waitForURL(/\/packet\/[0-9a-f-]+\/gather$/);
  return packetIdOf(browser);
}

export function packetIdOf(browser: BrowserPage): string {
  const id = /\/packet\/([0-9a-f-]+)/.exec(browser.url())?.[1];
  if (!id) throw new Error(`No packet is open at ${browser.url()}`);
  return id;
}

/** Chooses photos on the gather screen and waits until the server has them all. */
export async function addPhotos(browser: BrowserPage, names: readonly string[]): Promise<void> {
  await browser.getByTestId('library-input').setInputFiles(names.map(demoPhoto));
  const rows = browser.getByRole('list', { name: 'Photos on their way' });
  await expect(rows.getByText(/^Saved/)).toHaveCount(names.length);
}

/** From gather to the table, with so many developed pictures on it. */
export async function toTable(browser: BrowserPage, pages: number): Promise<void> {
  await browser.getByRole('button', { name: 'To the table' }).last().click();
  await expectDeveloped(browser, pages);
}

/** Waits until the table shows exactly so many pages, all developed. */
export async function expectDeveloped(browser: BrowserPage, pages: number): Promise<void> {
  const tiles = browser.getByRole('list', { name: 'Pages' }).getByRole('listitem');
  await expect(tiles).toHaveCount(pages);
  for (let number = 1; number <= pages; number++) {
    await expect(browser.getByTestId(`page-${number}`).locator('img')).toHaveAttribute('src', /^blob:/);
  }
}

/** The packet as the server has it. */
export async function packetOnServer(browser: BrowserPage, url: string, id: string): Promise<OpenPacket> {
  const response = await browser.request.get(`${url}/api/packets/${id}`);
  return openPacketSchema.parse(await response.json());
}

/** The photo names of a packet's pages, in order. */
export const namesOf = (packet: OpenPacket): string[] =>
  packet.pages.map(({ photoName }) => photoName.replace('.jpg', ''));

/** Gives a packet that has not been named yet a name, without the interface. */
export async function renamePacket(browser: BrowserPage, url: string, id: string, to: string): Promise<void> {
  const { name: from } = await packetOnServer(browser, url, id);
  const data = { pages: [], packets: [{ packetId: id, patch: { name: { from, to } } }] };
  expect((await browser.request.patch(`${url}/api/edits`, { data })).status()).toBe(200);
}

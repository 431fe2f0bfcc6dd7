import { addPhotos, newPacket, toTable } from './support/steps';
import { expect, test } from './support/test';
for (const [label, viewport] of [['phone', { width: 390, height: 844 }], ['wide', { width: 1280, height: 800 }]] as const) {
  test.describe(label, () => {
    test.use({ viewport });
    test('shots', async ({ page: browser, ravlo }) => {
      const id = await newPacket(browser, ravlo.url);
      await addPhotos(browser, ['tides-week-3', 'knots-glare', 'passage-log', 'log-white-desk']);
      await toTable(browser, 4);
      await browser.screenshot({ path: `/tmp/s-${label}-table.png` });
      await browser.goto(`${ravlo.url}/packet/${id}/finish`);
      await expect(browser.getByText('Page 1 of 4')).toBeVisible({ timeout: 90_000 });
      await browser.waitForTimeout(4000);
      await browser.getByRole('button', { name: /^Show page 2/ }).click();
      await browser.waitForTimeout(1500);
      await browser.screenshot({ path: `/tmp/s-${label}-finish.png` });
      await browser.getByRole('textbox', { name: 'File name' }).fill('Tarn_Imke_tides-3');
      await browser.getByRole('button', { name: 'Set a limit' }).click();
      await browser.getByRole('textbox', { name: 'At most' }).fill('90');
      await browser.getByRole('radio', { name: 'KB' }).click();
      await browser.waitForTimeout(12000);
      await browser.getByRole('textbox', { name: 'At most' }).scrollIntoViewIfNeeded();
      await browser.getByRole('radio', { name: 'For marking' }).click();
      await browser.waitForTimeout(6000);
      await browser.screenshot({ path: `/tmp/s-${label}-lower.png` });
      await browser.getByRole('textbox', { name: 'At most' }).fill('20');
      await browser.waitForTimeout(5000);
      await browser.screenshot({ path: `/tmp/s-${label}-small.png` });
      await browser.getByRole('button', { name: 'From parts' }).click();
      await browser.getByRole('textbox', { name: 'Surname' }).fill('Tarn');
      await browser.getByRole('textbox', { name: 'First name' }).fill('Imke');
      await browser.waitForTimeout(500);
      await browser.screenshot({ path: `/tmp/s-${label}-parts.png` });
      await browser.keyboard.press('Escape');
      await browser.getByRole('button', { name: 'No limit' }).click();
      await expect(browser.getByRole('button', { name: 'Save or share' })).toBeEnabled();
      await browser.getByRole('button', { name: 'Save or share' }).click();
      await browser.waitForTimeout(600);
      await browser.screenshot({ path: `/tmp/s-${label}-ways.png` });
    });
  });
}

import { withPhoneCamera } from './support/phoneCamera';
import { newPacket } from './support/steps';
import { test } from './support/test';
test('dbg', async ({ page, ravlo, context }) => {
  await withPhoneCamera(context);
  page.on('console', (m) => console.log('C', m.text()));
  page.on('pageerror', (e) => console.log('E', e.message));
  await newPacket(page, ravlo.url);
  await page.getByRole('button', { name: 'Take photos' }).click();
  await page.waitForTimeout(6000);
  console.log(await page.evaluate(() => JSON.stringify((globalThis as any).heardByCamera)));
  console.log(await page.evaluate(() => { const v = document.querySelector('video')!; return JSON.stringify([v.videoWidth, v.videoHeight, v.readyState, v.paused]); }));
  await page.screenshot({ path: '/tmp/dbg.png' });
});

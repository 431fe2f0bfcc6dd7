import type { Locator, Page as BrowserPage } from '@playwright/test';

/** A place on the screen, px. */
export interface Spot {
  readonly x: number;
  readonly y: number;
}

/** A place on something, as shares of its width and height. @default its middle */
export async function spotOn(
  target: Locator,
  [across, down] = [0.5, 0.5] as readonly [number, number],
): Promise<Spot> {
  const box = await target.boundingBox();
  if (!box) throw new Error('It is not on the screen');
  return { x: box.x + box.width * across, y: box.y + box.height * down };
}

/** Drags with the mouse from one place to another, on a way of some steps. */
export async function drag({ mouse }: BrowserPage, from: Spot, to: Spot, steps = 8): Promise<void> {
  await mouse.move(from.x, from.y);
  await mouse.down();
  await mouse.move(to.x, to.y, { steps });
  await mouse.up();
}

/** Holds a finger on a place until `isHeld` comes true, drags to another and lifts. */
export async function holdAndDrag(
  browser: BrowserPage,
  from: Spot,
  to: Spot,
  isHeld: () => Promise<unknown>,
): Promise<void> {
  const touch = await browser.context().newCDPSession(browser);
  const send = (type: 'touchStart' | 'touchMove' | 'touchEnd', points: Spot[]) =>
    touch.send('Input.dispatchTouchEvent', { type, touchPoints: points });
  await send('touchStart', [from]);
  await isHeld();
  for (let step = 1; step <= 8; step++) {
    const share = step / 8;
    await send('touchMove', [{ x: from.x + (to.x - from.x) * share, y: from.y + (to.y - from.y) * share }]);
    // The page draws what a finger has moved before it moves on.
    await browser.evaluate(() => new Promise((drawn) => requestAnimationFrame(drawn)));
  }
  await send('touchEnd', []);
}

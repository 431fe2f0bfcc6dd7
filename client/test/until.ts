/** Waits until something is so. @throws Error after a minute */
export async function until(isTrue: () => boolean | Promise<boolean>): Promise<void> {
  for (let i = 0; i < 6000; i++) {
    if (await isTrue()) return;
    await new Promise((resolve) => setTimeout(resolve, 10));
  }
  throw new Error('It never came to be');
}

import { test as base, type Page } from '@playwright/test';
import { startRavlo, type RavloServer } from './ravloServer';

interface TestParts {
  /** a server of this test alone, which may be stopped and started */
  readonly ownRavlo: RavloServer;
  /** opens a page in a browser that shares nothing with the first */
  readonly otherBrowser: () => Promise<Page>;
}

interface WorkerParts {
  /** a server shared by all tests */
  readonly ravlo: RavloServer;
}

/** Tests against the real server. */
export const test = base.extend<TestParts, WorkerParts>({
  ravlo: [
    // eslint-disable-next-line no-empty-pattern
    async ({}, provide) => {
      const server = await startRavlo({ demo: false });
      await provide(server);
      await server.remove();
    },
    { scope: 'worker' },
  ],
  // eslint-disable-next-line no-empty-pattern
  ownRavlo: async ({}, provide) => {
    const server = await startRavlo({ demo: false });
    await provide(server);
    await server.remove();
  },
  otherBrowser: async ({ browser, contextOptions }, provide) => {
    const contexts: { close(): Promise<void> }[] = [];
    await provide(async () => {
      const context = await browser.newContext({ ...contextOptions, viewport: { width: 390, height: 844 } });
      contexts.push(context);
      return context.newPage();
    });
    await Promise.all(contexts.map((context) => context.close()));
  },
});

export { expect } from '@playwright/test';

import { AxeBuilder } from '@axe-core/playwright';
import type { Page as BrowserPage } from '@playwright/test';

/** What axe finds that keeps somebody out. */
export async function serious(browser: BrowserPage): Promise<string[]> {
  const { violations } = await new AxeBuilder({ page: browser }).analyze();
  return violations
    .filter(({ impact }) => impact === 'serious' || impact === 'critical')
    .flatMap(({ id, nodes }) =>
      nodes.map(({ target, failureSummary }) => `${id} ${target.join(' ')} ${failureSummary}`),
    );
}

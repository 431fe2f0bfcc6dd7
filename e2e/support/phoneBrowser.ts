import { execFileSync } from 'node:child_process';
import { mkdir, mkdtemp, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { chromium, devices, type BrowserContext } from '@playwright/test';
import { CHROMIUM } from './chromium';
import type { RavloServer } from './ravloServer';

export interface PhoneBrowser {
  readonly context: BrowserContext;
  close(): Promise<void>;
}

export interface PhoneBrowserOptions {
  /** whether it was told to trust this Ravlo's authority; else its person goes on past the warning */
  readonly trusts: boolean;
  /** more of Chromium's arguments */
  readonly args?: readonly string[];
}

/**
 * A phone's browser: of its own, on the network. The machine's name leads to 127.0.0.2, so that the server takes it for another
 * device, as which it comes from another address and under another name.
 */
export async function openPhone(
  ravlo: RavloServer,
  { trusts, args = [] }: PhoneBrowserOptions,
): Promise<PhoneBrowser> {
  const home = await mkdtemp(path.join(tmpdir(), 'ravlo-phone-'));
  if (trusts) await trustAuthority(home, path.join(ravlo.dataDir, 'secure/authority.pem'));
  const { hostname } = new URL(ravlo.secureUrl);
  const context = await chromium.launchPersistentContext(path.join(home, 'browser'), {
    ...CHROMIUM,
    ...devices['Pixel 7'],
    args: [...CHROMIUM.args, `--host-resolver-rules=MAP ${hostname} 127.0.0.2`, ...args],
    env: { ...process.env, HOME: home } as Record<string, string>,
    locale: 'en-GB',
    timezoneId: 'Europe/Oslo',
    ignoreHTTPSErrors: !trusts,
  });
  return {
    context,
    async close() {
      await context.close();
      await rm(home, { recursive: true, force: true });
    },
  };
}

/** Chromium on Linux trusts what stands in its person's NSS database. */
async function trustAuthority(home: string, file: string): Promise<void> {
  const database = path.join(home, '.pki/nssdb');
  await mkdir(database, { recursive: true });
  const certutil = (...args: string[]) => execFileSync('certutil', ['-d', `sql:${database}`, ...args]);
  certutil('-N', '--empty-password');
  certutil('-A', '-t', 'C,,', '-n', 'Ravlo', '-i', file);
}

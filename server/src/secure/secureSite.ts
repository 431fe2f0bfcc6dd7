import { mkdir, readFile } from 'node:fs/promises';
import { createServer, type Server } from 'node:https';
import type { RequestListener } from 'node:http';
import path from 'node:path';
import { openAuthority, shortFingerprint } from './authority';
import { machineNames, type MachineNames } from './machineNames';
import type { Certified } from './certified';
import { siteCertificate } from './siteCertificate';

/** How often it is looked whether the machine has moved, or its certificate runs out, ms. */
const LOOK_EVERY = 60_000;

export interface SecureSite {
  /** this Ravlo's own authority; null where the certificate is one that browsers know */
  readonly authority: { readonly cert: string; readonly fingerprint: string } | null;
  /** what is good now */
  readonly current: () => Promise<Certified>;
}

/** A site with a certificate made elsewhere. @param files where it and its key lie */
export function knownSite(files: Certified): SecureSite {
  return {
    authority: null,
    current: async () => ({
      cert: await readFile(files.cert, 'utf8'),
      key: await readFile(files.key, 'utf8'),
    }),
  };
}

/** A site that makes its own, in a folder of the data. */
export async function ownSite(
  dataDir: string,
  names: () => MachineNames = machineNames,
): Promise<SecureSite> {
  const dir = path.join(dataDir, 'secure');
  await mkdir(dir, { recursive: true, mode: 0o700 });
  const authority = await openAuthority(dir);
  return {
    authority: { cert: authority.cert, fingerprint: shortFingerprint(authority.cert) },
    current: () => siteCertificate(dir, authority, names()),
  };
}

/**
 * Serves over https; a new certificate is taken up without anybody being cut off.
 *
 * @param lookEvery ms @default a minute
 */
export async function serveSecurely(
  site: SecureSite,
  app: RequestListener,
  onTrouble: (reason: unknown) => void,
  lookEvery = LOOK_EVERY,
): Promise<Server> {
  let shown = await site.current();
  const server = createServer(shown, app);
  let isLooking = false;
  const look = async () => {
    // Two at once would write over each other's files.
    if (isLooking) return;
    isLooking = true;
    try {
      const now = await site.current();
      if (now.cert !== shown.cert) server.setSecureContext((shown = now));
    } catch (reason) {
      onTrouble(reason);
    } finally {
      isLooking = false;
    }
  };
  const looking = setInterval(() => void look(), lookEvery);
  looking.unref();
  server.on('close', () => clearInterval(looking));
  return server;
}

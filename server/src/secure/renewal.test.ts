import { mkdtemp, rm } from 'node:fs/promises';
import { Agent, get, type Server } from 'node:https';
import type { IncomingMessage, ServerResponse } from 'node:http';
import type { AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import path from 'node:path';
import type { TLSSocket } from 'node:tls';
import { until } from '../../testing/until';
import type { MachineNames } from './machineNames';
import { ownSite, serveSecurely, type SecureSite } from './secureSite';

let dir = '';
let server: Server;
let site: SecureSite;
let names: MachineNames = { addresses: ['192.168.7.7'], names: ['attic.local'] };
/** an answer that goes on, like the stream of changes */
let open: ServerResponse | null = null;
const troubles: unknown[] = [];

beforeEach(async () => {
  dir = await mkdtemp(path.join(tmpdir(), 'ravlo-renewal-'));
  site = await ownSite(dir, () => names);
  const app = (request: IncomingMessage, response: ServerResponse) => {
    if (request.url === '/open') (open = response).write('begun ');
    else response.end('well');
  };
  server = await serveSecurely(site, app, (reason) => troubles.push(reason), 20);
  await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve));
});
afterEach(async () => {
  server.closeAllConnections();
  await new Promise((resolve) => server.close(resolve));
  await rm(dir, { recursive: true, force: true, maxRetries: 5 });
});

interface Visit {
  /** the addresses and names that the certificate is for */
  readonly certifiedFor: string;
  /** all that was answered, once it has ended */
  readonly said: Promise<string>;
}

/** A browser that trusts the authority opens a page; every visit is a connection of its own. */
function visit(page: string): Promise<Visit> {
  return new Promise((resolve, reject) => {
    const agent = new Agent({ keepAlive: false, maxCachedSessions: 0 });
    const { port } = server.address() as AddressInfo;
    const ca = site.authority!.cert;
    const check = { checkServerIdentity: () => undefined };
    get({ host: '127.0.0.1', port, path: page, ca, agent, ...check }, (answer) => {
      const certifiedFor = (answer.socket as TLSSocket).getPeerCertificate().subjectaltname ?? '';
      const said = new Promise<string>((end) => {
        let all = '';
        answer.on('data', (bytes: Buffer) => (all += bytes.toString()));
        answer.on('end', () => end(all));
      });
      resolve({ certifiedFor, said });
    }).on('error', reject);
  });
}

it('a machine that moves is certified under its new address at once, and nobody is cut off', async () => {
  expect((await visit('/')).certifiedFor).toContain('192.168.7.7');
  const going = await visit('/open');

  names = { addresses: ['10.0.0.9'], names: ['attic.local'] };
  await until(async () => (await visit('/')).certifiedFor.includes('10.0.0.9'));
  expect((await visit('/')).certifiedFor).not.toContain('192.168.7.7');

  // What was open before goes on over its own connection.
  open!.end('and ended');
  expect(await going.said).toBe('begun and ended');
  expect(troubles).toEqual([]);
});

it('where a new one cannot be made the old one goes on, and the trouble is told', async () => {
  const before = (await visit('/')).certifiedFor;
  await rm(path.join(dir, 'secure'), { recursive: true, force: true });
  names = { addresses: ['10.0.0.10'], names: [] };
  await until(() => troubles.length > 0);
  expect((await visit('/')).certifiedFor).toBe(before);
});

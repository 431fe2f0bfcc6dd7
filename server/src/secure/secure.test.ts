import { X509Certificate } from 'node:crypto';
import { copyFile, mkdtemp, rm, stat } from 'node:fs/promises';
import { createServer, get } from 'node:https';
import type { AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { openAuthority } from './authority';
import type { Certified } from './certified';
import { isAtHome } from './homeNetworks';
import { machineNames, type MachineNames } from './machineNames';
import { siteCertificate } from './siteCertificate';

const DAY = 24 * 3600_000;
const MACHINE: MachineNames = { addresses: ['192.168.7.7', 'fd00::7'], names: ['attic.local'] };

let dir = '';
let authority: Certified;
beforeEach(async () => {
  dir = await mkdtemp(path.join(tmpdir(), 'ravlo-secure-'));
  authority = await openAuthority(dir);
});
afterEach(() => rm(dir, { recursive: true, force: true }));

/** What a browser that trusts the authority says of a server that answers under a name. */
async function visit(as: string, site: { cert: string; key: string }, ca = authority.cert) {
  const server = createServer(site, (_request, response) => response.end('open'));
  await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve));
  const { port } = server.address() as AddressInfo;
  try {
    return await new Promise<string>((resolve) => {
      const asked = get(
        {
          host: '127.0.0.1',
          port,
          ca,
          servername: /^[\d.:]+$/.test(as) ? '' : as,
          checkServerIdentity: (_name, certificate) => {
            const seen = new X509Certificate(certificate.raw);
            return (seen.checkHost(as) ?? seen.checkIP(as)) ? undefined : new Error('another name');
          },
        },
        (answer) => {
          answer.resume();
          resolve('open');
        },
      );
      asked.on('error', (error: NodeJS.ErrnoException) => resolve(error.code ?? error.message));
    });
  } finally {
    server.closeAllConnections();
    await new Promise((resolve) => server.close(resolve));
  }
}

describe('the authority', () => {
  it('is made once, and its key is for nobody else to read', async () => {
    expect(await openAuthority(dir)).toEqual(authority);
    expect((await stat(path.join(dir, 'authority-key.pem'))).mode & 0o777).toBe(0o600);
    const { ca, subject } = new X509Certificate(authority.cert);
    expect(ca).toBe(true);
    expect(subject).toMatch(/CN=Ravlo on /);
  });

  it('is made anew in its last year', async () => {
    const later = await openAuthority(dir, () => Date.now() + 9.5 * 365 * DAY);
    expect(later.cert).not.toBe(authority.cert);
  });

  it('is made anew where its two files are of two pairs: the machine went off in between', async () => {
    const other = await mkdtemp(path.join(dir, 'other-'));
    await openAuthority(other);
    await copyFile(path.join(other, 'authority-key.pem'), path.join(dir, 'authority-key.pem'));
    const mended = await openAuthority(dir);
    expect(mended.cert).not.toBe(authority.cert);
    expect(await visit('attic.local', await siteCertificate(dir, mended, MACHINE), mended.cert)).toBe('open');
  });

  it('cannot speak for the world outside', async () => {
    const outside = await siteCertificate(dir, authority, { addresses: [], names: ['bank.example'] });
    expect(await visit('bank.example', outside)).not.toBe('open');
    expect(await visit('localhost', await siteCertificate(dir, authority, MACHINE))).toBe('open');
  });
});

describe('the certificate of the machine', () => {
  it('is good under each of its names for whoever trusts the authority, and for nobody else', async () => {
    const site = await siteCertificate(dir, authority, MACHINE);
    for (const name of ['192.168.7.7', 'fd00::7', 'attic.local', 'localhost'])
      expect([name, await visit(name, site)]).toEqual([name, 'open']);
    expect(await visit('192.168.7.8', site)).toBe('another name');
    const stranger = await openAuthority(await mkdtemp(path.join(dir, 'other-')));
    expect(await visit('attic.local', site, stranger.cert)).not.toBe('open');
  });

  it('is kept while it is good, and renewed when it runs out or the machine moves', async () => {
    const first = await siteCertificate(dir, authority, MACHINE);
    expect(await siteCertificate(dir, authority, MACHINE)).toEqual(first);
    const late = await siteCertificate(dir, authority, MACHINE, () => Date.now() + 160 * DAY);
    expect(late.cert).not.toBe(first.cert);
    const moved = await siteCertificate(dir, authority, { ...MACHINE, addresses: ['10.1.2.3'] });
    expect(new X509Certificate(moved.cert).checkIP('10.1.2.3')).toBe('10.1.2.3');
  });

  it('does not name addresses that the authority may not speak for', async () => {
    const { cert } = await siteCertificate(dir, authority, { addresses: ['203.0.113.9'], names: [] });
    expect(new X509Certificate(cert).checkIP('203.0.113.9')).toBeUndefined();
  });
});

test('addresses of a home are told from others', () => {
  expect(['10.0.0.1', '172.31.0.1', '192.168.1.1', 'fd12::1'].every(isAtHome)).toBe(true);
  expect(['172.32.0.1', '8.8.8.8', '2001:db8::1', 'attic'].some(isAtHome)).toBe(false);
});

test('the machine’s names are names and no loopback', () => {
  const { addresses, names } = machineNames();
  expect(addresses).not.toContain('127.0.0.1');
  for (const name of names) expect(name).toMatch(/^[a-z0-9.-]+$/);
});

import { spawn } from 'node:child_process';
import { createHash } from 'node:crypto';
import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import type { OpenPacket, Page, UploadFacts } from '@ravlo/contract';

const root = path.join(__dirname, '../..');
const realFetch = globalThis.fetch;
const PHOTO = readFileSync(path.join(root, 'demo/photos/harbour-pencil.jpg'));

/** What stands between a window and the server: well, away, or something that goes wrong. */
export type Line = (request: Request, send: () => Promise<Response>) => Promise<Response>;

export const WELL: Line = (_request, send) => send();
export const AWAY: Line = () => Promise.reject(new TypeError('Failed to fetch'));
const html = (status: number) => () =>
  Promise.resolve(
    new Response('<html><h1>Bad gateway</h1></html>', { status, headers: { 'content-type': 'text/html' } }),
  );
/** A machine in between answers in the server's place. */
export const PROXY_ERROR: Line = html(502);
/** The server does what it is asked, and its answer is lost. */
export const LOST_ANSWERS: Line = async (_request, send) => {
  await send();
  throw new TypeError('Failed to fetch');
};

/** The real server, as a process of its own on data of its own; whatever this page fetches goes to it. */
async function openRealServer() {
  const dataDir = mkdtempSync(path.join(tmpdir(), 'ravlo-client-'));
  const child = spawn(process.execPath, ['--import', 'tsx', 'server/src/main.ts'], {
    cwd: root,
    env: { ...process.env, NODE_ENV: 'production', PORT: '0', RAVLO_DATA: dataDir, RAVLO_DEMO: 'off' },
    stdio: ['ignore', 'pipe', 'inherit'],
  });
  const url = await new Promise<string>((resolve, reject) => {
    let said = '';
    child.stdout.on('data', (bytes: Buffer) => {
      said += bytes.toString();
      const address = /http:\/\/localhost:\d+/.exec(said);
      if (address) resolve(address[0]);
    });
    child.once('exit', (code) => reject(new Error(`The server ended with ${code}: ${said}`)));
  });
  let line: Line = WELL;
  const sent: Request[] = [];
  const send = async (request: Request): Promise<Response> => {
    const { pathname, search } = new URL(request.url);
    const body = request.method === 'GET' ? undefined : Buffer.from(await request.arrayBuffer());
    return realFetch(new URL(pathname + search, url), {
      method: request.method,
      headers: request.headers,
      body,
    });
  };
  globalThis.fetch = async (input, init) => {
    const request =
      input instanceof Request ? input : new Request(new URL(String(input), 'http://localhost'), init);
    sent.push(request.clone());
    return line(request, () => send(request));
  };
  async function ask(method: string, address: string, body?: unknown): Promise<unknown> {
    const response = await realFetch(`${url}/api/${address}`, {
      method,
      headers: { 'content-type': 'application/json' },
      body: body === undefined ? undefined : JSON.stringify(body),
    });
    if (!response.ok) throw new Error(`${method} ${address}: ${response.status} ${await response.text()}`);
    return response.status === 204 ? null : response.json();
  }

  /** Sends a photo the short way: all bytes with the first request. */
  async function sendPhoto(
    facts: Pick<UploadFacts, 'packetId' | 'clientKey'> & Partial<UploadFacts>,
    bytes: Uint8Array,
  ): Promise<unknown> {
    const sha256 = createHash('sha256').update(bytes).digest('hex');
    const metadata = Object.entries({ name: `${facts.clientKey}.jpg`, ...facts, sha256 })
      .flatMap(([name, value]) => (value === undefined ? [] : [[name, String(value)] as const]))
      .map(([name, value]) => `${name} ${Buffer.from(value).toString('base64')}`)
      .join(',');
    const response = await realFetch(`${url}/api/uploads`, {
      method: 'POST',
      headers: {
        'Tus-Resumable': '1.0.0',
        'Content-Type': 'application/offset+octet-stream',
        'Upload-Length': String(bytes.length),
        'Upload-Metadata': metadata,
      },
      body: Uint8Array.from(bytes),
    });
    return response.json();
  }

  let photos = 0;
  /** Sends one more photo into a packet, as a new page. */
  const addPage = async (packetId: string) =>
    (await sendPhoto({ packetId, clientKey: `photo-in-packet-${++photos}` }, PHOTO)) as Page;
  return {
    /** requests that were made, in order */
    sent,
    setLine: (next: Line) => (line = next),
    /** asks the server itself, whatever stands in between for the others */
    ask,
    /** A packet of so many pages of one photo. @returns its id */
    async newPacket(pages: number, name?: string): Promise<string> {
      const { id } = (await ask('POST', 'packets', { name })) as OpenPacket;
      const first = await addPage(id);
      for (let k = 1; k < pages; k++) await ask('POST', `pages/${first.id}/copy`, {});
      return id;
    },
    addPage,
    sendPhoto,
    async close() {
      const ended = new Promise((resolve) => child.once('exit', resolve));
      child.kill('SIGKILL');
      await ended;
      globalThis.fetch = realFetch;
      rmSync(dataDir, { recursive: true, force: true });
    },
  };
}

export type RealServer = Awaited<ReturnType<typeof openRealServer>>;

/** A server for all tests of a file: it is well again after each. What it can do is there once the tests run. */
export function realServerForTests(): RealServer {
  const server = {} as RealServer;
  beforeAll(async () => void Object.assign(server, await openRealServer()));
  afterAll(() => server.close());
  afterEach(() => void server.setLine(WELL));
  return server;
}

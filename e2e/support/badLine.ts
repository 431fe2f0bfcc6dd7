import { createServer, request, type IncomingMessage, type ServerResponse } from 'node:http';
import type { AddressInfo } from 'node:net';

/** What goes wrong between a browser and the server. */
export type BadLineKind = '502 HTML' | '503' | '429' | 'dropped connections' | 'cut answers';

/** A machine between the browser and the server that can be told to go wrong. */
export interface BadLine {
  readonly url: string;
  /** from now on this goes wrong with whatever matches; null: nothing does */
  set(kind: BadLineKind | null): void;
  close(): Promise<void>;
}

/**
 * @param target where the server is
 * @param pattern addresses that things go wrong with
 */
export async function openBadLine(target: () => string, pattern: RegExp): Promise<BadLine> {
  let kind: BadLineKind | null = null;

  function refuse(from: IncomingMessage, to: ServerResponse, status: number): void {
    from.resume();
    from.on('end', () =>
      to
        .writeHead(status, { 'content-type': 'text/html', 'retry-after': '1' })
        .end('<html><body><h1>Try again later</h1></body></html>'),
    );
  }

  const server = createServer((from, to) => {
    const now = pattern.test(from.url ?? '') ? kind : null;
    if (now === '502 HTML') return refuse(from, to, 502);
    if (now === '503') return refuse(from, to, 503);
    if (now === '429') return refuse(from, to, 429);
    const { hostname, port } = new URL(target());
    const onward = request(
      { hostname, port, method: from.method, path: from.url, headers: from.headers },
      (answer) => {
        to.writeHead(answer.statusCode ?? 500, answer.headers);
        if (now === 'cut answers') {
          answer.once('data', (bytes: Buffer) => {
            to.write(bytes.subarray(0, Math.floor(bytes.length / 2)), () => to.destroy());
          });
          answer.once('end', () => to.destroy());
        } else {
          answer.pipe(to);
        }
      },
    );
    onward.on('error', () => to.destroy());
    if (now === 'dropped connections') {
      // Some of the bytes get through, and then the line is dead.
      from.once('data', (bytes: Buffer) => {
        onward.write(bytes.subarray(0, Math.floor(bytes.length / 2)));
        from.destroy();
        onward.destroy();
      });
      from.once('end', () => {
        from.destroy();
        onward.destroy();
      });
      return;
    }
    from.pipe(onward);
  });
  await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve));
  const { port } = server.address() as AddressInfo;
  return {
    url: `http://localhost:${port}`,
    set: (next) => (kind = next),
    async close() {
      server.closeAllConnections();
      await new Promise((resolve) => server.close(resolve));
    },
  };
}

import { createHash, randomUUID } from 'node:crypto';
import { createWriteStream } from 'node:fs';
import { mkdir, open, rename, rm } from 'node:fs/promises';
import type { AddressInfo } from 'node:net';
import path from 'node:path';
import { pipeline } from 'node:stream/promises';
import { SMTPServer, type SMTPServerDataStream } from 'smtp-server';
import { syncToDisk } from '../store/disk';

/**
 * A mail server that delivers nothing: it takes messages over SMTP on loopback, and keeps each as it came, a standard .eml file
 * in the data folder. It begins to listen when the first message is sent.
 */
export interface StandIn {
  /** where it listens, "smtp://127.0.0.1:PORT" */
  url(): Promise<string>;
  /** the file of a message that came in; there is none where it has not */
  received(messageId: string): string;
  close(): Promise<void>;
}

/** More is refused, bytes. */
const MOST_MESSAGE_BYTES = 40 * 1024 * 1024;
/** A header ends within so many bytes, or the message has no id. */
const MOST_HEADER_BYTES = 64 * 1024;

export async function openStandIn(dataDir: string): Promise<StandIn> {
  const folder = path.join(dataDir, 'mail', 'received');
  await mkdir(folder, { recursive: true });
  const received = (messageId: string) =>
    path.join(folder, `${createHash('sha256').update(messageId).digest('hex').slice(0, 32)}.eml`);

  async function keep(stream: SMTPServerDataStream): Promise<void> {
    const coming = path.join(folder, `${randomUUID()}.coming`);
    try {
      await pipeline(stream, createWriteStream(coming, { flags: 'wx' }));
      if (stream.sizeExceeded)
        throw Object.assign(new Error('The message is too big'), { responseCode: 552 });
      await syncToDisk(coming);
      // The same message again (an answer was lost) takes the same place.
      await rename(coming, received(await messageIdOf(coming)));
      await syncToDisk(folder);
    } finally {
      await rm(coming, { force: true });
    }
  }

  let listening: Promise<{ server: SMTPServer; url: string }> | null = null;
  const listen = () =>
    new Promise<{ server: SMTPServer; url: string }>((resolve, reject) => {
      const server = new SMTPServer({
        ...{ authOptional: true, disabledCommands: ['AUTH', 'STARTTLS'], disableReverseLookup: true },
        ...{ size: MOST_MESSAGE_BYTES, banner: 'A stand-in: nothing leaves this computer', logger: false },
        onData(stream, _session, done) {
          keep(stream).then(
            () => done(),
            (error: unknown) => done(error instanceof Error ? error : new Error(String(error))),
          );
        },
      });
      server.once('error', reject);
      server.listen(0, '127.0.0.1', () => {
        server.removeListener('error', reject);
        // A client that breaks off is its own trouble.
        server.on('error', () => undefined);
        const { port } = server.server.address() as AddressInfo;
        resolve({ server, url: `smtp://127.0.0.1:${port}` });
      });
    });

  return {
    received,
    async url() {
      listening ??= listen();
      return (await listening).url;
    },
    async close() {
      const open = await listening;
      listening = null;
      if (open) await new Promise<void>((resolve) => open.server.close(resolve));
    },
  };
}

async function messageIdOf(place: string): Promise<string> {
  const file = await open(place, 'r');
  try {
    const { buffer, bytesRead } = await file.read({ buffer: Buffer.alloc(MOST_HEADER_BYTES), position: 0 });
    const [header = ''] = buffer.toString('latin1', 0, bytesRead).split('\r\n\r\n');
    const [, id] = /^message-id:\s*(<[^>\r\n]+>)/im.exec(header) ?? [];
    return id ?? `<${randomUUID()}@no-id>`;
  } finally {
    await file.close();
  }
}

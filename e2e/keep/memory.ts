import { readFileSync } from 'node:fs';
import sharp from 'sharp';
import { apiClient } from '../support/apiClient';
import { startRavlo } from '../support/ravloServer';
import { say } from '../support/figures';

const AT_ONCE = 8;
const SIDE = 8000;

/** Bytes that a process holds in memory. */
const residentOf = (pid: number) =>
  Number(/VmRSS:\s+(\d+)/.exec(readFileSync(`/proc/${pid}/status`, 'utf8'))?.[1] ?? 0) * 1024;

/** The largest pictures of every kind, eight of them at once. */
export async function memory(): Promise<void> {
  const blank = () =>
    sharp({
      create: { width: SIDE, height: SIDE, channels: 3, background: '#d8d4c8' },
      limitInputPixels: false,
    });
  const files: [string, Buffer][] = [
    ['JPEG', await blank().jpeg().toBuffer()],
    ['JPEG, progressive', await blank().jpeg({ progressive: true }).toBuffer()],
    [
      'JPEG, progressive 4:4:4',
      await blank().jpeg({ progressive: true, chromaSubsampling: '4:4:4' }).toBuffer(),
    ],
    ['PNG', await blank().png().toBuffer()],
    ['PNG, 16 bits', await blank().toColourspace('rgb16').png().toBuffer()],
    ['PNG, interlaced', await blank().png({ progressive: true }).toBuffer()],
    ['PNG, 16 bits, interlaced', await blank().toColourspace('rgb16').png({ progressive: true }).toBuffer()],
    ['WebP', await blank().webp({ effort: 0 }).toBuffer()],
    ['WebP, lossless', await blank().webp({ effort: 0, lossless: true }).toBuffer()],
  ];
  for (const [kind, bytes] of files) {
    const server = await startRavlo({ demo: false });
    try {
      const api = apiClient(() => server.url);
      const packetId = await api.newPacket();
      const before = residentOf(server.pid);
      let most = before;
      const timer = setInterval(() => (most = Math.max(most, residentOf(server.pid))), 20);
      const answers = await Promise.all(
        Array.from({ length: AT_ONCE }, (_, k) => api.sendPhoto(packetId, `memory-key-${k}`, bytes)),
      );
      clearInterval(timer);
      const grown = ((most - before) / 1e6).toFixed(0);
      say(
        `${AT_ONCE} at once, 64 megapixels, ${kind}: answers, memory of the server`,
        `${[...new Set(answers.map(({ status }) => status))].join(', ')}, +${grown} MB`,
      );
    } finally {
      await server.remove();
    }
  }
}

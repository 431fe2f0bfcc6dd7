import { readFile } from 'node:fs/promises';
import path from 'node:path';
import { z } from 'zod';
import { inspectPhoto } from '../store/inspectPhoto';
import type { PersonStore } from '../store/personStore';
import type { PhotoFiles } from '../store/photoFiles';

const demoSchema = z.object({
  packets: z.array(z.object({ name: z.string(), photos: z.array(z.string()) })),
});

/** Puts the demo packets on an empty shelf, by the same road that a person's photos take. */
export async function loadDemo(
  dir: string,
  { packets, pages }: PersonStore,
  files: PhotoFiles,
): Promise<number> {
  if ((await packets.shelf()).packets.length > 0) return 0;
  const demo = demoSchema.parse(JSON.parse(await readFile(path.join(dir, 'packets.json'), 'utf8')));
  for (const { name, photos } of demo.packets) {
    const packet = await packets.create(name);
    for (const [index, photoName] of photos.entries()) {
      const file = path.join(dir, 'photos', photoName);
      const facts = await inspectPhoto(file, photoName);
      await files.keeping(file, null, (sha256) =>
        pages.add(packet.id, {
          photo: { ...facts, sha256 },
          photoName,
          clientKey: `demo-${index}-${photoName}`,
        }),
      );
    }
  }
  return demo.packets.length;
}

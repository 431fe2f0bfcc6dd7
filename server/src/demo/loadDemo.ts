import { copyFile, readFile } from 'node:fs/promises';
import path from 'node:path';
import { z } from 'zod';
import { inspectPhoto } from '../store/inspectPhoto';
import type { PacketStore } from '../store/packets';
import type { PhotoFiles } from '../store/photoFiles';

const demoSchema = z.object({
  packets: z.array(z.object({ name: z.string(), photos: z.array(z.string()) })),
});

/** Puts the demo packets on an empty shelf, by the same road that a person's photos take. */
export async function loadDemo(dir: string, packets: PacketStore, files: PhotoFiles): Promise<number> {
  if ((await packets.list()).length > 0) return 0;
  const demo = demoSchema.parse(JSON.parse(await readFile(path.join(dir, 'packets.json'), 'utf8')));
  for (const { name, photos } of demo.packets) {
    const packet = await packets.create(name);
    for (const [index, photoName] of photos.entries()) {
      const incoming = path.join(files.incoming, `demo-${index}`);
      await copyFile(path.join(dir, 'photos', photoName), incoming);
      const facts = await inspectPhoto(incoming, photoName);
      const sha256 = await files.keep(incoming);
      await packets.addPage(packet.id, {
        photo: { ...facts, sha256 },
        photoName,
        clientKey: `demo-${index}-${photoName}`,
      });
    }
  }
  return demo.packets.length;
}

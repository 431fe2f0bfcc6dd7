import { mkdirSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { fileURLToPath } from 'node:url';
import { DEMO_PACKETS } from './demoScenes';
import { saveScene } from './saveScene';

// Draws the committed demo photos anew: npm run demo:draw
const dir = fileURLToPath(new URL('../../demo', import.meta.url));
mkdirSync(path.join(dir, 'photos'), { recursive: true });
const truths: Record<string, unknown> = {};
for (const { photos } of DEMO_PACKETS) {
  for (const { file, scene } of photos) {
    const truth = await saveScene(scene, path.join(dir, 'photos'), path.parse(file).name, { truth: false });
    truths[file] = truth;
  }
}
const packets = DEMO_PACKETS.map(({ name, photos }) => ({ name, photos: photos.map(({ file }) => file) }));
writeFileSync(path.join(dir, 'packets.json'), `${JSON.stringify({ packets }, null, 2)}\n`);
writeFileSync(path.join(dir, 'truth.json'), `${JSON.stringify(truths, null, 2)}\n`);

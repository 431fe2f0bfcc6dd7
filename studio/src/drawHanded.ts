import { mkdirSync } from 'node:fs';
import path from 'node:path';
import { HANDED_WORKS } from './handedScenes';
import { saveScene } from './saveScene';

// Draws the photos of the works that the demo's other students have handed over; see npm run demo:handed
const [dir] = process.argv.slice(2);
if (!dir) throw new Error('Into which folder?');
for (const { file, scenes } of HANDED_WORKS) {
  const folder = path.join(dir, file);
  mkdirSync(folder, { recursive: true });
  for (const [i, scene] of scenes.entries())
    await saveScene(scene, folder, `page-${i + 1}`, { truth: false });
}

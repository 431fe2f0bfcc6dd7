import { existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { saveScene, sceneFromSeed, type Truth } from '@ravlo/studio';

/** A drawn photo with its truth. */
export interface MeasuredScene {
  readonly file: string;
  readonly truth: Truth;
}

export interface SceneSetOptions {
  readonly count: number;
  readonly seed: number;
  /** photo pixels, longer side */
  readonly longSide: number;
  /** kept between runs: drawing forty photos takes minutes */
  readonly dir: string;
}

/** Draws the scenes that are not there yet and returns all of them. */
export async function sceneSet({ count, seed, longSide, dir }: SceneSetOptions): Promise<MeasuredScene[]> {
  mkdirSync(dir, { recursive: true });
  const size = { width: Math.round(longSide * 0.75), height: longSide };
  const scenes: MeasuredScene[] = [];
  for (let k = 0; k < count; k++) {
    const name = `scene-${seed + k}`;
    const truthFile = path.join(dir, `${name}.json`);
    if (!existsSync(truthFile)) {
      process.stderr.write(`drawing ${name} (${k + 1} of ${count})\n`);
      const truth = await saveScene(sceneFromSeed(seed + k, size), dir, name, { truth: true });
      writeFileSync(truthFile, `${JSON.stringify(truth)}\n`);
    }
    scenes.push({
      file: path.join(dir, `${name}.jpg`),
      truth: JSON.parse(readFileSync(truthFile, 'utf8')) as Truth,
    });
  }
  return scenes;
}

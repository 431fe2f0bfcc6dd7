import { spawn } from 'node:child_process';
import { createHash } from 'node:crypto';
import { existsSync, mkdirSync, readdirSync, readFileSync } from 'node:fs';
import { availableParallelism } from 'node:os';
import path from 'node:path';
import { fileURLToPath } from 'node:url';
import type { Truth } from '@ravlo/studio';

/** A drawn photo with its truth. */
export interface MeasuredScene {
  readonly name: string;
  readonly file: string;
  readonly truth: Truth;
}

export interface SceneSetOptions {
  readonly count: number;
  readonly seed: number;
  /** photo pixels, longer side */
  readonly longSide: number;
  /** kept between runs: drawing takes a while */
  readonly dir: string;
}

const root = fileURLToPath(new URL('../..', import.meta.url));

/** Draws the scenes that are not there yet, as many at a time as there are processors, and returns all of them. */
export async function sceneSet({ count, seed, longSide, dir }: SceneSetOptions): Promise<MeasuredScene[]> {
  const place = path.join(dir, studioEdition(), String(longSide));
  mkdirSync(place, { recursive: true });
  const scenes = Array.from({ length: count }, (_, k) => {
    const name = `scene-${seed + k}`;
    return {
      name,
      seed: seed + k,
      file: path.join(place, `${name}.jpg`),
      truth: path.join(place, `${name}.json`),
    };
  });
  const missing = scenes.filter(({ file, truth }) => !existsSync(truth) || !existsSync(file));
  if (missing.length > 0) process.stderr.write(`drawing ${missing.length} photos of ${longSide} px\n`);
  const runs = runsOf(missing.map((scene) => scene.seed));
  const drawSome = async (): Promise<void> => {
    for (let run = runs.shift(); run; run = runs.shift()) await draw(run, longSide, place);
  };
  await Promise.all(Array.from({ length: availableParallelism() }, drawSome));
  return scenes.map(({ name, file, truth }) => ({
    name,
    file,
    truth: JSON.parse(readFileSync(truth, 'utf8')) as Truth,
  }));
}

/** What these say does not show in a photo of a seed. */
const NOT_IN_PHOTOS = new Set([
  'main.ts',
  'index.ts',
  'demoScenes.ts',
  'drawDemo.ts',
  'drawPractice.ts',
  'pageTruth.ts',
  'cleanScenes.ts',
]);

/** A name for the studio as it is now: photos of an older one are not measured by mistake. */
function studioEdition(): string {
  const sources = path.join(root, 'studio/src');
  const hash = createHash('sha256');
  for (const file of readdirSync(sources).sort()) {
    if (file.endsWith('.ts') && !file.endsWith('.test.ts') && !NOT_IN_PHOTOS.has(file))
      hash.update(readFileSync(path.join(sources, file)));
  }
  return hash.digest('hex').slice(0, 8);
}

interface Run {
  readonly seed: number;
  count: number;
}

const MOST_IN_RUN = 12;

/** Seeds that follow each other, a few at a time: starting a process for each photo would cost more than drawing. */
function runsOf(seeds: readonly number[]): Run[] {
  const runs: Run[] = [];
  for (const seed of seeds) {
    const last = runs[runs.length - 1];
    if (last && last.seed + last.count === seed && last.count < MOST_IN_RUN) last.count++;
    else runs.push({ seed, count: 1 });
  }
  return runs;
}

function draw({ seed, count }: Run, longSide: number, dir: string): Promise<void> {
  const args = ['studio/src/main.ts', '--count', count, '--seed', seed, '--long-side', longSide, '--out'];
  const child = spawn(process.execPath, ['--import', 'tsx', ...args.map(String), path.resolve(dir)], {
    cwd: root,
    stdio: ['ignore', 'ignore', 'inherit'],
  });
  return new Promise((resolve, reject) => {
    child.on('error', reject);
    child.on('exit', (code) => (code === 0 ? resolve() : reject(new Error(`studio ended with ${code}`))));
  });
}

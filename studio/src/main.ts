import { mkdirSync } from 'node:fs';
import { Command, InvalidArgumentError, Option } from 'commander';
import { saveScene } from './saveScene';
import { bareDesk, CATEGORIES, sceneFromSeed, sceneOf, type Category } from './categories';

const whole = (text: string): number => {
  const value = Number(text);
  if (!Number.isInteger(value) || value < 0) throw new InvalidArgumentError('a whole number is needed');
  return value;
};

const options = new Command('studio')
  .description('Photographs made-up handwritten sheets, each with its truth beside it.')
  .requiredOption('--count <n>', 'how many photos', whole)
  .option('--seed <n>', 'the first seed; photo k has seed + k', whole, 1)
  .option('--long-side <px>', 'photo size, longer side (3:4)', whole, 4032)
  .addOption(new Option('--category <name>', 'this kind of trouble only').choices([...CATEGORIES]))
  .option('--bare', 'without a sheet')
  .requiredOption('--out <dir>', 'where to put them')
  .parse()
  .opts<{
    count: number;
    seed: number;
    longSide: number;
    category?: Category;
    bare?: boolean;
    out: string;
  }>();

mkdirSync(options.out, { recursive: true });
const size = { width: Math.round(options.longSide * 0.75), height: options.longSide };
const plan = (seed: number) => {
  if (options.bare) return bareDesk(seed, size);
  return options.category ? sceneOf(options.category, seed, size) : sceneFromSeed(seed, size);
};
for (let k = 0; k < options.count; k++) {
  const seed = options.seed + k;
  const scene = plan(seed);
  const truth = await saveScene(scene, options.out, `scene-${seed}`, { truth: true });
  process.stdout.write(`${JSON.stringify({ file: `scene-${seed}.jpg`, ...truth })}\n`);
}

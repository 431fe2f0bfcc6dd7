import { readdirSync, readFileSync } from 'node:fs';
import path from 'node:path';
import { Command } from 'commander';
import { decodePhoto } from '@ravlo/codec';
import { flatten, turnQuarter } from '@ravlo/core';
import { uprightVotes, weighVotes, type UprightVotes } from '@ravlo/core/inside';
import type { Truth } from '@ravlo/studio';
import { printTable } from '../table';

/*
 * Prints how often the upright turn is right, and how often wrong though sure, for several weights of its two votes, on
 * drawn photos that the net was not trained on: node --import tsx measure/src/train/fitUpright.ts --dir DIR
 */
const { dir } = new Command()
  .requiredOption('--dir <dir>', 'drawn photos with their truth')
  .parse()
  .opts<{ dir: string }>();

const LEAST_LINES = 5;
const SURE = 0.9;

const TURNS = [0, 90, 180, 270] as const;

const pages: { readonly votes: UprightVotes; readonly wanted: number }[] = [];
for (const name of readdirSync(dir).filter((file) => file.endsWith('.json'))) {
  const truth = JSON.parse(readFileSync(path.join(dir, name), 'utf8')) as Truth;
  if (truth.lines < LEAST_LINES || truth.category === 'bare-desk') continue;
  const { image } = await decodePhoto(path.join(dir, name.replace('.json', '.jpg')));
  // From its own top left: the page comes out upright, whichever way it lies in the photo. It is laid in all four ways then.
  const page = flatten(image, truth.corners, { dpi: 100, longSide: 1170 }).image;
  for (const turn of TURNS) {
    pages.push({ votes: uprightVotes(turnQuarter(page, turn)), wanted: (360 - turn) % 360 });
  }
}

const rows = [['letters', 'layout', 'right', 'surer than 0.9', 'of these wrong']];
for (const letters of [0.05, 0.1, 0.15, 0.2, 0.3]) {
  for (const layout of [0, 0.25, 0.5, 0.75, 1]) {
    const found = pages.map(({ votes, wanted }) => {
      const { turn, confidence } = weighVotes(votes, { letters, layout });
      return { isRight: turn === wanted, confidence };
    });
    const sure = found.filter(({ confidence }) => confidence > SURE);
    const right = found.filter(({ isRight }) => isRight).length;
    const wrong = sure.filter(({ isRight }) => !isRight).length;
    rows.push([
      String(letters),
      String(layout),
      `${((100 * right) / pages.length).toFixed(1)} %`,
      String(sure.length),
      String(wrong),
    ]);
  }
}
process.stdout.write(`${pages.length} pages\n\n`);
printTable(rows);

// Facts of graded pages beside how much of their print a reading program gets: one JSON line a page.
import { Command } from 'commander';
import { existsSync, readFileSync, writeFileSync } from 'node:fs';
import { clean, inkMapOf } from '@ravlo/core';
import { pageFacts } from '@ravlo/core/inside';
import { cleanPageNames, readCleanPage } from './cleanPages';
import { readShare } from './readability';

const { dir } = new Command('gradePages')
  .option('--dir <dir>', 'graded pages', 'out/clean/graded')
  .parse()
  .opts<{ dir: string }>();

const QUESTION = 'What does this mark tell you, and how is it lit?';

for (const name of cleanPageNames(dir)) {
  const truth = await readCleanPage(name);
  const questions = truth.lines.slice(1).map(() => QUESTION);
  const words = `${truth.lines[0]} ${questions.join(' ')}`.toLowerCase().match(/[a-z]{3,}/g) ?? [];
  const file = `${name}.read`;
  if (!existsSync(file)) writeFileSync(file, String(await readShare(clean(truth.page, 'daylight'), words)));
  const read = Number(readFileSync(file, 'utf8'));
  const facts = pageFacts(inkMapOf(truth.page));
  process.stdout.write(
    `${JSON.stringify({ name: truth.name, kind: truth.kind, read, photoScale: truth.photoScale, ...facts })}\n`,
  );
}

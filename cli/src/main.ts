import { Command, CommanderError, InvalidArgumentError, Option } from 'commander';
import { isConvex, LOOKS, PAGE_DPI, PAPER_CHOICES, type Quad } from '@ravlo/core';
import { check } from './check';
import { find } from './find';
import { page, type PageOptions } from './page';
import { pdf, type PdfOptions } from './pdf';

function parseCorners(text: string): Quad {
  const n = text.split(',').map(Number);
  if (n.length !== 8 || n.some((value) => !Number.isFinite(value))) {
    throw new InvalidArgumentError('Eight numbers are needed: x1,y1,x2,y2,x3,y3,x4,y4.');
  }
  const quad: Quad = [
    [n[0], n[1]],
    [n[2], n[3]],
    [n[4], n[5]],
    [n[6], n[7]],
  ];
  if (!isConvex(quad)) throw new InvalidArgumentError('They must run clockwise from the top left.');
  return quad;
}

function parsePositive(text: string): number {
  const value = Number(text);
  if (!Number.isInteger(value) || value < 1)
    throw new InvalidArgumentError('A positive whole number is needed.');
  return value;
}

function parseDpi(text: string): number {
  const dpi = parsePositive(text);
  if (dpi < 20 || dpi > 600) throw new InvalidArgumentError('From 20 to 600.');
  return dpi;
}

const lookOption = () =>
  new Option('--look <name>', 'how the page is cleaned').choices([...LOOKS, 'auto']).default('auto');

const program = new Command('ravlo')
  .description('Handwritten pages on a desk into one clean PDF.')
  .exitOverride()
  .configureOutput({ writeOut: (text) => process.stderr.write(text) });

program
  .command('find')
  .description('find the sheet in each photo')
  .argument('<photo...>')
  .action((photos: string[]) => find(photos));

program
  .command('page')
  .description('make one photo into one flat, clean page')
  .argument('<photo>')
  .requiredOption('-o, --output <png>', 'where to write the page')
  .option('--corners <numbers>', 'x1,y1,...,x4,y4 in photo pixels, clockwise from the top left', parseCorners)
  .addOption(lookOption())
  .option('--dpi <number>', 'dots an inch', parseDpi, PAGE_DPI)
  .addOption(
    new Option('--rules <how>', 'what becomes of printed rules and squares')
      .choices(['quiet', 'faded', 'kept'])
      .default('quiet'),
  )
  .action((photo: string, options: PageOptions) => page(photo, options));

program
  .command('pdf')
  .description('make all photos into one PDF, a page a sheet')
  .argument('<photo...>')
  .requiredOption('-o, --output <pdf>', 'where to write the PDF')
  .addOption(lookOption())
  .addOption(
    new Option('--paper <name>', 'what the pages are cut to').choices([...PAPER_CHOICES]).default('a4'),
  )
  .option('--max-bytes <number>', 'make it no larger than this', parsePositive)
  .option('--jpeg', 'every page one JPEG: larger, and softer')
  .option('--title <text>', 'the title inside the PDF', 'Pages')
  .action((photos: string[], options: PdfOptions) => pdf(photos, options));

program
  .command('check')
  .description('say of each photo whether its writing can be read')
  .argument('<photo...>')
  .action((photos: string[]) => check(photos));

try {
  await program.parseAsync();
} catch (error) {
  if (error instanceof CommanderError) {
    process.exitCode = error.exitCode === 0 ? 0 : 2;
  } else {
    process.stderr.write(`${error instanceof Error ? error.message : String(error)}\n`);
    process.exitCode = 1;
  }
}

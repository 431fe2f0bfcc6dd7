import { Command, CommanderError, InvalidArgumentError, Option } from 'commander';
import { isConvex, LOOKS, MARGIN_CHOICES, PAGE_DPI, PAPER_CHOICES, type Quad } from '@ravlo/core';
import { archive, type ArchiveOptions } from './archive';
import { check } from './check';
import { find } from './find';
import { page, type PageOptions } from './page';
import { pdf, type PdfOptions } from './pdf';
import { PICTURE_KINDS } from './pictures';
import { receipt, type ReceiptOptions } from './receipt';

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
  .description('make photos into one PDF; folders and archives into one each')
  .argument('<source...>', 'photos, or folders of photos and Ravlo archives (.zip)')
  .requiredOption('-o, --output <pdf>', 'where to write it; a folder for several')
  .addOption(new Option('--look <name>', 'how the pages are cleaned').choices([...LOOKS, 'auto']))
  .addOption(new Option('--paper <name>', 'what the pages are cut to').choices([...PAPER_CHOICES]))
  .addOption(new Option('--margin <name>', 'white around the pages').choices([...MARGIN_CHOICES]))
  .option('--upright', 'landscape pages on portrait paper too')
  .option('--max-bytes <number>', 'make it no larger than this', parsePositive)
  .option('--name <text>', 'the file’s name, where the output is a folder')
  .option('--title <text>', 'the title inside the PDF')
  .option('--author <text>', 'whose work it is')
  .option('--language <tag>', 'of what is written, as en or nb')
  .option('--jpeg', 'every page one JPEG: larger, and softer')
  .addOption(new Option('--pictures <kind>', 'single pictures in one zip').choices([...PICTURE_KINDS]))
  .action((sources: string[], { upright, ...options }: PdfOptions & { upright?: boolean }) =>
    pdf(sources, { ...options, isUpright: upright }),
  );

program
  .command('archive')
  .description('keep photos and what is found in them as one Ravlo archive')
  .argument('<source...>', 'photos, or one folder')
  .requiredOption('-o, --output <zip>', 'where to write it')
  .option('--name <text>', 'the packet’s name')
  .action((sources: string[], options: ArchiveOptions) => archive(sources, options));

program
  .command('check')
  .description('say of each photo whether its writing can be read')
  .argument('<photo...>')
  .action((photos: string[]) => check(photos));

program
  .command('receipt')
  .description('say whether a receipt is true, and whether a PDF is the one that it is about')
  .argument('<receipt>', 'the JSON file that was saved')
  .argument('[pdf]')
  .option('--desk <file>', 'the desk’s public key; else that of the data folder')
  .action((file: string, pdf: string | undefined, options: ReceiptOptions) => receipt(file, pdf, options));

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

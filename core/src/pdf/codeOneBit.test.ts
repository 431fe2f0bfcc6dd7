import { spawnSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { PDFDocument } from '@cantoo/pdf-lib';
import fc from 'fast-check';
import sharp from 'sharp';
import { decodeOneBit } from '../../testing/decodeOneBit';
import { kernels } from '../kernels/kernels';
import { codeOneBit, codePlainly, codeQuickly, type OneBit } from './codeOneBit';
import { drawCodedPage } from './drawCodedPage';

/** Strokes, empty rows and single dots, as pages have them. */
const picture = fc
  .record({
    width: fc.integer({ min: 1, max: 70 }),
    height: fc.integer({ min: 1, max: 50 }),
    seed: fc.integer(),
    density: fc.constantFrom(0, 0.02, 0.5, 1),
    bars: fc.array(fc.tuple(fc.nat(69), fc.nat(49), fc.nat(30), fc.nat(6)), { maxLength: 4 }),
  })
  .map(({ width, height, seed, density, bars }): OneBit => {
    let state = seed | 1;
    const chance = () => {
      state = (Math.imul(state, 1103515245) + 12345) >>> 0;
      return state / 2 ** 32;
    };
    const data = Uint8Array.from({ length: width * height }, () => (chance() < density ? 1 : 0));
    for (const [x, y, w, h] of bars) {
      for (let row = y; row < Math.min(height, y + h); row++) {
        for (let column = x; column < Math.min(width, x + w); column++) data[row * width + column] = 1;
      }
    }
    return { width, height, data };
  });

describe('codeOneBit', () => {
  it('is read back pixel by pixel', () => {
    fc.assert(
      fc.property(picture, (given) => {
        expect(decodeOneBit(codeOneBit(given))).toEqual(given);
      }),
    );
  });

  it('is the same with the kernel and without', () => {
    const quick = kernels();
    if (!quick) throw new Error('There are no kernels here');
    fc.assert(
      fc.property(picture, (given) => {
        expect(codeQuickly(quick, given)).toEqual(codePlainly(given));
      }),
    );
  });

  it('costs next to nothing for what is empty', () => {
    expect(codeOneBit({ width: 2480, height: 3508, data: new Uint8Array(2480 * 3508) }).length).toBeLessThan(
      120,
    );
  });

  it('is shown by other readers as it is', async () => {
    const [width, height] = [203, 151];
    const data = Uint8Array.from({ length: width * height }, (_, i) => {
      const [x, y] = [i % width, Math.floor(i / width)];
      return Math.abs(Math.hypot(x - 100, y - 70) - 50) < 3 || (x * 7 + y * 13) % 97 === 0 ? 1 : 0;
    });
    const document = await PDFDocument.create();
    const sheet = document.addPage([width, height]);
    const stencil = {
      jbig2: codeOneBit({ width, height, data }),
      width,
      height,
      scale: 1,
      colours: [0, 0, 0],
    } as const;
    const place = { left: 0, bottom: 0, width, height };
    await drawCodedPage(document, sheet, { width, height, pictures: [], stencils: [stencil] }, place);
    const folder = mkdtempSync(path.join(tmpdir(), 'one-bit-'));
    try {
      const file = path.join(folder, 'page.pdf');
      writeFileSync(file, await document.save());
      spawnSync('pdftoppm', ['-r', '72', '-png', '-singlefile', file, path.join(folder, 'poppler')]);
      spawnSync('mutool', ['draw', '-q', '-r', '72', '-o', path.join(folder, 'mupdf.png'), file]);
      for (const reader of ['poppler', 'mupdf']) {
        const png = readFileSync(path.join(folder, `${reader}.png`));
        const shown = await sharp(png).greyscale().raw().toBuffer();
        const differing = data.filter((bit, i) => (shown[i] < 128 ? 1 : 0) !== bit).length;
        expect([reader, differing]).toEqual([reader, 0]);
      }
    } finally {
      rmSync(folder, { recursive: true });
    }
  });
});

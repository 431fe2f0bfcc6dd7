import path from 'node:path';
import sharp from 'sharp';
import { commandLine, photo } from '../testing/commandLine';

const cli = commandLine();

describe('page', () => {
  it('writes a flat page of the size that the dpi asks for', async () => {
    const out = path.join(cli.dir, 'page.png');
    const { code, lines } = await cli.run('page', photo('passage-log.jpg'), '-o', out, '--dpi', '100');
    expect(code).toBe(0);
    expect(lines).toMatchObject([{ width: 827, height: 1169, rotation: 0, look: 'daylight' }]);
    expect(await sharp(out).metadata()).toMatchObject({ format: 'png', width: 827, height: 1169 });
  });

  it('takes corners from the command line', async () => {
    const out = path.join(cli.dir, 'cut.png');
    const args = ['page', photo('passage-log.jpg'), '-o', out, '--corners', '0,0,1000,0,1000,1000,0,1000'];
    const { lines } = await cli.run(...args, '--look', 'as-shot', '--dpi', '50');
    expect(lines[0].width).toBe(lines[0].height);
  });
});

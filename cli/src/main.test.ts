import { commandLine } from '../testing/commandLine';

const cli = commandLine();

describe('arguments', () => {
  it.each([
    [[]],
    [['find']],
    [['page', 'x.jpg']],
    [['page', 'x.jpg', '-o', 'y.png', '--look', 'neon']],
    [['page', 'x.jpg', '-o', 'y.png', '--corners', '1,2,3']],
    [['pdf', 'x.jpg', '-o', 'y.pdf', '--paper', 'a3']],
    [['pdf', 'x.jpg', '-o', 'y.pdf', '--margin', 'huge']],
    [['pdf', 'x.jpg', '-o', 'y.pdf', '--max-bytes', '0']],
    [['archive', 'x.jpg']],
  ])('that make no sense end with 2: %j', async (args) => {
    const { code, lines, messages } = await cli.run(...args);
    expect([code, lines]).toEqual([2, []]);
    expect(messages).not.toBe('');
  });
});

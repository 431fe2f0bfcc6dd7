import fc from 'fast-check';
import { readyCheck, type PageFacts, type ReadyFacts } from './readyCheck';

const good = (n: number): PageFacts => ({ id: `page-${n}`, verdict: 'reads-well' });
const ready: ReadyFacts = { pages: [good(1), good(2)], name: 'Tarn_tides-3', bytes: 312_400 };
const failing = (facts: ReadyFacts) =>
  readyCheck(facts)
    .filter(({ holds }) => !holds)
    .map(({ about, says, fix }) => [about, says, fix?.says]);

describe('a brief’s parts and name', () => {
  const asked = ['10', '11', '13', '14'];
  const parts = (given: (string | null)[]) => ({
    ...ready,
    pages: given.map((_, i) => good(i)),
    parts: { asked, given },
  });

  it.each([
    [['10', null], '11, 13 and 14 are missing', 'Add pages'],
    [['10', '11', '13'], '14 is missing', 'Add pages'],
    [['10', '11', '13', '14', ''], 'Page 5 is none of what is asked for', 'To the table'],
  ])('%j: %s', (given, says, fix) => expect(failing(parts(given))).toEqual([['parts', says, fix]]));

  it('hold when all are there, also where one goes on overleaf', () => {
    const lines = readyCheck(parts(['10', '11', '11', '13', '14']));
    expect(lines.find(({ about }) => about === 'parts')).toMatchObject({
      ...{ holds: true, says: 'All 4 parts are here; 11 on more than one page' },
    });
  });

  it('ask for their name, and give it with one press', () => {
    expect(failing({ ...ready, nameAsked: 'Tarn_tides-3' })).toEqual([]);
    expect(failing({ ...ready, nameAsked: 'Tarn_Imke_tides-3' })).toEqual([
      ['name', 'Asked to be named Tarn_Imke_tides-3', 'Name it so'],
    ]);
  });
});

it('says first that photos are still on their way: they are not in the file', () => {
  const to = (onItsWay: number) => failing({ ...ready, onItsWay });
  expect(to(0)).toEqual([]);
  expect(to(1)).toEqual([['arriving', '1 photo is still on its way', 'To the table']]);
  expect(to(3)[0]?.[1]).toBe('3 photos are still on their way');
});

describe('readyCheck', () => {
  it('says of a good packet what holds', () => {
    expect(readyCheck(ready).map(({ holds, says }) => [holds, says])).toEqual([
      [true, 'One PDF, 2 pages, a sheet a page'],
      [true, 'All pages read well'],
      [true, 'Named Tarn_tides-3'],
      [true, '312 KB'],
    ]);
  });

  it('names each thing that does not hold with its way out', () => {
    const pages: PageFacts[] = [
      good(1),
      { id: 'b', verdict: 'take-again', why: 'blurred' },
      { ...good(3), isSheetMissing: true },
      { ...good(4), twinOf: 1 },
      { ...good(5), isLandscape: true },
      { ...good(6), isLost: true },
    ];
    expect(failing({ ...ready, pages, name: null, mostBytes: 200_000 })).toEqual([
      ['gaps', 'Page 6 cannot be developed and is not in it', 'Look at it'],
      ['verdicts', 'Page 2 should be taken again: blurred', 'Look at it'],
      ['sheets', 'No sheet was found on page 3', 'Look at it'],
      ['twins', 'Page 4 looks the same as page 1', 'Look at it'],
      ['sides', 'Page 5 lies among standing pages', 'Look at it'],
      ['name', 'It has no name yet', 'Name it'],
      ['size', 'It needs 312 KB to be read, and may have 200 KB. Fewer pages help', 'To the table'],
    ]);
  });

  it('says what would help where no readable file stays within the limit', () => {
    const pages = [good(1), { ...good(2), isAsShot: true }];
    const [first] = readyCheck({ ...ready, pages, mostBytes: 100_000, leastBytes: 150_000 });
    expect(first).toMatchObject({
      holds: false,
      says: 'It needs 150 KB to be read, and may have 100 KB. Another look than As shot helps most',
      fix: { does: 'see-page', number: 2 },
    });
    const [line] = readyCheck({ ...ready, mostBytes: 400_000 }).filter(({ about }) => about === 'size');
    expect(line).toEqual({ about: 'size', holds: true, says: '312 KB, at most 400 KB asked' });
  });

  it.each([
    [2, 2, true],
    [3, 3, false],
    [1, 2, true],
    [1, 1, false],
  ])('holds two pages against %d to %d asked', (least, most, holds) => {
    const [line] = readyCheck({ ...ready, pagesAsked: { least, most } }).filter(
      ({ about }) => about === 'pages',
    );
    expect(line?.holds).toBe(holds);
  });

  it('does not judge pages that nobody has looked at', () => {
    const lines = readyCheck({ ...ready, pages: [good(1), { id: 'b', verdict: null }] });
    expect(lines.some(({ about }) => about === 'verdicts')).toBe(false);
  });

  it('puts what does not hold first, says each thing once, and leads only to pages that there are', () => {
    const page = fc.record({
      id: fc.string(),
      verdict: fc.constantFrom('reads-well', 'hard-to-read', 'take-again', null),
      isSheetMissing: fc.boolean(),
      twinOf: fc.option(fc.integer({ min: 1, max: 3 })),
      isLandscape: fc.boolean(),
      isLost: fc.boolean(),
    });
    const facts = fc.record({
      pages: fc.array(page, { maxLength: 8 }),
      name: fc.option(fc.string({ minLength: 1 })),
      bytes: fc.option(fc.nat()),
    });
    fc.assert(
      fc.property(facts, (given) => {
        const lines = readyCheck(given as ReadyFacts);
        const holds = lines.map((line) => Number(line.holds));
        expect(holds).toEqual([...holds].sort((a, b) => a - b));
        expect(new Set(lines.map(({ about }) => about)).size).toBe(lines.length);
        for (const { fix } of lines) {
          if (fix?.does === 'see-page') expect(given.pages[fix.number - 1]).toBeDefined();
        }
      }),
    );
  });
});

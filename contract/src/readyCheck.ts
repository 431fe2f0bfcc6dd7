import { checkParts, type GivenParts } from './desk/parts';
import { sayBytes, sayPages } from './say';

/** What is known of a page when a packet is about to leave. */
export interface PageFacts {
  readonly id: string;
  /** null while nobody has looked at it */
  readonly verdict: 'reads-well' | 'hard-to-read' | 'take-again' | null;
  /** why not, in a word or two: "blurred" */
  readonly why?: string;
  /** no sheet was found in the photo, and nobody has said where it is */
  readonly isSheetMissing?: boolean;
  /** the number of an earlier page that shows the same sheet */
  readonly twinOf?: number | null;
  readonly isLandscape?: boolean;
  /** it cannot be developed: its place in the file is a gap */
  readonly isLost?: boolean;
  /** it is shown as it was shot: one large picture */
  readonly isAsShot?: boolean;
}

/** What is known of a packet when it is about to leave. */
export interface ReadyFacts {
  readonly pages: readonly PageFacts[];
  /** photos that have not become pages yet */
  readonly onItsWay?: number;
  /** how many pages are asked for, where that is known */
  readonly pagesAsked?: { readonly least: number; readonly most: number };
  /** the parts that are asked for, and those that the pages are */
  readonly parts?: { readonly asked: readonly string[]; readonly given: GivenParts };
  /** the name that the file will have, without its ending; null where nobody has named it */
  readonly name: string | null;
  /** the name that a brief asks for, where it does */
  readonly nameAsked?: string;
  /** null while the file is being made */
  readonly bytes: number | null;
  readonly mostBytes?: number | null;
  /** the least that can still be read, where even that is more than is allowed */
  readonly leastBytes?: number;
}

/** What a press on a line's way out does. */
export type ReadyFix =
  | { readonly does: 'add-pages' }
  | { readonly does: 'name' }
  | { readonly does: 'take-name'; readonly name: string }
  | { readonly does: 'see-table' }
  | { readonly does: 'see-page'; readonly number: number };

/** One line of the ready check: what holds, or what does not and the way out of it. */
export interface ReadyLine {
  readonly about:
    'arriving' | 'pages' | 'parts' | 'verdicts' | 'gaps' | 'sheets' | 'twins' | 'sides' | 'name' | 'size';
  readonly holds: boolean;
  readonly says: string;
  readonly fix?: ReadyFix & { readonly says: string };
}

/**
 * Holds a packet against what is asked and against what a reader needs, line by line; lines that do not hold come first.
 * Says nothing of what is not known yet.
 */
export function readyCheck(facts: ReadyFacts): ReadyLine[] {
  const lines = [
    arrivingLine(facts),
    pagesLine(facts),
    partsLine(facts),
    gapsLine(facts),
    verdictsLine(facts),
    sheetsLine(facts),
    twinsLine(facts),
    sidesLine(facts),
    nameLine(facts),
    sizeLine(facts),
  ].filter((line): line is ReadyLine => line !== null);
  return [...lines.filter(({ holds }) => !holds), ...lines.filter(({ holds }) => holds)];
}

/** What is not here yet is not in the file either. */
function arrivingLine({ onItsWay = 0 }: ReadyFacts): ReadyLine | null {
  if (onItsWay === 0) return null;
  const says = onItsWay === 1 ? '1 photo is still on its way' : `${onItsWay} photos are still on their way`;
  return line('arriving', false, says, { does: 'see-table', says: 'To the table' });
}

function pagesLine({ pages, pagesAsked }: ReadyFacts): ReadyLine {
  const here = sayPages(pages.length);
  if (pages.length === 0) {
    return line('pages', false, 'It has no pages yet', { does: 'add-pages', says: 'Add pages' });
  }
  if (!pagesAsked) return line('pages', true, `One PDF, ${here}, a sheet a page`);
  const { least, most } = pagesAsked;
  const asked = least === most ? `${least} asked` : `${least} to ${most} asked`;
  const says = `${asked}, ${pages.length} here`;
  if (pages.length < least) return line('pages', false, says, { does: 'add-pages', says: 'Add pages' });
  if (pages.length > most) return line('pages', false, says, { does: 'see-table', says: 'To the table' });
  return line('pages', true, says);
}

function gapsLine({ pages }: ReadyFacts): ReadyLine | null {
  const lost = numbersOf(pages, ({ isLost }) => isLost === true);
  return lost.length === 0
    ? null
    : line('gaps', false, `${sayNumbers(lost)} cannot be developed and ${are(lost)} not in it`, look(lost));
}

function verdictsLine({ pages }: ReadyFacts): ReadyLine | null {
  const bad = numbersOf(pages, ({ verdict }) => verdict === 'hard-to-read' || verdict === 'take-again');
  const [first] = bad.map((number) => pages[number - 1]);
  if (first && bad.length === 1) {
    const because = first.why ? `: ${first.why}` : '';
    const says = first.verdict === 'take-again' ? 'should be taken again' : 'is hard to read';
    return line('verdicts', false, `Page ${bad[0]} ${says}${because}`, look(bad));
  }
  if (bad.length > 1) return line('verdicts', false, `${sayNumbers(bad)} are hard to read`, look(bad));
  if (pages.length === 0 || pages.some(({ verdict }) => verdict === null)) return null;
  return line('verdicts', true, pages.length === 1 ? 'It reads well' : 'All pages read well');
}

function sheetsLine({ pages }: ReadyFacts): ReadyLine | null {
  const missing = numbersOf(pages, ({ isSheetMissing }) => isSheetMissing === true);
  return missing.length === 0
    ? null
    : line('sheets', false, `No sheet was found on ${sayNumbers(missing, 'page')}`, look(missing));
}

function twinsLine({ pages }: ReadyFacts): ReadyLine | null {
  const at = pages.findIndex(({ twinOf }) => typeof twinOf === 'number');
  const twin = pages[at];
  if (!twin) return null;
  const says = `Page ${at + 1} looks the same as page ${twin.twinOf}`;
  return line('twins', false, says, { does: 'see-page', number: at + 1, says: 'Look at it' });
}

function sidesLine({ pages }: ReadyFacts): ReadyLine | null {
  const landscape = numbersOf(pages, ({ isLandscape }) => isLandscape === true);
  if (landscape.length === 0 || landscape.length * 2 >= pages.length) return null;
  return line(
    'sides',
    false,
    `${sayNumbers(landscape)} ${lie(landscape)} among standing pages`,
    look(landscape),
  );
}

function partsLine({ pages, parts }: ReadyFacts): ReadyLine | null {
  if (!parts || pages.length === 0) return null;
  const { missing, doubled, without } = checkParts(parts.asked, parts.given);
  if (missing.length > 0)
    return line('parts', false, `${sayList(missing)} ${missing.length === 1 ? 'is' : 'are'} missing`, {
      does: 'add-pages',
      says: 'Add pages',
    });
  const toTable = { does: 'see-table', says: 'To the table' } as const;
  if (without.length > 0)
    return line('parts', false, `${sayNumbers(without)} ${are(without)} none of what is asked for`, toTable);
  // An answer may go on overleaf: it is said, and nothing is wrong with it.
  const also = doubled.length > 0 ? `; ${sayList(doubled)} on more than one page` : '';
  return line('parts', true, `All ${parts.asked.length} parts are here${also}`);
}

/** "10", "10 and 11", "10, 11 and 4 more". */
function sayList(names: readonly string[]): string {
  if (names.length <= 3) return [names.slice(0, -1).join(', '), names.at(-1)].filter(Boolean).join(' and ');
  return `${names.slice(0, 2).join(', ')} and ${names.length - 2} more`;
}

function nameLine({ name, nameAsked }: ReadyFacts): ReadyLine {
  if (nameAsked !== undefined && name !== nameAsked)
    return line('name', false, `Asked to be named ${nameAsked}`, {
      does: 'take-name',
      name: nameAsked,
      says: 'Name it so',
    });
  return name === null
    ? line('name', false, 'It has no name yet', { does: 'name', says: 'Name it' })
    : line('name', true, `Named ${name}`);
}

function sizeLine({ pages, bytes, mostBytes, leastBytes }: ReadyFacts): ReadyLine | null {
  if (bytes === null) return null;
  if (mostBytes === undefined || mostBytes === null) return line('size', true, sayBytes(bytes));
  if (bytes <= mostBytes)
    return line('size', true, `${sayBytes(bytes)}, at most ${sayBytes(mostBytes)} asked`);
  const needs = `It needs ${sayBytes(leastBytes ?? bytes)} to be read, and may have ${sayBytes(mostBytes)}`;
  // A picture of a whole page takes ten times what ink on white does.
  const [asShot] = numbersOf(pages, ({ isAsShot }) => isAsShot === true);
  return asShot === undefined
    ? line('size', false, `${needs}. Fewer pages help`, { does: 'see-table', says: 'To the table' })
    : line('size', false, `${needs}. Another look than As shot helps most`, {
        does: 'see-page',
        number: asShot,
        says: `Look at page ${asShot}`,
      });
}

const line = (about: ReadyLine['about'], holds: boolean, says: string, fix?: ReadyLine['fix']): ReadyLine =>
  fix ? { about, holds, says, fix } : { about, holds, says };

const look = ([number = 1]: readonly number[]): ReadyLine['fix'] => ({
  does: 'see-page',
  number,
  says: 'Look at it',
});

const numbersOf = (pages: readonly PageFacts[], isMeant: (page: PageFacts) => boolean): number[] =>
  pages.flatMap((page, i) => (isMeant(page) ? [i + 1] : []));

const are = (numbers: readonly number[]) => (numbers.length === 1 ? 'is' : 'are');
const lie = (numbers: readonly number[]) => (numbers.length === 1 ? 'lies' : 'lie');

/** "Page 4", "Pages 2 and 4", "Pages 2, 4, 5 and 3 more". */
function sayNumbers(numbers: readonly number[], word: 'Page' | 'page' = 'Page'): string {
  if (numbers.length === 1) return `${word} ${numbers[0]}`;
  const named = numbers.slice(0, 3);
  const rest = numbers.slice(named.length);
  if (rest.length === 0) return `${word}s ${named.slice(0, -1).join(', ')} and ${named.at(-1)}`;
  return `${word}s ${named.join(', ')} and ${rest.length === 1 ? rest[0] : `${rest.length} more`}`;
}

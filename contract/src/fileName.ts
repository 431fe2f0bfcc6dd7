/** Bytes of a name in UTF-8: file systems end at 255, and an ending and a number come behind it. */
const MOST_BYTES = 180;
const MOST_LETTERS = 100;

/** What Windows keeps for its devices, with or without an ending. */
const DEVICES = /^(con|prn|aux|nul|com\d|lpt\d)(?=\.|$)/i;
/** Control characters, and marks that turn the direction of what stands around them. */
const INVISIBLE = /[\p{Cc}\p{Cs}\u200e\u200f\u202a-\u202e\u2066-\u2069\ufeff]/gu;

/**
 * A name as a file name that every system takes, without the ending: what no system allows becomes a dash or goes, and what
 * is too long is cut between letters, never within one.
 *
 * @param fallback where nothing of the name is left
 */
export function fileName(name: string, fallback = 'pages'): string {
  const safe = name
    .normalize('NFC')
    .replace(/\s+/g, ' ')
    .replace(INVISIBLE, '')
    .replace(/[\\/:*?"<>|]+/g, '-');
  const trimmed = trim(cut(trim(safe)));
  if (/^-*$/.test(trimmed)) return fallback;
  return trimmed.replace(DEVICES, '$1-');
}

const trim = (name: string) => name.replace(/^[\s.]+|[\s.]+$/g, '');

/** Letters as people count them: an emoji of several parts is one. */
const letters = new Intl.Segmenter(undefined, { granularity: 'grapheme' });
const coder = new TextEncoder();

function cut(name: string): string {
  let [kept, bytes, count] = ['', 0, 0];
  for (const { segment } of letters.segment(name)) {
    bytes += coder.encode(segment).length;
    count++;
    if (bytes > MOST_BYTES || count > MOST_LETTERS) break;
    kept += segment;
  }
  return kept;
}

/**
 * The name with a number behind it where another file has the name already: "tides", "tides 2", "tides 3". Names that differ
 * in capital letters only are the same to some systems.
 *
 * @param others names as `fileName` makes them
 */
export function versionedName(name: string, others: readonly string[]): string {
  const taken = new Set(others.map(folded));
  if (!taken.has(folded(name))) return name;
  let version = 2;
  while (taken.has(folded(`${name} ${version}`))) version++;
  return `${name} ${version}`;
}

const folded = (name: string) => name.normalize('NFC').toLowerCase();

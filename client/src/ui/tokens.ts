/** Paper and grease pencil: every colour, size and time that the interface is made of. */
export const colours = {
  ground: '#F6F2EA',
  surface: '#FFFFFF',
  ink: '#1E2A32',
  quiet: '#5A666D',
  line: '#D9D2C5',
  /** where a slip could be torn */
  perforation: '#C2B597',
  good: '#2C6A57',
  caution: '#9A6400',
  /** the pencil: outline, chosen tool's stroke, what needs the person */
  pencil: '#C8391F',
  /** the pencil on the dark desk: for lines, and for words */
  pencilOnDark: '#F0553A',
  pencilWordsOnDark: '#FF8F78',
  desk: '#1C2326',
  deskLine: '#5F6A6E',
  deskQuiet: '#B9C1C3',
  paperOnDark: '#F6F2EA',
} as const;

/** The spacing grid, px. */
export const space = { half: 4, one: 8, two: 16, three: 24, four: 32, six: 48 } as const;

export const radius = 10;
/** The least size of anything that is pressed, px. */
export const target = 48;
/** From this width on shelf, packet and page stand side by side, px. */
export const WIDE = 900;

export const fonts = {
  regular: 'AtkinsonHyperlegible_400Regular',
  bold: 'AtkinsonHyperlegible_700Bold',
} as const;

export const type = {
  small: { fontSize: 14, lineHeight: 20 },
  body: { fontSize: 16, lineHeight: 24 },
  lead: { fontSize: 18, lineHeight: 24 },
  title: { fontSize: 24, lineHeight: 32 },
} as const;

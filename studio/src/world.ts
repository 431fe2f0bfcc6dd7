/** The made-up sea school of Skerry Point: what its students write on their sheets. */

/** What a sheet carries. A drawing goes below the lines of writing. */
export interface SheetText {
  readonly title: string;
  readonly lines: readonly string[];
  readonly drawing?: 'tide-curve' | 'harbour' | 'knots';
}

export const TIDE_TABLES: readonly SheetText[] = [
  {
    title: 'Tide tables, week 3      I. Tarn',
    lines: [
      'HW Skerry Pt   06:42   4.1 m',
      'LW             12:58   0.9 m',
      'range = 4.1 - 0.9 = 3.2 m',
      '',
      'rule of twelfths:',
      '1st h   3.2 / 12 = 0.27',
      '2nd h   2 x 0.27 = 0.53',
      '3rd h   3 x 0.27 = 0.80',
      'so at 10:00 height is',
      '4.1 - 1.6 = 2.5 m',
      '',
      'clearance over the bar',
      '2.5 + 0.4 - 1.8 = 1.1 m',
      'enough for the dinghy, not for the cutter',
    ],
  },
  {
    title: 'Problem 2, neap tides',
    lines: [
      'HW 11:20  3.3 m     LW 17:31  1.6 m',
      'range = 1.7 m, 1/12 = 0.142 m',
      'height wanted 2.9 m for the slip',
      '3.3 - 2.9 = 0.4 m = 2.8 twelfths',
      '1 + 1.8 twelfths: after 1 h 54 min',
      'last launch 13:14',
      '',
      'Check with the curve on the back:',
      'factor 0.77 at + 1 h 50, so it agrees.',
    ],
  },
  {
    title: 'Tide curve for the 14th',
    lines: ['height in m against hours from HW'],
    drawing: 'tide-curve',
  },
];

export const PASSAGE_LOG: readonly SheetText[] = [
  {
    title: 'Passage log   Skerry Pt to Holm Sound',
    lines: [
      '09:10  slipped, wind SW 3, baro 1016',
      '09:25  buoy No 4 abeam, log 0.0',
      '09:50  course 075 (M), speed 5.1 kn',
      '10:15  fix by two bearings:',
      '          beacon 032, chapel 118',
      '10:20  set 0.6 kn to the east',
      '10:40  course 068 (M) to allow for it',
      '11:05  log 8.7, rain, visibility 2 nm',
      '11:30  sound signal heard to port',
      '11:52  outer mark abeam, reefed',
      '12:20  anchored in 6 m, mud, 30 m chain',
    ],
  },
  {
    title: 'Dead reckoning',
    lines: [
      'from 09:50 to 11:05 = 75 min',
      '5.1 kn x 1.25 h = 6.4 nm through water',
      'log says 8.7 - 2.1 = 6.6 nm',
      'tide 0.6 x 1.25 = 0.75 nm towards 090',
      'EP is 0.7 nm east of DR',
      'fix at 11:05 puts us 0.2 nm north of EP.',
      'Leeway was about 3 deg, I had allowed none.',
    ],
  },
];

export const CHART_WORK: readonly SheetText[] = [
  {
    title: 'Chart problems 1 to 5     Jory Vane',
    lines: [
      '1)  bearing of light 214 (T)',
      '     variation 3 W, deviation 2 E',
      '     compass = 214 + 3 - 2 = 215',
      '2)  distance off by vertical angle',
      '     d = h / tan a = 38 / 0.031',
      '     = 1226 m = 0.66 nm',
      '3)  doubling the angle on the bow:',
      '     35 then 70, run 2.3 nm',
      '     so distance off = 2.3 nm',
    ],
  },
  {
    title: 'Problem 4, course to steer',
    lines: [
      'ground track 262, 9.4 nm',
      'tide 170 at 1.2 kn, boat 5.5 kn',
      'triangle for one hour:',
      'water track 274, made good 5.2 kn',
      'time = 9.4 / 5.2 = 1 h 48 min',
      'ETA 15:33 if the tide holds',
      '',
      'variation 3 W:  steer 277 (M)',
    ],
  },
  {
    title: 'Harbour from the east quay',
    lines: ['pencil, 20 minutes, low sun'],
    drawing: 'harbour',
  },
  {
    title: 'Knots',
    lines: [
      'bowline: loop that holds, does not slip',
      'clove hitch: to a rail, quick to let go',
      'rolling hitch: along a spar',
      'sheet bend: two ropes of different size',
    ],
    drawing: 'knots',
  },
];

export const WORKSHEET: SheetText = {
  title: 'Skerry Point Sea School  ·  Buoyage quiz',
  lines: [
    'safe water, red and white stripes',
    'leave it to port when entering',
    'two cones, points up: pass to the north',
    'quick flash 9 every 15 s: west',
    'special mark, yellow, no danger',
    'new wreck: blue and yellow',
  ],
};

/** Every handwritten text, for scenes drawn by chance. */
export const ALL_TEXTS: readonly SheetText[] = [...TIDE_TABLES, ...PASSAGE_LOG, ...CHART_WORK];

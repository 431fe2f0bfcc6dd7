import type { HandName } from './fonts';
import type { Scene } from './scene';
import type { InkKind, PaperKind } from './sheet';
import { PASSAGE_LOG, TIDE_TABLES, type SheetText } from './world';

/** A work of one of the demo's other students: photos that become one PDF. */
export interface HandedWork {
  /** of the PDF, without its ending */
  readonly file: string;
  readonly scenes: readonly Scene[];
}

interface Writer {
  /** as it stands on their sheets */
  readonly name: string;
  readonly hand: HandName;
  readonly paper: PaperKind;
  readonly ink: InkKind;
}

const PELL: Writer = { name: 'P. Arden', hand: 'patrick', paper: 'squared', ink: 'black-pen' };
const NILS: Writer = { name: 'N. Corran', hand: 'handlee', paper: 'lined', ink: 'pencil' };
const ODO: Writer = { name: 'O. Fenn', hand: 'gochi', paper: 'lined', ink: 'black-pen' };
const LIV: Writer = { name: 'L. Harrow', hand: 'delius', paper: 'plain', ink: 'blue-pen' };
const WENNA: Writer = { name: 'W. Pike', hand: 'architects', paper: 'lined', ink: 'blue-pen' };
const JORY: Writer = { name: 'J. Vane', hand: 'schoolbell', paper: 'squared', ink: 'blue-pen' };

let nextSeed = 7100;

function scene({ hand, paper, ink, name }: Writer, text: SheetText, isFirst: boolean): Scene {
  const seed = nextSeed++;
  const title = isFirst ? `${text.title.replace(/\s+I\. Tarn$/, '')}      ${name}` : text.title;
  return {
    ...{ seed, desk: 'walnut', under: [], over: [], category: 'demo' },
    sheet: {
      seed,
      width: 210,
      height: 297,
      paper,
      paperColour: '#f7f5ee',
      ink,
      hand,
      text: { ...text, title },
    },
    camera: { width: 2268, height: 3024, tilt: 0.15, azimuth: 0.4, roll: 0.02, fill: 0.9, shift: [0.1, 0.1] },
    light: {
      ...{ level: 0.97, falloff: 0.15, from: 2.4, tint: [1.02, 0.95], glare: 0 },
      ...{ shadow: 0, shadowAt: [0.5, 0.5] },
    },
    lens: { blur: 0.8, noise: 1.6, quality: 82 },
  };
}

const work = (file: string, writer: Writer, texts: readonly SheetText[]): HandedWork => ({
  file,
  scenes: texts.map((text, i) => scene(writer, text, i === 0)),
});

const LOG = PASSAGE_LOG.slice(0, 2);
const TIDES = [...TIDE_TABLES, PASSAGE_LOG[1]];

export const HANDED_WORKS: readonly HandedWork[] = [
  work('log-pell', PELL, LOG),
  work('log-nils', NILS, LOG),
  work('log-odo', ODO, LOG),
  work('log-liv', LIV, LOG),
  work('log-wenna', WENNA, LOG),
  work('log-jory', JORY, LOG),
  work('tides-pell', PELL, TIDES),
  work('tides-wenna', WENNA, TIDES),
];

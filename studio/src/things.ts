import { createRandom, type Random } from '@ravlo/film';
import { softEdge } from './softEdge';

/** What else lies on the desk, or on the sheet. */
export type ThingKind =
  | 'phone'
  | 'book'
  | 'keyboard'
  | 'pen'
  | 'mug'
  | 'ruler'
  | 'card'
  | 'sheet'
  | 'facing-page'
  | 'finger'
  | 'clip'
  | 'staple'
  | 'note'
  | 'hand'
  | 'sleeve';

export interface ThingPlan {
  readonly kind: ThingKind;
  readonly seed: number;
  /** mm, in the sheet's frame */
  readonly centre: readonly [number, number];
  readonly size: readonly [number, number];
  /** radians, clockwise */
  readonly turn: number;
  readonly colour: string;
}

/** A thing as SVG in millimetres of the desk, with the soft shadow it throws. */
export function drawThing(thing: ThingPlan): string {
  const { centre, size, turn, kind } = thing;
  const [w, h] = size;
  const degrees = (turn * 180) / Math.PI;
  const lift = LIFT[kind];
  const shadow =
    lift > 0
      ? `<g transform="translate(${lift} ${lift * 1.4})">${softEdge((grow) => shadowOf(thing, grow), 0.32)}</g>`
      : '';
  return `<g transform="translate(${centre[0]} ${centre[1]}) rotate(${degrees}) translate(${-w / 2} ${-h / 2})">${shadow}${bodyOf(thing)}</g>`;
}

const LIFT: Record<ThingKind, number> = {
  phone: 2,
  book: 3.5,
  keyboard: 3,
  pen: 1.6,
  mug: 5,
  ruler: 0.8,
  card: 0.5,
  sheet: 0.6,
  'facing-page': 0,
  finger: 2.5,
  clip: 0.5,
  staple: 0.2,
  note: 0.5,
  hand: 3,
  sleeve: 0,
};

/** The shape of a thing's shadow, its sides moved out by `grow` mm. */
function shadowOf({ kind, size: [w, h] }: ThingPlan, grow: number): string {
  const [width, height] = [w + 2 * grow, h + 2 * grow];
  if (width <= 0 || height <= 0) return '';
  const round = kind === 'mug' || kind === 'finger' ? width / 2 : Math.max(0, 2 + grow);
  return `<rect x="${-grow}" y="${-grow}" width="${width}" height="${height}" rx="${round}"/>`;
}

function bodyOf(thing: ThingPlan): string {
  const { kind, seed, colour, size } = thing;
  const [w, h] = size;
  const random = createRandom(seed);
  const box = (fill: string, rx = 0) => `<rect width="${w}" height="${h}" rx="${rx}" fill="${fill}"/>`;
  switch (kind) {
    case 'phone':
      return `${box('#101114', 9)}<rect x="2.5" y="3" width="${w - 5}" height="${h - 6}" rx="6" fill="${colour}"/>`;
    case 'book':
      return `${box(colour, 1)}<rect x="5" y="0" width="1.2" height="${h}" fill="#000" opacity="0.25"/><rect x="${w * 0.2}" y="${h * 0.2}" width="${w * 0.6}" height="${h * 0.12}" fill="#fff" opacity="0.6"/>`;
    case 'keyboard':
      return box(colour, 4) + keys(w, h, random);
    case 'pen':
      return `${box(colour, h / 2)}<path d="M${w} 0l7 ${h / 2}l-7 ${h / 2}Z" fill="#222"/>`;
    case 'mug':
      return `<circle cx="${w / 2}" cy="${w / 2}" r="${w / 2}" fill="${colour}"/><circle cx="${w / 2}" cy="${w / 2}" r="${w / 2 - 4}" fill="#3a2416"/>`;
    case 'ruler':
      return box(colour) + ticks(w);
    case 'card':
      return `${box(colour, 3)}<rect x="6" y="6" width="${w * 0.4}" height="4" fill="#000" opacity="0.3"/>`;
    case 'note':
      return box(colour) + scribble(w, h, 4, random, '#333');
    case 'sheet':
      return `${box(colour)}<rect width="${w}" height="${h}" fill="none" stroke="#000" stroke-opacity="0.12" stroke-width="0.25"/>${rulesOn(w, h, random)}${scribble(w, h, 22, random, random.pick(['#24388f', '#222', '#666']))}`;
    case 'facing-page':
      return `${box(colour)}${scribble(w, h, 24, random, '#333')}<rect x="${w - 14}" width="14" height="${h}" fill="url(#gutter)"/><defs><linearGradient id="gutter"><stop offset="0" stop-color="#000" stop-opacity="0"/><stop offset="1" stop-color="#000" stop-opacity="0.45"/></linearGradient></defs>`;
    case 'finger':
      return `${box(colour, w / 2)}<ellipse cx="${w / 2}" cy="${w * 0.45}" rx="${w * 0.3}" ry="${w * 0.36}" fill="#fff" opacity="0.28"/>`;
    case 'hand':
      return hand(w, h, colour);
    case 'sleeve':
      return sleeve(w, h, random);
    case 'clip':
      return `<rect width="${w}" height="${h}" rx="${w / 2}" fill="none" stroke="${colour}" stroke-width="1.1"/><rect x="${w * 0.2}" y="${h * 0.12}" width="${w * 0.6}" height="${h * 0.7}" rx="${w * 0.3}" fill="none" stroke="${colour}" stroke-width="1.1"/>`;
    case 'staple':
      return `<rect width="${w}" height="0.8" rx="0.4" fill="#9a9ca0"/>`;
  }
}

/** The back of a hand from the left, a thumb and three fingers reaching right. */
function hand(w: number, h: number, colour: string): string {
  const finger = h / 5;
  const fingers = [0.75, 0.95, 1, 0.85]
    .map(
      (reach, k) =>
        `<rect y="${k * finger * 1.1}" width="${w * reach}" height="${finger}" rx="${finger / 2}"/>`,
    )
    .join('');
  return `<g fill="${colour}"><rect x="${-w}" y="${-h * 0.1}" width="${w * 1.5}" height="${h * 1.1}" rx="${h * 0.3}"/>${fingers}</g>`;
}

/** A clear cover: an edge all round, a strip of holes on the left, and streaks of a lamp's reflection. */
function sleeve(w: number, h: number, random: Random): string {
  let svg = `<rect width="${w}" height="${h}" fill="#fff" opacity="${random.between(0.03, 0.12)}"/>`;
  svg += `<rect width="${w}" height="${h}" fill="none" stroke="#fff" stroke-opacity="0.5" stroke-width="0.8"/>`;
  svg += `<rect width="11" height="${h}" fill="#fff" opacity="${random.between(0.25, 0.6)}"/>`;
  for (let y = h * 0.12; y < h * 0.95; y += h * 0.08)
    svg += `<circle cx="5.5" cy="${y}" r="2.7" fill="#555" opacity="0.6"/>`;
  for (let k = 0; k < 1 + random.next() * 4; k++) {
    const [x, y] = [random.between(0.05, 0.8) * w, random.between(0, 0.8) * h];
    const [dx, dy] = [random.between(6, 40), random.between(40, 200)];
    const lean = random.normal() * 30;
    const streak = (grow: number) => {
      const [width, length] = [dx + 2 * grow, 1 + (2 * grow) / dy];
      if (width <= 0) return '';
      const [left, top] = [x - grow - (lean * grow) / dy, y - grow + grow * 0.2];
      return `<path d="M${left} ${top}l${width} ${-width * 0.2}l${lean * length} ${dy * length}l${-width} ${width * 0.2}Z" fill="#fff"/>`;
    };
    svg += softEdge(streak, random.between(0.15, 0.75));
  }
  return svg;
}

function keys(w: number, h: number, random: Random): string {
  const across = Math.max(4, Math.round(w / 19));
  const down = Math.max(2, Math.round(h / 19));
  const light = random.chance(0.5) ? '#e8e8ea' : '#2b2c30';
  const [kw, kh] = [(w - 6) / across, (h - 6) / down];
  let svg = '';
  for (let row = 0; row < down; row++) {
    for (let column = 0; column < across; column++) {
      svg += `<rect x="${3 + column * kw + 0.8}" y="${3 + row * kh + 0.8}" width="${kw - 1.6}" height="${kh - 1.6}" rx="1.6" fill="${light}"/>`;
    }
  }
  return svg;
}

function ticks(w: number): string {
  let d = '';
  for (let x = 3; x < w - 2; x += 2) d += `M${x} 0v${x % 10 === 3 ? 7 : 4}`;
  return `<path d="${d}" stroke="#222" stroke-width="0.25"/>`;
}

function rulesOn(w: number, h: number, random: Random): string {
  if (random.chance(0.4)) return '';
  let d = '';
  for (let y = 20; y < h - 10; y += 8) d += `M0 ${y}h${w}`;
  return `<path d="${d}" stroke="#a9bfe0" stroke-width="0.22"/>`;
}

/** Rows of something that looks like writing from afar. */
function scribble(w: number, h: number, rows: number, random: Random, colour: string): string {
  let d = '';
  const step = (h * 0.85) / rows;
  for (let row = 0; row < rows; row++) {
    let x = w * 0.1;
    const y = h * 0.08 + row * step;
    const end = w * random.between(0.4, 0.92);
    while (x < end) {
      const word = random.between(4, 14);
      d += `M${x.toFixed(1)} ${y.toFixed(1)}`;
      for (let k = 0; k < word; k += 1.3) {
        d += `l0.65 ${(-step * random.between(0.15, 0.45)).toFixed(2)}l0.65 ${(step * random.between(0.15, 0.45)).toFixed(2)}`;
      }
      x += word + random.between(2, 5);
    }
  }
  return `<path d="${d}" fill="none" stroke="${colour}" stroke-width="0.45" opacity="0.85"/>`;
}

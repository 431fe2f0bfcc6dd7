import type { Point, Rgba } from '@ravlo/core';
import type { Random } from './random';

/*
 * Short films of a desk on which sheets come and go: what a camera held over it would see. Pure computation without
 * files or fonts, so that it runs in a browser as well. Desk frame: mm, the middle of the picture at the origin.
 */

/** Where something lies on the desk at a moment. */
export interface Pose {
  readonly x: number;
  readonly y: number;
  /** radians, clockwise */
  readonly turn: number;
  /** how far it is turned over: 1 lies flat, 0 stands on its edge */
  readonly flat: number;
}

/** Something that lies or moves on the desk; later ones lie on earlier ones. */
export interface Actor {
  readonly image: Rgba;
  /** mm */
  readonly width: number;
  readonly height: number;
  /** lies on the desk and throws a thin shadow round itself */
  readonly isSheet: boolean;
  /** null while it is not there */
  readonly at: (time: number) => Pose | null;
}

/** How the camera looks at the desk. */
export interface View {
  /** desk mm that the middle of the frame shows */
  readonly x: number;
  readonly y: number;
  /** mm that the frame is wide */
  readonly width: number;
  readonly turn: number;
  /** light on the desk, 1 as usual */
  readonly light: number;
}

/** A sheet that lies still for all to see. */
export interface Rest {
  readonly sheet: number;
  /** s */
  readonly from: number;
  readonly to: number;
}

export interface Film {
  readonly kind: FilmKind;
  /** s */
  readonly seconds: number;
  readonly actors: readonly Actor[];
  readonly view: (time: number) => View;
  /** when which sheet could be photographed: lying still, whole and uncovered, the camera held still */
  readonly rests: readonly Rest[];
}

export const FILM_KINDS = ['one-after-the-other', 'turned-over', 'hand', 'carried', 'overlapping'] as const;
export type FilmKind = (typeof FILM_KINDS)[number];

export interface FilmParts {
  /** flat sheets, upright */
  readonly sheets: readonly Rgba[];
  readonly hand: Rgba;
  /** how long each sheet lies still, s @default 2.2 */
  readonly rest?: number;
}

const A4 = { width: 210, height: 297 };
const HAND = { width: 190, height: 330 };
const MOVE = 0.6;
const USUAL_REST = 2.2;
const PAUSE = 0.4;

/** A film of one kind; `random` decides where and how. */
export function makeFilm(
  kind: FilmKind,
  { sheets, hand, rest = USUAL_REST }: FilmParts,
  random: Random,
): Film {
  const places = sheets.map((): Pose => ({
    x: random.normal() * 6,
    y: random.normal() * 8,
    turn: random.normal() * 0.06,
    flat: 1,
  }));
  const from = random.pick([
    [320, 20],
    [-320, -30],
    [30, 420],
  ] as const);
  const base = { kind, view: held(random) };
  const sheet = (i: number, at: Actor['at']): Actor => ({ ...A4, image: sheets[i], isSheet: true, at });
  const beat = 2 * MOVE + rest + PAUSE;
  switch (kind) {
    case 'one-after-the-other':
      return {
        ...base,
        seconds: beat * sheets.length + PAUSE,
        actors: sheets.map((_, i) => sheet(i, comeAndGo(places[i], from, PAUSE + i * beat, rest))),
        rests: sheets.map((_, i) => restOf(i, PAUSE + i * beat + MOVE, rest)),
      };
    case 'turned-over': {
      // Front and back of one sheet: it stands on its edge half way.
      const turned = PAUSE + MOVE + rest;
      const front = (time: number): Pose | null => {
        if (time >= turned + MOVE / 2) return null;
        const pose = comeAndGo(places[0], from, PAUSE, rest)(Math.min(time, turned));
        return pose && { ...pose, flat: time <= turned ? 1 : Math.cos(((time - turned) / MOVE) * Math.PI) };
      };
      const back = (time: number): Pose | null => {
        if (time < turned + MOVE / 2) return null;
        return { ...places[0], flat: -Math.cos(Math.min(1, (time - turned) / MOVE) * Math.PI) };
      };
      return {
        ...base,
        seconds: turned + MOVE + rest + PAUSE,
        actors: [sheet(0, front), sheet(1, back)],
        rests: [restOf(0, PAUSE + MOVE, rest), restOf(1, turned + MOVE, rest)],
      };
    }
    case 'hand': {
      const crossing = PAUSE + MOVE + 0.35;
      const wave: Actor = { ...HAND, image: hand, isSheet: false, at: crossingHand(crossing, random) };
      return {
        ...base,
        seconds: crossing + 6,
        actors: [sheet(0, comeAndStay(places[0], from, PAUSE)), wave],
        rests: [restOf(0, crossing + 1.6, 4.2)],
      };
    }
    case 'carried': {
      const calm = 3.2;
      return {
        ...base,
        view: carried(base.view, calm, random),
        seconds: calm + 3,
        actors: [sheet(0, () => places[0])],
        rests: [restOf(0, calm, 3)],
      };
    }
    case 'overlapping': {
      // The second sheet comes to lie half over the first and stays so, then is pushed right over it.
      const half = { ...places[1], x: places[1].x + 70, y: places[1].y + 60, turn: 0.15 };
      const comes = PAUSE + MOVE + rest;
      const goesOn = comes + MOVE + 1.5;
      const second = (time: number): Pose | null => {
        if (time < comes) return null;
        if (time < comes + MOVE)
          return between({ ...half, x: from[0], y: from[1] }, half, (time - comes) / MOVE);
        return between(half, places[1], (time - goesOn) / MOVE);
      };
      return {
        ...base,
        seconds: goesOn + MOVE + rest,
        actors: [sheet(0, comeAndStay(places[0], from, PAUSE)), sheet(1, second)],
        rests: [restOf(0, PAUSE + MOVE, rest), restOf(1, goesOn + MOVE, rest)],
      };
    }
  }
}

const restOf = (sheet: number, from: number, seconds: number): Rest => ({ sheet, from, to: from + seconds });

/** Eased from one pose to another; share below 0 and above 1 stay at the ends. */
function between(a: Pose, b: Pose, share: number): Pose {
  const s = Math.min(1, Math.max(0, share));
  const eased = s * s * (3 - 2 * s);
  const mix = (from: number, to: number) => from + (to - from) * eased;
  return { x: mix(a.x, b.x), y: mix(a.y, b.y), turn: mix(a.turn, b.turn), flat: mix(a.flat, b.flat) };
}

function comeAndStay(place: Pose, [x, y]: readonly [number, number], start: number): Actor['at'] {
  const away: Pose = { ...place, x, y, turn: place.turn + 0.3 };
  return (time) => (time < start ? null : between(away, place, (time - start) / MOVE));
}

function comeAndGo(place: Pose, from: readonly [number, number], start: number, rest: number): Actor['at'] {
  const come = comeAndStay(place, from, start);
  const leaves = start + MOVE + rest;
  const away: Pose = { ...place, x: -from[0], y: -from[1], turn: place.turn - 0.2 };
  return (time) => {
    if (time < leaves) return come(time);
    return time < leaves + MOVE ? between(place, away, (time - leaves) / MOVE) : null;
  };
}

/** A hand that comes in from below, rests on the sheet a moment, and goes. */
function crossingHand(start: number, random: Random): Actor['at'] {
  const away: Pose = { x: 60, y: 460, turn: 0.1, flat: 1 };
  const there: Pose = { x: random.between(-40, 60), y: random.between(120, 190), turn: -0.15, flat: 1 };
  return (time) => {
    if (time < start || time > start + 1.6) return null;
    return time < start + 1
      ? between(away, there, (time - start) / 0.5)
      : between(there, away, (time - start - 1) / 0.5);
  };
}

/** A camera held in the hand: it drifts by a millimetre or two. */
function held(random: Random): Film['view'] {
  const [a, b, c] = [random.between(0, 9), random.between(0, 9), random.between(0, 9)];
  const width = random.between(300, 345);
  const light = random.between(0.8, 1.05);
  return (time) => ({
    x: 1.1 * Math.sin(1.3 * time + a) + 0.4 * Math.sin(4.1 * time + b),
    y: 1.1 * Math.sin(1.1 * time + b) + 0.4 * Math.sin(3.7 * time + c),
    width: width * (1 + 0.002 * Math.sin(0.9 * time + c)),
    turn: 0.004 * Math.sin(0.8 * time + a),
    light,
  });
}

/** Carried about for a while, then held. */
function carried(still: Film['view'], calm: number, random: Random): Film['view'] {
  const [a, b] = [random.between(60, 110), random.between(60, 110)];
  return (time) => {
    const view = still(time);
    const share = Math.max(0, 1 - time / calm);
    const sway = Math.min(1, 4 * share);
    return {
      ...view,
      x: view.x + a * sway * Math.sin(2.1 * time + 1),
      y: view.y + b * sway * Math.cos(1.7 * time),
      width: view.width * (1 + 0.25 * sway * Math.sin(1.9 * time)),
      turn: view.turn + 0.25 * sway * Math.sin(1.3 * time),
    };
  };
}

/** Corners of an actor on the desk, clockwise from its own top left, mm. */
export function cornersOf({ width, height }: Actor, { x, y, turn, flat }: Pose): Point[] {
  const [cos, sin] = [Math.cos(turn), Math.sin(turn)];
  return [
    [-1, -1],
    [1, -1],
    [1, 1],
    [-1, 1],
  ].map(([sx, sy]): Point => {
    const px = (sx * width * flat) / 2;
    const py = (sy * height) / 2;
    return [x + px * cos - py * sin, y + px * sin + py * cos];
  });
}

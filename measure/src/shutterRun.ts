import type { Rgba } from '@ravlo/core';
import { createAimer } from '@ravlo/core/aim';
import { renderSheet, sceneFromSeed } from '@ravlo/studio';
import {
  drawFrame,
  FILM_KINDS,
  makeFilm,
  type Film,
  type FilmKind,
  drawHand,
  createRandom,
} from '@ravlo/film';

/** What the steady shutter did in films of one kind. */
export interface ShutterScore {
  readonly kind: FilmKind;
  readonly seconds: number;
  /** sheets that lay still for all to see */
  readonly sheets: number;
  readonly taken: number;
  /** sheets taken a second time */
  readonly again: number;
  /** photos taken while something moved or lay over the sheet */
  readonly disturbed: number;
}

const FRAME = { width: 480, height: 640 };
const FRAMES_A_SECOND = 15;
const SHEETS = 3;
/** A sheet that has stopped may still be on its way by less than anyone sees, s. */
const GRACE = 0.12;

/** Plays films of every kind to the steady shutter, `count` of each. */
export async function runShutter(count: number, seed: number): Promise<ShutterScore[]> {
  const scores: ShutterScore[] = [];
  const hand = drawHand();
  for (const kind of FILM_KINDS) {
    let score: ShutterScore = { kind, seconds: 0, sheets: 0, taken: 0, again: 0, disturbed: 0 };
    for (let k = 0; k < count; k++) {
      const sheets: Rgba[] = [];
      for (let i = 0; i < SHEETS; i++) {
        const { sheet } = sceneFromSeed(seed + k * SHEETS + i);
        sheets.push((await renderSheet({ ...sheet, width: 210, height: 297, fold: undefined }, 3)).image);
      }
      score = addTo(score, play(makeFilm(kind, { sheets, hand }, createRandom(seed + k))));
    }
    scores.push(score);
  }
  return scores;
}

type Played = Omit<ShutterScore, 'kind'>;

function play(film: Film): Played {
  const aimer = createAimer();
  const taken = new Set<number>();
  let [again, disturbed] = [0, 0];
  const frames = Math.floor(film.seconds * FRAMES_A_SECOND);
  for (let n = 0; n < frames; n++) {
    const time = n / FRAMES_A_SECOND;
    const image = drawFrame(film, time, FRAME);
    if (!aimer.next({ image, time: 1000 * time, photoScale: 4 }).fires) continue;
    const rest = film.rests.find(({ from, to }) => time >= from - GRACE && time <= to + GRACE);
    if (!rest) disturbed++;
    else if (taken.has(rest.sheet)) again++;
    else taken.add(rest.sheet);
  }
  return { seconds: film.seconds, sheets: film.rests.length, taken: taken.size, again, disturbed };
}

function addTo(score: ShutterScore, played: Played): ShutterScore {
  return {
    kind: score.kind,
    seconds: score.seconds + played.seconds,
    sheets: score.sheets + played.sheets,
    taken: score.taken + played.taken,
    again: score.again + played.again,
    disturbed: score.disturbed + played.disturbed,
  };
}

import type { Rgba } from '@ravlo/core';
import { createRandom } from './random';
import { drawFrame, type FrameSize } from './drawFrame';
import { makeFilm, type FilmKind } from './film';
import { drawHand } from './hand';

/** An endless film to practise on. */
export interface PracticeFilm {
  /** what the camera would see, s after the beginning */
  frameAt(time: number, size: FrameSize): Rgba;
}

const PROGRAMME: readonly FilmKind[] = ['one-after-the-other', 'turned-over', 'hand', 'overlapping'];

/** Sheets come and go, are turned over, pointed at and laid on each other; then it begins anew. */
export function practiceFilm(sheets: readonly Rgba[], seed: number): PracticeFilm {
  const hand = drawHand();
  const films = PROGRAMME.map((kind, i) => {
    const turned = [...sheets.slice(i), ...sheets.slice(0, i)];
    return makeFilm(kind, { sheets: turned, hand }, createRandom(seed + i));
  });
  const total = films.reduce((sum, { seconds }) => sum + seconds, 0);
  return {
    frameAt(time, size) {
      let left = time % total;
      const film = films.find(({ seconds }) => {
        if (left < seconds) return true;
        left -= seconds;
        return false;
      });
      return drawFrame(film ?? films[0], left, size);
    },
  };
}

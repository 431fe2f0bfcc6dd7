export { drawFrame } from './drawFrame';
export { FILM_KINDS, makeFilm, type Film, type FilmKind } from './film';
export { drawHand } from './hand';
export { practiceFilm, type PracticeFilm } from './practiceFilm';
export { createRandom, type Random } from './random';

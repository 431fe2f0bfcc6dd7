/**
 * A new number whenever developing or judging a page gives something else than before, so that whoever keeps pictures and verdicts
 * makes them anew. `edition.test.ts` notices.
 */
export const CORE_EDITION = 17;

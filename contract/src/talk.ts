/**
 * Carries, in every request and answer of the API, which contract its sender was built with: a page from before an update and
 * the server after it must not take each other at their word.
 */
export const TALK_HEADER = 'Ravlo-Talk';

/** What core and contract, which know nothing of each other, both speak of: the one in terms of the other. */
export { packetDay, stampWords } from './stampWords';
export { toFound, toFoundSheet, type FoundSheet } from './toFound';
export { toCoreRecipe } from './toCoreRecipe';

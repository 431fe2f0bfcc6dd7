import fc from 'fast-check';
import { addTurns, swapsSides, turnBetween, TURNS } from './turn';

const turns = fc.constantFrom(...TURNS);

it('adds and takes away', () => {
  fc.assert(fc.property(turns, turns, (a, b) => addTurns(a, turnBetween(a, b)) === b));
});

it('swaps the sides at every second turn', () => {
  fc.assert(
    fc.property(turns, turns, (a, b) => swapsSides(addTurns(a, b)) === (swapsSides(a) !== swapsSides(b))),
  );
});

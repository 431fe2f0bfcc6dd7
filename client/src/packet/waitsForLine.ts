import { selectIsKept } from './editsSlice';
import { selectLine } from './lineSlice';
import type { RootState } from './store';
import { isFar } from './trouble';
import { selectTroubles } from './troublesSlice';

/** True where all that keeps changes from being saved is the line, which is said already: they are kept until it is back. */
export function selectWaitsForLine(state: RootState): boolean {
  const { saving } = selectTroubles(state);
  return saving !== null && isFar(saving) && selectIsKept(state) && selectLine(state).shownFrom !== null;
}

import type { DeskTrouble } from '@ravlo/contract';
import { ProblemError } from '../problems';

/** What goes wrong at this desk on purpose; nothing, unless somebody asks for it. */
export interface DeskPractice {
  readonly trouble: DeskTrouble | null;
  set(trouble: DeskTrouble | null): void;
  /** the desk's clock, ms */
  now(): number;
  /** @throws ProblemError where handing over is refused on purpose */
  assertTaken(): void;
}

/** How far the desk's clock is off, ms. */
const OFF = 40 * 60_000;

export function createPractice(trouble: DeskTrouble | null, clock: () => number = Date.now): DeskPractice {
  let current = trouble;
  return {
    get trouble() {
      return current;
    },
    set: (next) => void (current = next),
    now: () => clock() + (current === 'clock-ahead' ? OFF : current === 'clock-behind' ? -OFF : 0),
    assertTaken() {
      const refused = current ? REFUSED[current] : undefined;
      if (refused) throw new ProblemError(...refused);
    },
  };
}

const REFUSED: Partial<Record<DeskTrouble, ConstructorParameters<typeof ProblemError>>> = {
  'too-late': [
    'desk-closed',
    'It has become too late meanwhile: nothing is taken any more. Your pages are safe here; ask your marker.',
  ],
  'no-attempts': [
    'no-attempts-left',
    'All attempts of this brief are used. What you handed over last counts; your pages are safe here.',
  ],
  'wrong-format': [
    'handed-format',
    'The desk takes no PDF for this brief just now. Nothing was handed over.',
  ],
  'too-big': ['handed-too-big', 'The file is larger than the desk takes just now. Nothing was handed over.'],
};

import type { PageParts } from './pageParts';
import { strokeLevel } from './strokeLevel';
import { UNSHIFTED } from './thresholdShift';

const WIDTH = 60;
const HEIGHT = 40;

/** Cells of strokes by how dark they are, some of them with a rule under them. */
function partsOf(levelAt: (x: number, y: number) => { dark: number; isOnRule?: boolean } | null): PageParts {
  const plane = () => new Uint8Array(WIDTH * HEIGHT);
  const parts = {
    ...{ strokes: plane(), onRules: plane(), darkest: plane(), kinds: plane(), toned: plane() },
    ...{ step: 2 as const, width: WIDTH, height: HEIGHT, shift: UNSHIFTED },
  };
  for (let i = 0; i < WIDTH * HEIGHT; i++) {
    const cell = levelAt(i % WIDTH, Math.floor(i / WIDTH));
    if (!cell) continue;
    parts.strokes[i] = 1;
    parts.darkest[i] = cell.dark;
    parts.onRules[i] = cell.isOnRule ? 1 : 0;
  }
  return parts;
}

const isPencil = (y: number) => y >= 18 && y < 21;
const isRule = (x: number) => x >= 28 && x < 30;

describe('how dark strokes are', () => {
  it('is what they are beside a darker rule that they cross', () => {
    const level = strokeLevel(
      partsOf((x, y) => (isPencil(y) ? { dark: isRule(x) ? 180 : 40, isOnRule: isRule(x) } : null)),
    );
    for (let x = 4; x < WIDTH - 4; x++) expect(level(19 * WIDTH + x)).toBeCloseTo(40, 0);
  });

  it('is what the rule is where a stroke runs along it all the way', () => {
    const level = strokeLevel(partsOf((_, y) => (isPencil(y) ? { dark: 180, isOnRule: true } : null)));
    expect(level(19 * WIDTH + 30)).toBeCloseTo(180, 0);
  });
});

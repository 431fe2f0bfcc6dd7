import type { Random } from '@ravlo/film';
import { inventLines, inventTitle } from './inventText';
import type { Scene } from './scene';
import type { PaperKind, SheetPlan } from './sheet';
import type { ThingKind, ThingPlan } from './things';
import type { Change } from './troubles';

/** A notebook's pages lie flatter than those of a thick book. */
const FOLD_SLOPES = { book: [0.2, 0.5], notebook: [0.03, 0.16] } as const;

/** An open book or notebook with both pages in view: the sheet on the left, another like it on the right. */
export function openBook({ sheet, camera }: Scene, random: Random): Change {
  const kind = random.chance(0.4) ? 'book' : 'notebook';
  const [least, most] = FOLD_SLOPES[kind];
  const paper: PaperKind =
    kind === 'book' ? 'columns' : random.pick(['lined', 'squared', 'plain', 'lined'] as const);
  const page = (seed: number): SheetPlan => ({ ...sheet, seed, paper, edge: 'cut' });
  const left = page(sheet.seed);
  const right: SheetPlan = {
    ...page(sheet.seed + 1),
    text: {
      title: inventTitle(random),
      lines: inventLines(random, 3 + Math.floor(random.next() * 20), Math.floor(sheet.width / 4.5)),
    },
  };
  const outer = () => random.between(0.02, least * 1.2);
  const lies = random.chance(0.5);
  return {
    sheet: left,
    curl: { along: 'x', startSlope: outer(), endSlope: -random.between(least, most) },
    under: pagesBelow(sheet, kind, random),
    facing: {
      sheet: right,
      curl: { along: 'x', startSlope: random.between(least, most), endSlope: -outer() },
    },
    camera: {
      ...camera,
      width: lies ? Math.max(camera.width, camera.height) : Math.min(camera.width, camera.height),
      height: lies ? Math.min(camera.width, camera.height) : Math.max(camera.width, camera.height),
      roll: random.normal() * 0.08 + (lies || random.chance(0.6) ? 0 : Math.PI / 2),
      tilt: random.between(0, 0.35),
      fill: random.between(0.7, 1.0),
    },
  };
}

/** A cover that shows round the pages, and the edges of those below. */
function pagesBelow(
  { width, height, paperColour }: SheetPlan,
  kind: keyof typeof FOLD_SLOPES,
  random: Random,
): ThingPlan[] {
  const thing = (kindOf: ThingKind, more: number, colour: string): ThingPlan => ({
    kind: kindOf,
    seed: Math.floor(random.next() * 1e9),
    centre: [width * random.between(0.985, 1), height * random.between(0.497, 0.503)],
    size: [2 * width + more, height + random.between(0.2, 1) * more],
    turn: random.normal() * 0.002,
    colour,
  });
  const cover = random.chance(0.6)
    ? [
        thing(
          'card',
          random.between(4, 14),
          random.pick(['#7a1f24', '#1f3f66', '#20262c', '#35664a', '#b08a3a']),
        ),
      ]
    : [];
  const count = kind === 'book' ? 3 : Math.floor(random.next() * 3);
  const pages = Array.from({ length: count }, (_, k) => thing('card', (count - k) * 0.9 - 4, paperColour));
  return [...cover, ...pages];
}

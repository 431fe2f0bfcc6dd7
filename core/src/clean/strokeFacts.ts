import type { ConnectedRuns } from '../raster/connectedRuns';

/** Planes of bytes, cell by cell. */
interface Planes {
  readonly darkest: Uint8Array;
  readonly ink: Uint8Array;
  readonly unwanted: Uint8Array;
  readonly rules: Uint8Array;
}

/** What each stroke, all cells that hang together, is like on the mean; by its first run. */
export interface StrokeFacts {
  readonly cells: Uint32Array;
  /** how dark its cells are */
  readonly mean: Float32Array;
  /** how dark it is near its darkest cells: their mean, each weighed by itself, or soft strokes would be fainter than sharp ones */
  readonly dark: Float32Array;
  /** how likely ink, unwanted and a rule, as bytes of logits */
  readonly ink: Float32Array;
  readonly unwanted: Float32Array;
  readonly rules: Float32Array;
}

/** @param isStroke whether a run is one of a stroke's; of the others nothing is told */
export function strokeFacts(
  { count, starts, ends, roots }: ConnectedRuns,
  isStroke: (run: number) => boolean,
  { darkest, ink, unwanted, rules }: Planes,
): StrokeFacts {
  const sums = () => new Float32Array(count);
  const cells = new Uint32Array(count);
  const facts = { cells, mean: sums(), dark: sums(), ink: sums(), unwanted: sums(), rules: sums() };
  for (let run = 0; run < count; run++) {
    if (!isStroke(run)) continue;
    const root = roots[run];
    cells[root] += ends[run] - starts[run];
    for (let i = starts[run]; i < ends[run]; i++) {
      facts.mean[root] += darkest[i];
      facts.dark[root] += darkest[i] * darkest[i];
      facts.ink[root] += ink[i];
      facts.unwanted[root] += unwanted[i];
      facts.rules[root] += rules[i];
    }
  }
  for (let run = 0; run < count; run++) {
    if (cells[run] === 0) continue;
    facts.dark[run] /= facts.mean[run];
    for (const sum of [facts.mean, facts.ink, facts.unwanted, facts.rules]) sum[run] /= cells[run];
  }
  return facts;
}

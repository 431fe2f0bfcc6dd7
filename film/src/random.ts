/** A seeded source of chance: the same seed gives the same numbers on every machine. */
export interface Random {
  /** uniform in [0, 1) */
  next(): number;
  /** uniform in [from, to) */
  between(from: number, to: number): number;
  /** normal with mean 0 and standard deviation 1 */
  normal(): number;
  /** one of the list */
  pick<T>(list: readonly T[]): T;
  /** true with the given probability */
  chance(probability: number): boolean;
}

/** Mulberry32 (T. Ettinger, public domain): 32 bits of state, quick, good enough for drawing. */
export function createRandom(seed: number): Random {
  // Neighbouring seeds must not start alike: mix the bits well first (the finaliser of MurmurHash3).
  let state = mix(seed);
  const next = () => {
    state = (state + 0x6d2b79f5) >>> 0;
    let t = Math.imul(state ^ (state >>> 15), state | 1);
    t ^= t + Math.imul(t ^ (t >>> 7), t | 61);
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
  };
  return {
    next,
    between: (from, to) => from + (to - from) * next(),
    normal: () => Math.sqrt(-2 * Math.log(1 - next())) * Math.cos(2 * Math.PI * next()),
    pick: (list) => list[Math.floor(next() * list.length)],
    chance: (probability) => next() < probability,
  };
}

function mix(seed: number): number {
  let h = (seed ^ 0x9e3779b9) >>> 0;
  h = Math.imul(h ^ (h >>> 16), 0x85ebca6b);
  h = Math.imul(h ^ (h >>> 13), 0xc2b2ae35);
  return (h ^ (h >>> 16)) >>> 0;
}

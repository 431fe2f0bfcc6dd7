import { KERNEL_BYTES } from './kernelBytes';

/** The compiled loops of core/kernels: see there what each does. Addresses are bytes into `memory`. */
interface KernelExports {
  readonly memory: WebAssembly.Memory;
  freeFrom(): number;
  boxMean(
    from: number,
    width: number,
    height: number,
    radius: number,
    across: number,
    sums: number,
    out: number,
  ): void;
  sumBlocks(pixels: number, stride: number, rows: number, factor: number, count: number, sums: number): void;
  resample(
    pixels: number,
    stride: number,
    left: number,
    top: number,
    width: number,
    height: number,
    knots: number,
    spans: number,
    rows: number,
    scale: number,
    across: number,
    down: number,
    plan: number,
    out: number,
  ): void;
  convolve3(
    cells: number,
    rowStride: number,
    inputs: number,
    kernel: number,
    bias: number,
    outputs: number,
    stride: number,
    outWidth: number,
    outHeight: number,
    result: number,
  ): void;
  separable3(
    cells: number,
    rowStride: number,
    inputs: number,
    each: number,
    mix: number,
    bias: number,
    outputs: number,
    stride: number,
    outWidth: number,
    outHeight: number,
    row: number,
    result: number,
    resultStride: number,
  ): void;
  mixCells(
    cells: number,
    count: number,
    inputs: number,
    mix: number,
    bias: number,
    outputs: number,
    rectify: number,
    result: number,
  ): void;
  addDoubled(coarse: number, count: number, channels: number, first: number, second: number): void;
  inkNetRow(
    above: number,
    below: number,
    red: number,
    green: number,
    blue: number,
    count: number,
    knee: number,
    out: number,
  ): void;
  spreadLogits(
    cells: number,
    count: number,
    classes: number,
    scale: number,
    above: number,
    below: number,
    plane: number,
  ): void;
  opponentPlanes(pixels: number, count: number, light: number, warm: number, green: number): void;
  ridges(
    strength: number,
    cos2: number,
    sin2: number,
    width: number,
    height: number,
    threshold: number,
    found: number,
  ): number;
  vote(
    edges: number,
    count: number,
    spread: number,
    trig: number,
    reach: number,
    votes: number,
    rowBytes: number,
  ): void;
  smooth(from: number, to: number, line: number, width: number, height: number): void;
  addToTensor(plane: number, xx: number, yy: number, xy: number, width: number, height: number): void;
  edgeField(
    xx: number,
    yy: number,
    xy: number,
    count: number,
    least: number,
    strength: number,
    cos2: number,
    sin2: number,
  ): void;
  darknessRow(pixels: number, red: number, green: number, blue: number, count: number, out: number): void;
  spreadRow(nodes: number, cell: number, count: number, out: number): void;
  widenRow(above: number, here: number, below: number, out: number, width: number): void;
  reaches(values: number, thresholds: number, count: number, out: number): void;
  atLeast(values: number, least: number, mark: number, count: number, out: number): void;
  eitherOf(a: number, b: number, mark: number, count: number, out: number): void;
  peakRow(above: number, here: number, columns: number, out: number): void;
  widestRow(from: number, count: number, reach: number, out: number): void;
  tallestRow(from: number, columns: number, rows: number, out: number): void;
  addCapped(row: number, cap: number, count: number, sums: number): void;
  stepSums(row: number, cap: number, steps: number, out: number): void;
  binomialRow(above: number, here: number, below: number, out: number, step: number, length: number): void;
  liftRow(
    pixels: number,
    red: number,
    green: number,
    blue: number,
    mask: number,
    tone: number,
    darkest: number,
    count: number,
    out: number,
  ): void;
  codeOneBit(
    pixels: number,
    stride: number,
    width: number,
    height: number,
    knowledge: number,
    rows: number,
    out: number,
  ): number;
  larger(a: number, b: number, count: number): void;
  smaller(a: number, b: number, count: number): void;
}

export interface Kernels extends KernelExports {
  /**
   * Addresses of that many free stretches of so many bytes, each with a little to spare behind it, good until the next
   * call. What lies in them is what was left there.
   */
  room(...bytes: readonly number[]): number[];
  /**
   * Like `room`, but apart from what `room` gave last, which stays good: for a helper that is called between; a few
   * rows at most.
   */
  scratch(...bytes: readonly number[]): number[];
  /** the `count` floats at an address; good until the next `room` */
  floats(address: number, count: number): Float32Array<ArrayBuffer>;
  words(address: number, count: number): Uint32Array<ArrayBuffer>;
  shorts(address: number, count: number): Int16Array<ArrayBuffer>;
  bytes(address: number, count: number): Uint8Array<ArrayBuffer>;
}

const PAGE_BYTES = 65536;
/** Loops read up to a vector or two past the end. */
const SPARE = 64;
/** Bytes set aside for helpers: a few rows of the widest page. */
const SCRATCH = 512 * 1024;

let loaded: Kernels | null | undefined;

/** The kernels, compiled once a thread; null where WebAssembly or its SIMD is missing: then plain loops do. */
export function kernels(): Kernels | null {
  if (loaded === undefined) loaded = load();
  return loaded;
}

function load(): Kernels | null {
  if (typeof WebAssembly === 'undefined') return null;
  const bytes = Uint8Array.from(atob(KERNEL_BYTES), (letter) => letter.charCodeAt(0));
  if (!WebAssembly.validate(bytes)) return null;
  const { exports } = new WebAssembly.Instance(new WebAssembly.Module(bytes), {});
  const raw = exports as unknown as KernelExports;
  const { memory } = raw;
  const start = raw.freeFrom();
  const aligned = (address: number) => (address + 15) & ~15;
  const growTo = (end: number) => {
    const missing = end - memory.buffer.byteLength;
    if (missing > 0) memory.grow(Math.ceil(missing / PAGE_BYTES));
  };
  // A helper may be called before anybody has asked for room.
  growTo(aligned(start) + SCRATCH);
  const placesFrom = (from: number, sizes: readonly number[]) => {
    let end = from;
    const places = sizes.map((size) => {
      const place = end;
      end = aligned(end + size + SPARE);
      return place;
    });
    return { places, end };
  };
  return {
    ...raw,
    room(...sizes) {
      // The scratch lies before all others, so that growing for it never moves what `room` gave.
      const { places, end } = placesFrom(aligned(start) + SCRATCH, sizes);
      growTo(end);
      return places;
    },
    scratch(...sizes) {
      const { places, end } = placesFrom(aligned(start), sizes);
      if (end > aligned(start) + SCRATCH)
        throw new RangeError('A helper asked for more than there is set aside');
      return places;
    },
    floats: (address, count) => new Float32Array(memory.buffer as ArrayBuffer, address, count),
    words: (address, count) => new Uint32Array(memory.buffer as ArrayBuffer, address, count),
    bytes: (address, count) => new Uint8Array(memory.buffer as ArrayBuffer, address, count),
    shorts: (address, count) => new Int16Array(memory.buffer as ArrayBuffer, address, count),
  };
}

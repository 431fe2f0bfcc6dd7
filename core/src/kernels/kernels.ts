import { KERNEL_BYTES } from './kernelBytes';

/** The compiled loops of core/kernels: see there what each does. Addresses are bytes into `memory`. */
interface KernelExports {
  readonly memory: WebAssembly.Memory;
  freeFrom(): number;
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
  larger(a: number, b: number, count: number): void;
  smaller(a: number, b: number, count: number): void;
}

export interface Kernels extends KernelExports {
  /**
   * Addresses of that many free stretches of so many bytes, each with a little to spare behind it, good until the next
   * call. What lies in them is what was left there.
   */
  room(...bytes: readonly number[]): number[];
  /** the `count` floats at an address; good until the next `room` */
  floats(address: number, count: number): Float32Array<ArrayBuffer>;
  words(address: number, count: number): Uint32Array<ArrayBuffer>;
  shorts(address: number, count: number): Int16Array<ArrayBuffer>;
}

const PAGE_BYTES = 65536;
/** Loops read up to a vector or two past the end. */
const SPARE = 64;

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
  return {
    ...raw,
    room(...sizes) {
      let end = aligned(start);
      const places = sizes.map((size) => {
        const place = end;
        end = aligned(end + size + SPARE);
        return place;
      });
      const missing = end - memory.buffer.byteLength;
      if (missing > 0) memory.grow(Math.ceil(missing / PAGE_BYTES));
      return places;
    },
    floats: (address, count) => new Float32Array(memory.buffer as ArrayBuffer, address, count),
    words: (address, count) => new Uint32Array(memory.buffer as ArrayBuffer, address, count),
    shorts: (address, count) => new Int16Array(memory.buffer as ArrayBuffer, address, count),
  };
}

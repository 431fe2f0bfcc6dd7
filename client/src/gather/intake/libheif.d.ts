// What is used of libheif's WebAssembly build, which comes without types.
declare module 'libheif-js/wasm-bundle' {
  interface HeifImage {
    get_width(): number;
    get_height(): number;
    display<Pixels extends { data: Uint8ClampedArray; width: number; height: number }>(
      pixels: Pixels,
      done: (shown: Pixels | null) => void,
    ): void;
  }
  const libheif: { readonly HeifDecoder: new () => { decode(bytes: Uint8Array): HeifImage[] } };
  export default libheif;
}

/** Little-endian IEEE 754 16-bit floats in base64. */
export function decodeHalfFloats(text: string): Float32Array {
  const bytes = Uint8Array.from(atob(text), (letter) => letter.charCodeAt(0));
  const values = new Float32Array(bytes.length >> 1);
  for (let i = 0; i < values.length; i++) {
    const bits = bytes[2 * i] | (bytes[2 * i + 1] << 8);
    const sign = bits & 0x8000 ? -1 : 1;
    const exponent = (bits >> 10) & 31;
    const fraction = bits & 1023;
    values[i] = sign * (exponent === 0 ? fraction * 2 ** -24 : (1 + fraction / 1024) * 2 ** (exponent - 15));
  }
  return values;
}

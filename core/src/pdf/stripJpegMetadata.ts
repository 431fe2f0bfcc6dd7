/**
 * A JPEG without anything that the picture does not need: EXIF, places, thumbnails, comments and colour
 * profiles go; the JFIF header and the colour-transform marker (APP14) stay. The picture data is copied as it is.
 *
 * @throws RangeError when the bytes are not a JPEG
 */
export function stripJpegMetadata(jpeg: Uint8Array): Uint8Array<ArrayBuffer> {
  if (jpeg.length < 4 || jpeg[0] !== 0xff || jpeg[1] !== 0xd8)
    throw new RangeError('These bytes are not a JPEG');
  const kept: Uint8Array[] = [jpeg.subarray(0, 2)];
  let at = 2;
  while (at + 4 <= jpeg.length) {
    if (jpeg[at] !== 0xff) throw new RangeError('This JPEG has no marker where one must be');
    const marker = jpeg[at + 1];
    if (marker === 0xff) {
      at++;
      continue;
    }
    if (marker === SOS) {
      kept.push(jpeg.subarray(at));
      return concatenate(kept);
    }
    const end = at + 2 + ((jpeg[at + 2] << 8) | jpeg[at + 3]);
    if (end > jpeg.length) break;
    if (isNeeded(marker)) kept.push(jpeg.subarray(at, end));
    at = end;
  }
  throw new RangeError('This JPEG ends before its picture begins');
}

const SOS = 0xda;
const APP0 = 0xe0;
const APP14 = 0xee;
const APP15 = 0xef;
const COM = 0xfe;

function isNeeded(marker: number): boolean {
  const isApplication = marker >= APP0 && marker <= APP15;
  return marker === APP0 || marker === APP14 || (!isApplication && marker !== COM);
}

function concatenate(parts: readonly Uint8Array[]): Uint8Array<ArrayBuffer> {
  const result = new Uint8Array(parts.reduce((sum, part) => sum + part.length, 0));
  let at = 0;
  for (const part of parts) {
    result.set(part, at);
    at += part.length;
  }
  return result;
}

/** What a file really is, by its first bytes; its name may say anything. */
export type FileKind = 'photo' | 'heic' | 'tiff' | 'pdf' | 'unknown';

/** So many bytes are enough to tell. */
export const SNIFFED_BYTES = 32;

const HEIC_BRANDS = ['heic', 'heix', 'hevc', 'hevx', 'heim', 'heis', 'mif1', 'msf1'];

export function sniffKind(bytes: Uint8Array): FileKind {
  const text = String.fromCharCode(...bytes.subarray(0, SNIFFED_BYTES));
  if (bytes[0] === 0xff && bytes[1] === 0xd8 && bytes[2] === 0xff) return 'photo';
  if (text.startsWith('\x89PNG\r\n\x1a\n')) return 'photo';
  if (text.startsWith('RIFF') && text.slice(8, 12) === 'WEBP') return 'photo';
  if (text.slice(4, 8) === 'ftyp' && HEIC_BRANDS.includes(text.slice(8, 12))) return 'heic';
  if (text.startsWith('II*\0') || text.startsWith('MM\0*')) return 'tiff';
  // A PDF may have a few bytes before its own first ones.
  if (text.includes('%PDF-')) return 'pdf';
  return 'unknown';
}

import { sniffKind, type FileKind } from './sniffKind';

const bytes = (text: string) => Uint8Array.from(text, (letter) => letter.charCodeAt(0));

describe('sniffKind', () => {
  it.each<[FileKind, string]>([
    ['photo', '\xff\xd8\xff\xe1\0\0Exif'],
    ['photo', '\x89PNG\r\n\x1a\n\0\0\0\rIHDR'],
    ['photo', 'RIFF\0\0\0\0WEBPVP8 '],
    ['heic', '\0\0\0\x18ftypheic\0\0\0\0'],
    ['heic', '\0\0\0\x18ftypmif1\0\0\0\0'],
    ['tiff', 'II*\0\x08\0\0\0'],
    ['tiff', 'MM\0*\0\0\0\x08'],
    ['pdf', '%PDF-1.7\n'],
    ['pdf', '\r\n%PDF-1.4\n'],
    ['unknown', 'a letter to the school'],
    ['unknown', '\0\0\0\x18ftypmp42\0\0\0\0'],
    ['unknown', ''],
  ])('takes for %s: %j', (kind, text) => expect(sniffKind(bytes(text))).toBe(kind));
});

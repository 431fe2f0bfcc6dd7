import { expose } from 'comlink';
import libheif from 'libheif-js/wasm-bundle';
import * as UTIF from 'utif2';

/** Pictures that browsers do not read: HEIC from phones, TIFF from scanners. Each becomes JPEGs. */

const QUALITY = 0.93;
/** A picture larger than this is no photo of a sheet, and would take all the memory there is. */
const MOST_PIXELS = 110_000_000;

async function toJpeg(data: Uint8ClampedArray<ArrayBuffer>, width: number, height: number): Promise<Blob> {
  const canvas = new OffscreenCanvas(width, height);
  const context = canvas.getContext('2d');
  if (!context) throw new Error('This browser gave no canvas to read the picture on');
  context.putImageData(new ImageData(data, width, height), 0, 0);
  return canvas.convertToBlob({ type: 'image/jpeg', quality: QUALITY });
}

function assertSize(width: number, height: number): void {
  if (!(width > 0 && height > 0 && width * height <= MOST_PIXELS)) {
    throw new Error(`The picture is ${width} x ${height} pixels`);
  }
}

const tools = {
  /** The picture in a HEIC file, upright as the file says. */
  async fromHeic(bytes: ArrayBuffer): Promise<Blob> {
    const [image] = new libheif.HeifDecoder().decode(new Uint8Array(bytes));
    if (!image) throw new Error('There is no picture in the file');
    const width = image.get_width();
    const height = image.get_height();
    assertSize(width, height);
    const pixels = { data: new Uint8ClampedArray(width * height * 4), width, height };
    await new Promise<void>((resolve, reject) => {
      image.display(pixels, (shown) => (shown ? resolve() : reject(new Error('The picture is damaged'))));
    });
    return toJpeg(pixels.data, width, height);
  },

  /** The pages of a TIFF file, in order. */
  async fromTiff(bytes: ArrayBuffer): Promise<Blob[]> {
    const pages: Blob[] = [];
    for (const page of UTIF.decode(bytes)) {
      UTIF.decodeImage(bytes, page);
      assertSize(page.width, page.height);
      const rgba = UTIF.toRGBA8(page);
      pages.push(await toJpeg(Uint8ClampedArray.from(rgba), page.width, page.height));
    }
    if (pages.length === 0) throw new Error('There is no picture in the file');
    return pages;
  },
};

export type PictureTools = typeof tools;

expose(tools);

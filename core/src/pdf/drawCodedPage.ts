import {
  concatTransformationMatrix,
  drawObject,
  PDFRawStream,
  popGraphicsState,
  pushGraphicsState,
  setFillingRgbColor,
  type PDFContext,
  type PDFDocument,
  type PDFPage,
  type PDFRef,
} from '@cantoo/pdf-lib';
import type { CodedPage, CodedStencil } from './codePage';
import { stripJpegMetadata } from './stripJpegMetadata';

/** Where a page's picture lies on the paper: in points, from the paper's bottom left corner. */
export interface PointBox {
  readonly left: number;
  readonly bottom: number;
  readonly width: number;
  readonly height: number;
}

/** An image whose edge lies exactly on the page's edge is resampled by some viewers: keep off it by this, pt. */
const INSET = 0.0012;

/**
 * Puts a coded page on a sheet of a PDF.
 *
 * @throws RangeError when a picture's bytes are not a JPEG
 */
export async function drawCodedPage(
  document: PDFDocument,
  sheet: PDFPage,
  page: CodedPage,
  place: PointBox,
): Promise<void> {
  const across = (place.width - 2 * INSET) / page.width;
  const down = (place.height - 2 * INSET) / page.height;
  const [left, top] = [place.left + INSET, place.bottom + place.height - INSET];
  /** Shows an image in a box of page pixels. */
  const show = (image: PDFRef, box: { left: number; top: number; width: number; height: number }) => {
    const name = sheet.node.newXObject('Image', image);
    sheet.pushOperators(
      concatTransformationMatrix(
        box.width * across,
        0,
        0,
        box.height * down,
        left + box.left * across,
        top - (box.top + box.height) * down,
      ),
      drawObject(name),
    );
  };
  for (const picture of page.pictures) {
    const image = await document.embedJpg(stripJpegMetadata(picture.jpeg));
    sheet.pushOperators(pushGraphicsState());
    show(image.ref, picture);
    sheet.pushOperators(popGraphicsState());
  }
  for (const stencil of page.stencils) {
    sheet.pushOperators(pushGraphicsState());
    const { colours } = stencil;
    const mask = maskObject(document.context, stencil);
    const covered = {
      left: 0,
      top: 0,
      width: stencil.width / stencil.scale,
      height: stencil.height / stencil.scale,
    };
    if ('deflated' in colours) {
      show(coloursObject(document.context, colours, mask), covered);
    } else {
      const [red, green, blue] = colours;
      sheet.pushOperators(setFillingRgbColor(red / 255, green / 255, blue / 255));
      show(mask, covered);
    }
    sheet.pushOperators(popGraphicsState());
  }
}

function maskObject(context: PDFContext, { jbig2, width, height }: CodedStencil): PDFRef {
  const dictionary = context.obj({
    Type: 'XObject',
    Subtype: 'Image',
    Width: width,
    Height: height,
    ImageMask: true,
    BitsPerComponent: 1,
    Filter: 'JBIG2Decode',
  });
  return context.register(PDFRawStream.of(dictionary, jbig2));
}

/** Colours seen through the mask: where the mask paints, they show (explicit masking, ISO 32000-1, 8.9.6.3). */
function coloursObject(
  context: PDFContext,
  { width, height, deflated }: Extract<CodedStencil['colours'], { deflated: Uint8Array }>,
  mask: PDFRef,
): PDFRef {
  const dictionary = context.obj({
    Type: 'XObject',
    Subtype: 'Image',
    Width: width,
    Height: height,
    ColorSpace: 'DeviceRGB',
    BitsPerComponent: 8,
    Filter: 'FlateDecode',
    Mask: mask,
  });
  return context.register(PDFRawStream.of(dictionary, deflated));
}

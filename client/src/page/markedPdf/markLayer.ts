import {
  concatTransformationMatrix,
  PDFDict,
  PDFHexString,
  PDFName,
  PDFOperator,
  PDFOperatorNames,
  popGraphicsState,
  pushGraphicsState,
  type PDFDocument,
  type PDFPage,
  type PDFRef,
} from '@cantoo/pdf-lib';
import type { ShownFrame } from './shownFrame';

const OWN_NAME = 'RavloMarks';

/** An optional content group, so that readers can hide the marks (ISO 32000-1, 8.11). */
export function addLayer({ context, catalog }: PDFDocument): PDFRef {
  const layer = context.register(context.obj({ Type: 'OCG', Name: PDFHexString.fromText('Marks') }));
  // Files of Ravlo's own have none. Where another has layers, they stay as they are, and the marks are always shown.
  if (!catalog.has(PDFName.of('OCProperties')))
    catalog.set(
      PDFName.of('OCProperties'),
      context.obj({ OCGs: [layer], D: { ON: [layer], Order: [layer] } }),
    );
  return layer;
}

/** Draws on a page, in the layer, in points of the page as it is shown: its origin at the bottom left. */
export async function inLayer(
  { context }: PDFDocument,
  page: PDFPage,
  layer: PDFRef,
  { matrix }: ShownFrame,
  draw: () => Promise<void>,
): Promise<void> {
  const resources = page.node.Resources() ?? context.obj({});
  page.node.set(PDFName.of('Resources'), resources);
  const properties = resources.lookupMaybe(PDFName.of('Properties'), PDFDict) ?? context.obj({});
  resources.set(PDFName.of('Properties'), properties);
  properties.set(PDFName.of(OWN_NAME), layer);
  page.pushOperators(
    PDFOperator.of(PDFOperatorNames.BeginMarkedContentSequence, [PDFName.of('OC'), PDFName.of(OWN_NAME)]),
    pushGraphicsState(),
    concatTransformationMatrix(...matrix),
  );
  await draw();
  page.pushOperators(popGraphicsState(), PDFOperator.of(PDFOperatorNames.EndMarkedContent));
}

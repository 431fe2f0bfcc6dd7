import { expose, transfer } from 'comlink';
import type { CodedPage } from '@ravlo/core';
import { decodePhoto, encodeJpeg } from './codec';
import { encodePdfJpeg } from './pdfJpeg';
import { createTools, type DarkroomTools } from './tools';

/** The darkroom's tools as a web worker: photos are fetched and decoded here, large results handed over. */

async function decode(from: Blob | string) {
  if (typeof from !== 'string') return decodePhoto(from);
  const response = await fetch(from);
  if (!response.ok) throw new Error(`The photo could not be fetched (${response.status})`);
  return decodePhoto(await response.blob());
}

const tools = createTools({ decode, encodeJpeg, encodePdfJpeg });

const handing: DarkroomTools = {
  ...tools,
  pdfPage: async (...given) => {
    const page = await tools.pdfPage(...given);
    return transfer(page, buffersOf(page.coded));
  },
  pdfLadder: async (...given) => {
    const ladder = await tools.pdfLadder(...given);
    // Rungs share what they have in common, and no bytes can be handed over twice.
    return transfer(ladder, [...new Set(ladder.rungs.flatMap(({ coded }) => buffersOf(coded)))]);
  },
  pdfWithin: async (...given) => {
    const made = await tools.pdfWithin(...given);
    return made.bytes ? transfer(made, [made.bytes.buffer]) : made;
  },
  pdf: async (...given) => {
    const bytes = await tools.pdf(...given);
    return transfer(bytes, [bytes.buffer]);
  },
};

function buffersOf({ pictures, stencils }: CodedPage): ArrayBuffer[] {
  const bytes = [
    ...pictures.map(({ jpeg }) => jpeg),
    ...stencils.flatMap(({ jbig2, colours }) =>
      'deflated' in colours ? [jbig2, colours.deflated] : [jbig2],
    ),
  ];
  return bytes.map(({ buffer }) => buffer as ArrayBuffer);
}

expose(handing);

import { expose, transfer } from 'comlink';
import { decodePhoto, encodeJpeg } from './codec';
import { createTools, type DarkroomTools } from './tools';

/** The darkroom's tools as a web worker: photos are fetched and decoded here, large results handed over. */

async function decode(from: Blob | string) {
  if (typeof from !== 'string') return decodePhoto(from);
  const response = await fetch(from);
  if (!response.ok) throw new Error(`The photo could not be fetched (${response.status})`);
  return decodePhoto(await response.blob());
}

const tools = createTools({ decode, encodeJpeg });

const handing: DarkroomTools = {
  ...tools,
  pdfPage: async (...given) => {
    const page = await tools.pdfPage(...given);
    return transfer(page, [page.jpeg.buffer]);
  },
  pdf: async (...given) => {
    const bytes = await tools.pdf(...given);
    return transfer(bytes, [bytes.buffer]);
  },
};

expose(handing);

import { getDocument, GlobalWorkerOptions, type PDFDocumentLoadingTask } from 'pdfjs-dist';

/** The reader works in a worker of its own, which ships beside the app; so do its decoders. */
const WORKER = '/pdf.worker.min.mjs';
const DECODERS = '/wasm/';

/** Opens a PDF; `destroy()` the task when it is done with. The bytes stay the caller's. */
export function openPdf(bytes: Uint8Array): PDFDocumentLoadingTask {
  GlobalWorkerOptions.workerSrc = WORKER;
  return getDocument({ data: bytes.slice(), wasmUrl: DECODERS, isEvalSupported: false });
}

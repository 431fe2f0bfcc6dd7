import { DetailedError, Upload } from 'tus-js-client';
import { readJson } from './readJson';
import { OFFLINE, readTrouble, type Trouble } from './trouble';
import { ourHeaders } from './whose';

/** How far a file is on its way. */
export interface Progress {
  readonly sent: number;
  readonly total: number;
  /** ms, at the pace so far; null while nobody can tell */
  readonly left: number | null;
}

/** A pace is worth saying after so long, ms. */
const KNOWN_AFTER = 800;
/** A line on which nothing has moved for so long is taken for broken, ms. */
const SILENCE = 45_000;

/**
 * Sends the bytes of a handing over under their key; what an earlier try has brought over, also before a reload, is not sent
 * again.
 *
 * @returns the trouble that kept it; null when all bytes are there
 */
export function sendHanded(
  key: string,
  file: Blob,
  onProgress: (progress: Progress) => void,
): Promise<Trouble | null> {
  return new Promise((resolve) => {
    let timer: ReturnType<typeof setTimeout> | undefined;
    let began: { readonly at: number; readonly sent: number } | null = null;
    const end = (trouble: Trouble | null) => {
      clearTimeout(timer);
      resolve(trouble);
    };
    const watch = () => {
      clearTimeout(timer);
      timer = setTimeout(() => {
        void sending.abort();
        end(OFFLINE);
      }, SILENCE);
    };
    const sending = new Upload(file, {
      endpoint: '/api/handing',
      headers: ourHeaders(),
      metadata: { key },
      retryDelays: null,
      removeFingerprintOnSuccess: true,
      fingerprint: async () => `ravlo-handing-${key}`,
      onProgress: (sent, total) => {
        watch();
        began ??= { at: performance.now(), sent };
        onProgress({ sent, total, left: leftOf(began, sent, total) });
      },
      onError: (error) => {
        const answer = error instanceof DetailedError ? error.originalResponse : null;
        end(answer && answer.getStatus() > 0 ? readTrouble(readJson(answer.getBody())) : OFFLINE);
      },
      onSuccess: () => end(null),
    });
    watch();
    void sending
      .findPreviousUploads()
      .catch(() => [])
      .then(([earlier]) => {
        if (earlier) sending.resumeFromPreviousUpload(earlier);
        sending.start();
      });
  });
}

function leftOf(began: { at: number; sent: number }, sent: number, total: number): number | null {
  const took = performance.now() - began.at;
  const pace = (sent - began.sent) / took;
  return took < KNOWN_AFTER || pace <= 0 ? null : (total - sent) / pace;
}

import { DetailedError, Upload, type PreviousUpload } from 'tus-js-client';
import { pageSchema, type Arrival, type Page, type UploadFacts } from '@ravlo/contract';
import type { KeptPhoto } from './photoStore';
import { readJson } from './readJson';
import { OFFLINE, readTrouble, toTrouble, UNEXPECTED, type Trouble } from './trouble';
import { ourHeaders } from './whose';

export type SendResult = { readonly page: Page } | { readonly trouble: Trouble };

/** A line on which nothing has moved for so long is taken for broken, ms. */
const SILENCE = 45_000;
/** When all bytes are there the server may have many photos to look into before it answers, ms. */
const LAST_SILENCE = 150_000;

export interface SendOptions {
  /** its bytes, lower-case hex */
  readonly sha256: string;
  /** it was tried before: the server is asked what has become of that first */
  readonly isAgain: boolean;
  readonly onProgress: (share: number) => void;
}

/** Sends one photo's bytes; what an earlier try has brought over, also before a reload, is not sent again. */
export async function sendPhoto(
  photo: KeptPhoto,
  { sha256, isAgain, onProgress }: SendOptions,
): Promise<SendResult> {
  if (isAgain) {
    const arrived = await askForPage(photo);
    const mustSend = 'trouble' in arrived && arrived.trouble.kind === 'not-arrived';
    if (!mustSend) return arrived;
  }
  const { packetId, key, name, becomes: pageId, replaces, before, batch, index } = photo;
  const facts: UploadFacts = {
    packetId,
    clientKey: key,
    name,
    sha256,
    pageId,
    replaces,
    before,
    batch,
    index,
  };
  const sent = await upload(photo, facts, onProgress);
  // All bytes were there already: whether they have become a page is another question.
  return sent ?? askForPage(photo);
}

/** @returns null when the server has all bytes, but has not said what has become of them */
function upload(
  { packetId, key, blob }: KeptPhoto,
  facts: UploadFacts,
  onProgress: (share: number) => void,
): Promise<SendResult | null> {
  return new Promise((resolve) => {
    let timer: ReturnType<typeof setTimeout> | undefined;
    const end = (result: SendResult | null) => {
      clearTimeout(timer);
      resolve(result);
    };
    const watch = (ms: number) => {
      clearTimeout(timer);
      timer = setTimeout(() => {
        end({ trouble: OFFLINE });
        void sending.abort();
      }, ms);
    };
    const sending = new Upload(blob, {
      endpoint: '/api/uploads',
      headers: ourHeaders(),
      metadata: Object.fromEntries(
        Object.entries(facts).flatMap(([name, value]) =>
          value === undefined ? [] : [[name, String(value)]],
        ),
      ),
      // The sender tries again, and knows when it makes sense.
      retryDelays: null,
      removeFingerprintOnSuccess: true,
      fingerprint: async () => `ravlo-upload-${packetId}-${key}`,
      onProgress: (sent, total) => {
        watch(sent < total ? SILENCE : LAST_SILENCE);
        onProgress(total > 0 ? sent / total : 0);
      },
      onError: (error) => end({ trouble: readFailure(error) }),
      onSuccess: ({ lastResponse }) => {
        const body = lastResponse.getBody();
        const page = pageSchema.safeParse(readJson(body));
        end(page.success ? { page: page.data } : body ? { trouble: UNEXPECTED } : null);
      },
    });
    watch(SILENCE);
    void earlierUpload(sending).then((earlier) => {
      if (earlier) sending.resumeFromPreviousUpload(earlier);
      sending.start();
    });
  });
}

/** A browser that keeps nothing begins anew. */
async function earlierUpload(sending: Upload): Promise<PreviousUpload | undefined> {
  return (await sending.findPreviousUploads().catch(() => []))[0];
}

/** What has become of a photo whose answer was lost. */
async function askForPage({ packetId, key }: KeptPhoto): Promise<SendResult> {
  const arrival: Arrival = { packetId, clientKey: key };
  try {
    const response = await fetch('/api/arrivals', {
      method: 'POST',
      headers: { 'content-type': 'application/json', ...ourHeaders() },
      body: JSON.stringify(arrival),
      signal: AbortSignal.timeout(LAST_SILENCE),
    });
    const body = readJson(await response.text());
    if (!response.ok) return { trouble: readTrouble(body) };
    const page = pageSchema.safeParse(body);
    return page.success ? { page: page.data } : { trouble: UNEXPECTED };
  } catch (reason) {
    return { trouble: reason instanceof TypeError ? OFFLINE : toTrouble(reason) };
  }
}

function readFailure(error: Error | DetailedError): Trouble {
  const answer = error instanceof DetailedError ? error.originalResponse : null;
  return answer && answer.getStatus() > 0 ? readTrouble(readJson(answer.getBody())) : OFFLINE;
}

import { DetailedError, Upload } from 'tus-js-client';
import { pageAnswer, type Page, type UploadFacts } from '@ravlo/contract';
import { OFFLINE, readTrouble, UNEXPECTED, type Trouble } from '@/state/trouble';
import { readJson } from '@/state/readJson';
import { hashOf } from './hashOf';

export type SendResult = { readonly page: Page } | { readonly trouble: Trouble };

export interface PhotoToSend {
  readonly packetId: string;
  readonly key: string;
  readonly name: string;
  readonly blob: Blob;
  /** the page whose place it takes */
  readonly replaces?: string;
  /** the page before which it goes */
  readonly before?: string;
}

/** Sends one photo's bytes; what an earlier try has brought over, also before a reload, is not sent again. */
export async function sendPhoto(
  { packetId, key, name, blob, replaces, before }: PhotoToSend,
  onProgress: (share: number) => void,
): Promise<SendResult> {
  const metadata: UploadFacts = {
    packetId,
    clientKey: key,
    name,
    sha256: await hashOf(blob),
    ...(replaces ? { replaces } : null),
    ...(before ? { before } : null),
  };
  return new Promise((resolve) => {
    const upload = new Upload(blob, {
      endpoint: '/api/uploads',
      metadata: { ...metadata },
      // The outbox tries again, and knows when it makes sense.
      retryDelays: null,
      removeFingerprintOnSuccess: true,
      fingerprint: async () => `ravlo-upload-${key}`,
      onProgress: (sent, total) => onProgress(total > 0 ? sent / total : 0),
      onError: (error) => resolve({ trouble: readFailure(error) }),
      onSuccess: ({ lastResponse }) => {
        const page = pageAnswer.safeParse(readJson(lastResponse.getBody()));
        resolve(page.success ? { page: page.data } : { trouble: UNEXPECTED });
      },
    });
    void upload.findPreviousUploads().then(([earlier]) => {
      if (earlier) upload.resumeFromPreviousUpload(earlier);
      upload.start();
    });
  });
}

function readFailure(error: Error | DetailedError): Trouble {
  const answer = error instanceof DetailedError ? error.originalResponse : null;
  return answer && answer.getStatus() > 0 ? readTrouble(readJson(answer.getBody())) : OFFLINE;
}

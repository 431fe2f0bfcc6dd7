import { pageAnswer, type Page } from '@ravlo/contract';
import { OFFLINE, readTrouble, UNEXPECTED, type Trouble } from '@/state/trouble';

export type SendResult = { readonly page: Page } | { readonly trouble: Trouble };

export interface PhotoToSend {
  readonly packetId: string;
  readonly key: string;
  readonly name: string;
  readonly blob: Blob;
}

/** Sends one photo's bytes. XMLHttpRequest, because fetch does not tell how far an upload has got. */
export function sendPhoto(photo: PhotoToSend, onProgress: (share: number) => void): Promise<SendResult> {
  const form = new FormData();
  form.append('clientKey', photo.key);
  form.append('photo', photo.blob, photo.name);
  return new Promise((resolve) => {
    const request = new XMLHttpRequest();
    request.open('POST', `/api/packets/${photo.packetId}/pages`);
    request.responseType = 'json';
    request.upload.onprogress = ({ loaded, total }) => onProgress(total > 0 ? loaded / total : 0);
    request.onerror = request.ontimeout = request.onabort = () => resolve({ trouble: OFFLINE });
    request.onload = () => {
      if (request.status >= 400) {
        resolve({ trouble: readTrouble(request.response) });
        return;
      }
      const page = pageAnswer.safeParse(request.response);
      resolve(page.success ? { page: page.data } : { trouble: UNEXPECTED });
    };
    request.send(form);
  });
}

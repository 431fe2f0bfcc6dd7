import { createHash } from 'node:crypto';
import type { OpenPacket, Page, UploadFacts } from '@ravlo/contract';

export const sha256Of = (bytes: Buffer): string => createHash('sha256').update(bytes).digest('hex');

export interface ApiAnswer<T> {
  readonly status: number;
  readonly body: T;
}

/** The API of a server, asked without a browser. */
export function apiClient(url: () => string) {
  async function ask<T>(method: string, address: string, body?: unknown): Promise<ApiAnswer<T>> {
    const response = await fetch(`${url()}/api/${address}`, {
      method,
      headers: { 'content-type': 'application/json' },
      body: body === undefined ? undefined : JSON.stringify(body),
    });
    return { status: response.status, body: (response.status === 204 ? null : await response.json()) as T };
  }
  return {
    ask,
    newPacket: async () => (await ask<OpenPacket>('POST', 'packets', {})).body.id,
    open: async (id: string) => (await ask<OpenPacket>('GET', `packets/${id}`)).body,
    copy: async (pageId: string) => (await ask<Page>('POST', `pages/${pageId}/copy`, {})).body,
    turn: (pageId: string, from: number, to: number) =>
      ask('PATCH', 'edits', { packets: [], pages: [{ pageId, patch: { turn: { from, to } } }] }),
    /** sends a photo as the app does: begun with one request, its bytes with the next */
    async sendPhoto(packetId: string, clientKey: string, bytes: Buffer): Promise<ApiAnswer<Page | null>> {
      const facts: UploadFacts = { packetId, clientKey, name: `${clientKey}.jpg`, sha256: sha256Of(bytes) };
      const metadata = Object.entries(facts)
        .map(([name, value]) => `${name} ${Buffer.from(String(value)).toString('base64')}`)
        .join(',');
      const tus = { 'Tus-Resumable': '1.0.0' };
      const begun = await fetch(`${url()}/api/uploads`, {
        method: 'POST',
        headers: { ...tus, 'Upload-Length': String(bytes.length), 'Upload-Metadata': metadata },
      });
      const place = begun.headers.get('location');
      if (begun.status !== 201 || !place) return { status: begun.status, body: null };
      const sent = await fetch(new URL(place, url()), {
        method: 'PATCH',
        headers: { ...tus, 'Upload-Offset': '0', 'Content-Type': 'application/offset+octet-stream' },
        body: new Uint8Array(bytes),
      });
      return { status: sent.status, body: (await sent.json()) as Page };
    },
  };
}

export type ApiClient = ReturnType<typeof apiClient>;

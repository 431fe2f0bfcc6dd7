import { createHash } from 'node:crypto';
import type { Express } from 'express';
import request from 'supertest';
import type { UploadFacts } from '@ravlo/contract';

export const sha256Of = (bytes: Buffer) => createHash('sha256').update(bytes).digest('hex');

/** The metadata of a tus upload: names and base64 values. */
const metadataOf = (facts: object) =>
  Object.entries(facts)
    .map(([name, value]) => `${name} ${Buffer.from(String(value)).toString('base64')}`)
    .join(',');

const TUS = { 'Tus-Resumable': '1.0.0' };
const BYTES = { ...TUS, 'Content-Type': 'application/offset+octet-stream' };

/** Begins an upload without sending a byte. */
export const beginUpload = (app: Express, facts: UploadFacts, length: number) =>
  request(app)
    .post('/api/uploads')
    .set({ ...TUS, 'Upload-Length': String(length), 'Upload-Metadata': metadataOf(facts) });

/** Sends bytes of an upload that has begun, from `offset` on. */
export const sendBytes = (app: Express, place: string, bytes: Buffer, offset: number) =>
  request(app)
    .patch(place)
    .set({ ...BYTES, 'Upload-Offset': String(offset) })
    .send(bytes);

export const askHowFar = (app: Express, place: string) => request(app).head(place).set(TUS);

/** Sends a whole photo in one request. */
export const sendWhole = (app: Express, facts: UploadFacts, bytes: Buffer) =>
  request(app)
    .post('/api/uploads')
    .set({ ...BYTES, 'Upload-Length': String(bytes.length), 'Upload-Metadata': metadataOf(facts) })
    .send(bytes);

/** Sends a file that is to be handed over, whole, in one request. */
export const sendHanded = (app: Express, key: string, bytes: Buffer) =>
  request(app)
    .post('/api/handing')
    .set({ ...BYTES, 'Upload-Length': String(bytes.length), 'Upload-Metadata': metadataOf({ key }) })
    .send(bytes);

/** Begins to send such a file, without a byte. */
export const beginHanded = (app: Express, key: string, length: number) =>
  request(app)
    .post('/api/handing')
    .set({ ...TUS, 'Upload-Length': String(length), 'Upload-Metadata': metadataOf({ key }) });

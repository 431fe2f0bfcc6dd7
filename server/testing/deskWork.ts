import { PDFDocument } from '@cantoo/pdf-lib';
import type { Express } from 'express';
import request from 'supertest';
import type { Attempt, DeskOfMine, HandOver, MyBrief } from '@ravlo/contract';
import { sendHanded, sha256Of } from './sendPhoto';

/** A PDF of empty pages; another number, other bytes. */
export async function testPdf(pages = 2, title = ''): Promise<Buffer> {
  const document = await PDFDocument.create();
  document.setTitle(title);
  for (let i = 0; i < pages; i++) document.addPage([200, 300]);
  return Buffer.from(await document.save());
}

let keys = 0;
export const newKey = () => `work-key-${String(++keys).padStart(10, '0')}`;

export const handingOf = (key: string, bytes: Buffer, change: Partial<HandOver> = {}): HandOver => ({
  ...{ key, fileName: 'work.pdf', sha256: sha256Of(bytes), comment: '', isConfirmed: true },
  ...{ packetId: null, files: [] },
  ...change,
});

/** As somebody sees it. */
export async function briefNamed(app: Express, title: string): Promise<MyBrief> {
  const desk = (await request(app).get('/api/desk').expect(200)).body as DeskOfMine;
  const found = desk.briefs.find(({ brief }) => brief.title === title);
  if (!found) throw new Error(`There is no brief ${title}`);
  return found;
}

/** Hands something over by the road that the app takes. */
export async function handOverWork(
  app: Express,
  briefId: string,
  bytes: Buffer,
  change: Partial<HandOver> = {},
): Promise<Attempt> {
  const key = change.key ?? newKey();
  await sendHanded(app, key, bytes).expect(204);
  const handing = handingOf(key, bytes, change);
  return (await request(app).post(`/api/briefs/${briefId}/attempts`).send(handing).expect(201))
    .body as Attempt;
}

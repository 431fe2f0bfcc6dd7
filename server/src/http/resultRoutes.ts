import { pipeline } from 'node:stream/promises';
import { Router } from 'express';
import { idIn } from './answer';
import type { MineOf } from './whoUses';

/** /api/marker/briefs/:id/points.csv, files.zip and results.json: what leaves the desk. */
export function resultRoutes(mineOf: MineOf): Router {
  const router = Router();

  router.get('/briefs/:id/points.csv', async (request, response) => {
    const { name, text } = await mineOf(request).marker.results.csv(idIn(request, 'brief'));
    response.attachment(name).type('text/csv; charset=utf-8; header=present').send(text);
  });

  router.get('/briefs/:id/files.zip', async (request, response) => {
    const { name, zip } = await mineOf(request).marker.results.zip(idIn(request, 'brief'));
    response.attachment(name).type('application/zip');
    await pipeline(zip, response).catch((error: NodeJS.ErrnoException) => {
      // A reader that went away in the middle is no trouble of ours; one that is still there sees it break off.
      if (error.code !== 'ERR_STREAM_PREMATURE_CLOSE') throw error;
    });
  });

  router.get('/briefs/:id/results.json', async (request, response) => {
    const { name, json } = await mineOf(request).marker.results.json(idIn(request, 'brief'));
    response
      .attachment(name)
      .type('application/json')
      .send(JSON.stringify(json, null, 2));
  });

  return router;
}

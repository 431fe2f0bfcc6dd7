import { Router } from 'express';
import { copyPageSchema, foundSchema, pageSchema } from '@ravlo/contract';
import type { PersonStore } from '../store/personStore';
import { answer, idIn, parseWith } from './answer';

/** /api/pages/:id: one page. */
export function pageRoutes({ pages }: PersonStore): Router {
  const router = Router();

  router.get('/:id', async (request, response) => {
    answer(response, pageSchema, await pages.open(idIn(request, 'page')));
  });

  router.put('/:id/found', async (request, response) => {
    const found = parseWith(foundSchema, request.body);
    answer(response, pageSchema, await pages.noteFound(idIn(request, 'page'), found));
  });

  router.post('/:id/copy', async (request, response) => {
    const copy = parseWith(copyPageSchema, request.body);
    answer(response, pageSchema, await pages.copy(idIn(request, 'page'), copy), 201);
  });

  router.post('/:id/restore', async (request, response) => {
    answer(response, pageSchema, await pages.restore(idIn(request, 'page')));
  });

  return router;
}

import { Router } from 'express';
import { copyPageRequest, foundRequest, pageAnswer } from '@ravlo/contract';
import type { PersonStore } from '../store/personStore';
import { answer, idIn, parseWith } from './answer';

/** /api/pages/:id: one page. */
export function pageRoutes({ pages }: PersonStore): Router {
  const router = Router();

  router.get('/:id', async (request, response) => {
    answer(response, pageAnswer, await pages.open(idIn(request, 'page')));
  });

  router.put('/:id/found', async (request, response) => {
    const found = parseWith(foundRequest, request.body);
    answer(response, pageAnswer, await pages.noteFound(idIn(request, 'page'), found));
  });

  router.post('/:id/copy', async (request, response) => {
    const copy = parseWith(copyPageRequest, request.body);
    answer(response, pageAnswer, await pages.copy(idIn(request, 'page'), copy), 201);
  });

  router.post('/:id/restore', async (request, response) => {
    answer(response, pageAnswer, await pages.restore(idIn(request, 'page')));
  });

  return router;
}

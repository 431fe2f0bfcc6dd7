import { Router, type Request } from 'express';
import { copyPageSchema, foundSchema, pageSchema } from '@ravlo/contract';
import { answer, idIn, parseWith } from './answer';
import type { MineOf } from './whoUses';

/** /api/pages/:id: one page. */
export function pageRoutes(mineOf: MineOf): Router {
  const router = Router();
  const pagesOf = (request: Request) => mineOf(request).store.pages;

  router.get('/:id', async (request, response) => {
    answer(response, pageSchema, await pagesOf(request).open(idIn(request, 'page')));
  });

  router.put('/:id/found', async (request, response) => {
    const found = parseWith(foundSchema, request.body);
    answer(response, pageSchema, await pagesOf(request).noteFound(idIn(request, 'page'), found));
  });

  router.post('/:id/copy', async (request, response) => {
    const copy = parseWith(copyPageSchema, request.body);
    answer(response, pageSchema, await pagesOf(request).copy(idIn(request, 'page'), copy), 201);
  });

  router.post('/:id/restore', async (request, response) => {
    answer(response, pageSchema, await pagesOf(request).restore(idIn(request, 'page')));
  });

  return router;
}

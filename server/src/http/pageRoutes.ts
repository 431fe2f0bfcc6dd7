import { Router } from 'express';
import { changePageRequest, idSchema, pageAnswer } from '@ravlo/contract';
import type { PacketStore } from '../store/packets';
import { answer, parseWith } from './answer';

/** /api/pages/:id: edits of one page. */
export function pageRoutes(packets: PacketStore): Router {
  const router = Router();

  router.patch('/:id', async (request, response) => {
    const { version, recipe } = parseWith(changePageRequest, request.body);
    answer(
      response,
      pageAnswer,
      await packets.changePage(parseWith(idSchema, request.params.id), version, recipe),
    );
  });

  router.delete('/:id', async (request, response) => {
    await packets.removePage(parseWith(idSchema, request.params.id));
    response.status(204).end();
  });

  router.post('/:id/restore', async (request, response) => {
    answer(response, pageAnswer, await packets.restorePage(parseWith(idSchema, request.params.id)));
  });

  return router;
}

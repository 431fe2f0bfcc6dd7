import { Router } from 'express';
import { changePageRequest, copyPageRequest, idSchema, pageAnswer } from '@ravlo/contract';
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

  router.post('/:id/copy', async (request, response) => {
    const copy = parseWith(copyPageRequest, request.body);
    answer(response, pageAnswer, await packets.copyPage(parseWith(idSchema, request.params.id), copy), 201);
  });

  return router;
}

import { Router } from 'express';
import { deletedSchema, editedSchema, editsSchema } from '@ravlo/contract';
import { answer, parseWith } from './answer';
import type { MineOf } from './whoUses';

/** PATCH /api/edits changes pages and packets, all or nothing; GET /api/deleted tells what can be brought back. */
export function editRoutes(mineOf: MineOf): Router {
  const router = Router();

  router.patch('/edits', async (request, response) => {
    answer(
      response,
      editedSchema,
      await mineOf(request).store.makeEdits(parseWith(editsSchema, request.body)),
    );
  });

  router.get('/deleted', async (request, response) => {
    const { packets, pages } = mineOf(request).store;
    answer(response, deletedSchema, { packets: await packets.deleted(), pages: await pages.deleted() });
  });

  return router;
}

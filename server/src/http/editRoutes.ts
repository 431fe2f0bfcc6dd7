import { Router } from 'express';
import { deletedSchema, editedSchema, editsSchema } from '@ravlo/contract';
import type { PersonStore } from '../store/personStore';
import { answer, parseWith } from './answer';

/** PATCH /api/edits changes pages and packets, all or nothing; GET /api/deleted tells what can be brought back. */
export function editRoutes({ makeEdits, packets, pages }: PersonStore): Router {
  const router = Router();

  router.patch('/edits', async (request, response) => {
    answer(response, editedSchema, await makeEdits(parseWith(editsSchema, request.body)));
  });

  router.get('/deleted', async (_request, response) => {
    answer(response, deletedSchema, { packets: await packets.deleted(), pages: await pages.deleted() });
  });

  return router;
}

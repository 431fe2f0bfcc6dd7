import { Router } from 'express';
import { classFoldersSchema } from '@ravlo/contract';
import { answer, idIn } from './answer';
import { sendFile } from './sendFile';
import type { MineOf } from './whoUses';

/** /api/folders: the shared folders of the person's classes, as far as they may look into them. */
export function folderRoutes(mineOf: MineOf): Router {
  const router = Router();

  router.get('/folders', async (request, response) => {
    answer(response, classFoldersSchema, await mineOf(request).folders.list());
  });

  router.get('/folders/:id/:folder/:name', async (request, response) => {
    const { folder, name } = request.params;
    await sendFile(response, await mineOf(request).folders.file(idIn(request, 'class'), folder, name));
  });

  return router;
}

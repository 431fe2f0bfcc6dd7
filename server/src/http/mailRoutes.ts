import { Router } from 'express';
import { z } from 'zod';
import { mailSchema, mailTraySchema, MOST_FILES, sendMailSchema } from '@ravlo/contract';
import { answer, idIn, parseWith } from './answer';
import { sendFile } from './sendFile';
import type { MineOf } from './whoUses';

/** /api/mails: the tray of what was sent, and sending a file that lies under a key (see /api/handing). */
export function mailRoutes(mineOf: MineOf): Router {
  const router = Router();

  router.get('/mails', async (request, response) => {
    answer(response, mailTraySchema, await mineOf(request).mail.tray());
  });

  router.post('/mails', async (request, response) => {
    const { tray, file } = { tray: mineOf(request).mail, file: parseWith(sendMailSchema, request.body) };
    answer(response, mailSchema, await tray.send(file), 201);
  });

  router.get('/mails/:id/message', async (request, response) => {
    await sendFile(response, await mineOf(request).mail.message(idIn(request, 'message')));
  });

  router.get('/mails/:id/attachments/:index', async (request, response) => {
    const index = parseWith(z.coerce.number().int().min(0).max(MOST_FILES), request.params.index);
    const { name, bytes } = await mineOf(request).mail.attachment(idIn(request, 'message'), index);
    response.attachment(name).send(bytes);
  });

  return router;
}

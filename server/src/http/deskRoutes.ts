import { Router } from 'express';
import { rateLimit } from 'express-rate-limit';
import { z } from 'zod';
import {
  attemptSchema,
  deskClassSchema,
  deskSchema,
  handOverSchema,
  joinSchema,
  MOST_FILES,
  myBriefSchema,
  receiptCheckedSchema,
} from '@ravlo/contract';
import { ProblemError } from '../problems';
import { answer, idIn, parseWith } from './answer';
import { sendFile } from './sendFile';
import type { MineOf } from './whoUses';

/** Wrong codes an address may try in this time, ms: nobody gets to guess a class. */
const MOST_TRIES = 10;
const TRIES_WITHIN = 10 * 60_000;

/** /api/desk, /api/briefs/:id and /api/attempts/:id: what is asked of the person, and what they have handed over. */
export function deskRoutes(mineOf: MineOf): Router {
  const router = Router();
  const guessing = rateLimit({
    limit: MOST_TRIES,
    windowMs: TRIES_WITHIN,
    skipSuccessfulRequests: true,
    standardHeaders: true,
    legacyHeaders: false,
    handler: (_request, _response, next) =>
      next(
        new ProblemError('too-many-tries', 'That were many codes. Wait ten minutes, then type yours again.'),
      ),
  });

  router.get('/desk', async (request, response) => {
    answer(response, deskSchema, await mineOf(request).desk.mine());
  });

  router.post('/desk/join', guessing, async (request, response) => {
    answer(
      response,
      deskClassSchema,
      await mineOf(request).desk.join(parseWith(joinSchema, request.body).code),
    );
  });

  router.get('/briefs/:id', async (request, response) => {
    answer(response, myBriefSchema, await mineOf(request).desk.brief(idIn(request, 'brief')));
  });

  router.post('/briefs/:id/attempts', async (request, response) => {
    const handing = parseWith(handOverSchema, request.body);
    answer(
      response,
      attemptSchema,
      await mineOf(request).desk.handOver(idIn(request, 'brief'), handing),
      201,
    );
  });

  router.post('/attempts/:id/take-back', async (request, response) => {
    answer(response, attemptSchema, await mineOf(request).desk.takeBack(idIn(request, 'attempt')));
  });

  router.get('/attempts/:id/file', async (request, response) => {
    await sendFile(response, await mineOf(request).desk.file(idIn(request, 'attempt'), 0));
  });

  /** what went with it, from 1 on */
  router.get('/attempts/:id/files/:index', async (request, response) => {
    const index = parseWith(z.coerce.number().int().min(1).max(MOST_FILES), request.params.index);
    await sendFile(response, await mineOf(request).desk.file(idIn(request, 'attempt'), index));
  });

  router.get('/briefs/:id/worksheet', async (request, response) => {
    await sendFile(response, await mineOf(request).desk.worksheet(idIn(request, 'brief')));
  });

  router.post('/receipts/check', async (request, response) => {
    answer(response, receiptCheckedSchema, await mineOf(request).desk.checkReceipt(request.body));
  });

  return router;
}

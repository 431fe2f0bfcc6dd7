import { randomUUID } from 'node:crypto';
import { createWriteStream } from 'node:fs';
import { rename, rm } from 'node:fs/promises';
import { pipeline } from 'node:stream/promises';
import { Router } from 'express';
import { rateLimit } from 'express-rate-limit';
import {
  attemptKeySchema,
  attemptSchema,
  deskClassSchema,
  deskSchema,
  handOverSchema,
  joinSchema,
  MOST_HANDED_BYTES,
  myBriefSchema,
} from '@ravlo/contract';
import { ProblemError } from '../problems';
import { answer, idIn, parseWith } from './answer';
import { bounded } from './bounded';
import type { MineOf } from './whoUses';

/** Wrong codes an address may try in this time, ms: nobody gets to guess a class. */
const MOST_TRIES = 10;
const TRIES_WITHIN = 10 * 60_000;

/** PUT /api/handing/:key takes the bytes of a handing over, whole; to go before the JSON of the other routes. */
export function handingRoutes(mineOf: MineOf): Router {
  const router = Router();

  router.put('/handing/:key', async (request, response) => {
    const place = mineOf(request).desk.waiting(parseWith(attemptKeySchema, request.params.key));
    // Two tabs may send at once; the last whole one stays.
    const coming = `${place}.${randomUUID()}`;
    try {
      await pipeline(request, bounded(MOST_HANDED_BYTES, tooBig), createWriteStream(coming));
      await rename(coming, place);
    } finally {
      await rm(coming, { force: true });
    }
    response.status(204).end();
  });

  return router;
}

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
    const { place, name } = await mineOf(request).desk.file(idIn(request, 'attempt'));
    response.attachment(name);
    response.type('application/pdf');
    await new Promise<void>((resolve, reject) => {
      response.sendFile(place, { dotfiles: 'allow' }, (error) => {
        // A reader that went away in the middle is no trouble of ours.
        if (error && !response.headersSent) reject(error);
        else resolve();
      });
    });
  });

  return router;
}

const tooBig = () => new ProblemError('handed-too-big', 'This file is larger than the desk takes.');

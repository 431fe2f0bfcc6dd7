import { Router } from 'express';
import { arrivalSchema, pageSchema } from '@ravlo/contract';
import { answer, parseWith } from './answer';
import type { MineOf } from './whoUses';

/** POST /api/arrivals tells the page that a photo has become whose last answer was lost. */
export function arrivalRoutes(mineOf: MineOf): Router {
  const router = Router();

  router.post('/arrivals', async (request, response) => {
    answer(response, pageSchema, await mineOf(request).arrivals.ask(parseWith(arrivalSchema, request.body)));
  });

  return router;
}

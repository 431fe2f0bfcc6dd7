import { Router } from 'express';
import { arrivalSchema, pageSchema } from '@ravlo/contract';
import type { Arrivals } from '../store/arrivals';
import { answer, parseWith } from './answer';

/** POST /api/arrivals tells the page that a photo has become whose last answer was lost. */
export function arrivalRoutes(arrivals: Arrivals): Router {
  const router = Router();

  router.post('/arrivals', async (request, response) => {
    answer(response, pageSchema, await arrivals.ask(parseWith(arrivalSchema, request.body)));
  });

  return router;
}

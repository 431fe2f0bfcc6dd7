import { Router, type Request } from 'express';
import {
  changePinSchema,
  householdSchema,
  personFactsSchema,
  personSchema,
  takeSeatSchema,
} from '@ravlo/contract';
import type { Household } from '../people/household';
import { notFound } from '../problems';
import { answer, idIn, parseWith } from './answer';
import { isSecure, type Reach } from './reach';
import { phoneOf } from './whoAsks';
import { seatCookie, seatOf } from './whoUses';

/** Whoever says nothing of an address has none. */
const saidSchema = personFactsSchema.extend({ email: personFactsSchema.shape.email.default('') });

/**
 * /api/household: who shares this Ravlo, and who is using it here. Everybody in the household may see who there is, come in
 * new, and sit down; only the person themself changes what is said of them.
 */
export function householdRoutes(
  household: Household,
  personOf: (request: Request) => Promise<string | null>,
  reach: Reach,
): Router {
  const router = Router();

  router.get('/', async (request, response) => {
    answer(response, householdSchema, { people: await household.people(), now: await personOf(request) });
  });

  router.post('/people', async (request, response) => {
    answer(response, personSchema, await household.add(parseWith(saidSchema, request.body)), 201);
  });

  router.put('/people/:id', async (request, response) => {
    const facts = parseWith(saidSchema, request.body);
    answer(response, personSchema, await household.change(await oneself(request), facts));
  });

  router.put('/people/:id/pin', async (request, response) => {
    const change = parseWith(changePinSchema, request.body);
    answer(response, personSchema, await household.changePin(await oneself(request), change));
  });

  router.post('/now', async (request, response) => {
    const seat = parseWith(takeSeatSchema, request.body);
    const secret = await household.sit(seat, phoneOf(request));
    const before = seatOf(request);
    if (before) await household.leave(before);
    response.set('Set-Cookie', seatCookie(secret, isSecure(request, reach)));
    answer(response, householdSchema, { people: await household.people(), now: seat.personId });
  });

  router.delete('/now', async (request, response) => {
    const secret = seatOf(request);
    if (secret) await household.leave(secret);
    response
      .set('Set-Cookie', seatCookie(null, isSecure(request, reach)))
      .status(204)
      .end();
  });

  /** @throws ProblemError not-found unless the address names whoever asks */
  async function oneself(request: Request): Promise<string> {
    const id = idIn(request, 'person');
    if (id !== (await personOf(request))) throw notFound('person');
    return id;
  }

  return router;
}

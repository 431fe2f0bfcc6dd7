import { Router, type Request } from 'express';
import { idSchema, pairingSchema, phonesSchema } from '@ravlo/contract';
import { ProblemError } from '../problems';
import type { Phones } from '../store/phones';
import { answer, parseWith } from './answer';
import { pairingLinks } from './pairingLinks';
import { isHere } from './whoAsks';

/** /api/phones: the paired devices, and codes for new ones; both only at the computer itself. */
export function phoneRoutes(phones: Phones, lan: boolean): Router {
  const router = Router();

  router.get('/', async (request, response) => {
    const here = isHere(request);
    answer(response, phonesSchema, {
      isHere: here,
      isReachable: lan,
      phones: here ? await phones.list() : [],
    });
  });

  router.post('/code', (request, response) => {
    assertHere(request);
    if (!lan) {
      throw new ProblemError('forbidden', 'Ravlo was not started for phones: npm start -- --lan does that.');
    }
    const { code, validUntil } = phones.openCode();
    answer(
      response,
      pairingSchema,
      {
        code,
        links: pairingLinks(code, request.socket.localPort ?? 0),
        validUntil: validUntil.toISOString(),
      },
      201,
    );
  });

  router.delete('/:id', async (request, response) => {
    assertHere(request);
    await phones.forget(parseWith(idSchema, request.params.id));
    response.status(204).end();
  });

  return router;
}

function assertHere(request: Request): void {
  if (!isHere(request)) {
    throw new ProblemError(
      'forbidden',
      'Phones are paired and taken off at the computer that Ravlo runs on.',
    );
  }
}

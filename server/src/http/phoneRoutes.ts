import { Router, type Request } from 'express';
import { idSchema, pairingSchema, phonesSchema } from '@ravlo/contract';
import { ProblemError } from '../problems';
import type { Phones } from '../store/phones';
import { answer, parseWith } from './answer';
import { pairingLinks } from './pairingLinks';
import { isHere, type Reach } from './reach';

export interface PhoneRouteParts {
  readonly phones: Phones;
  readonly reach: Reach;
  /** of this machine on its network, the likeliest first */
  readonly addresses: () => readonly string[];
  /** of this Ravlo's own authority; null where no phone will ask about it */
  readonly fingerprint: string | null;
}

/** /api/phones: the paired devices, and codes for new ones; both only at the computer itself. */
export function phoneRoutes({ phones, reach, addresses, fingerprint }: PhoneRouteParts): Router {
  const router = Router();
  const isReachable = reach.lan !== 'off' || reach.publicUrl !== null;

  router.get('/', async (request, response) => {
    const here = isHere(request);
    answer(response, phonesSchema, {
      isHere: here,
      isReachable,
      isPlain: reach.lan === 'plain',
      phones: here ? await phones.list() : [],
    });
  });

  router.post('/code', async (request, response) => {
    assertHere(request);
    if (!isReachable) {
      throw new ProblemError('forbidden', 'Ravlo was not started for phones: npm start -- --lan does that.');
    }
    const { code, validUntil } = await phones.openCode();
    answer(
      response,
      pairingSchema,
      {
        code,
        links: pairingLinks(code, reach, addresses()),
        fingerprint,
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

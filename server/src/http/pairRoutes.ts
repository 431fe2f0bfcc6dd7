import { Router, urlencoded } from 'express';
import { serialize } from 'cookie';
import { ipKeyGenerator } from 'express-rate-limit';
import { z } from 'zod';
import { pairingCodeSchema } from '@ravlo/contract';
import type { Household } from '../people/household';
import { ProblemError } from '../problems';
import type { Phones } from '../store/phones';
import { pairingPage } from './pairingPage';
import { isSecure, type Reach } from './reach';
import { PHONE_COOKIE } from './whoAsks';

const PAIRED_FOR = 90 * 24 * 3600;
const NOT_A_CODE = 'A code has eight letters and digits. Look again at the computer’s screen.';

/**
 * /pair, the only address that strangers reach. Looking at it spends nothing, so that a preview made by a
 * camera or a messenger does not use the code up: pressing the button does.
 */
export function pairRoutes(phones: Phones, household: Pick<Household, 'people'>, reach: Reach): Router {
  const router = Router();

  router.get('/pair', (request, response) => {
    const code = pairingCodeSchema.safeParse(request.query.code);
    response
      .set('Cache-Control', 'no-store')
      .type('html')
      .send(pairingPage({ code: code.data }));
  });

  router.post('/pair', urlencoded({ extended: false, limit: '1kb' }), async (request, response) => {
    response.set('Cache-Control', 'no-store');
    const typed = z.object({ code: pairingCodeSchema }).safeParse(request.body);
    try {
      if (!typed.success) throw new ProblemError('not-paired', NOT_A_CODE);
      const device = deviceName(request.headers['user-agent'] ?? '');
      const secret = await phones.pair(typed.data.code, device, ipKeyGenerator(request.ip ?? ''));
      response.set(
        'Set-Cookie',
        serialize(PHONE_COOKIE, secret, {
          ...{ httpOnly: true, sameSite: 'lax', path: '/', maxAge: PAIRED_FOR },
          secure: isSecure(request, reach),
        }),
      );
      // The phone is the household's: with several people in it, it is asked whose hands it is in.
      response.redirect(303, (await household.people()).length > 1 ? '/people' : '/');
    } catch (error) {
      if (!(error instanceof ProblemError)) throw error;
      response
        .status(error.toProblem().status)
        .type('html')
        .send(pairingPage({ trouble: error.detail }));
    }
  });

  return router;
}

/** A word for the kind of device, from what its browser says of itself. */
export function deviceName(userAgent: string): string {
  const known = [
    [/iPhone/, 'iPhone'],
    [/iPad/, 'iPad'],
    [/Android.*Mobile/, 'Android phone'],
    [/Android/, 'Android tablet'],
    [/Windows/, 'Windows computer'],
    [/Mac OS X/, 'Mac'],
    [/Linux/, 'Linux computer'],
  ] as const;
  return known.find(([pattern]) => pattern.test(userAgent))?.[1] ?? 'Device';
}

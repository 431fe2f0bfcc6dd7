import type { Request, RequestHandler } from 'express';
import { parse } from 'cookie';
import { ProblemError } from '../problems';
import type { Phones } from '../store/phones';
import { LOOPBACK_NAMES } from './onlyFromHere';
import { pairingPage } from './pairingPage';

export const PHONE_COOKIE = 'ravlo_phone';

/** Whether a request comes from this very machine, under its own name. */
export function isHere(request: Request): boolean {
  const from = request.socket.remoteAddress ?? '';
  const isLoopback = from === '::1' || /^(::ffff:)?127\./.test(from);
  return isLoopback && LOOPBACK_NAMES.has((request.headers.host ?? '').replace(/:\d+$/, ''));
}

/** On the local network only paired devices get in; the others get a page to pair with, whatever they ask for. */
export function onlyPaired(phones: Phones): RequestHandler {
  return async (request, response, next) => {
    if (isHere(request)) return next();
    const secret = parse(request.headers.cookie ?? '')[PHONE_COOKIE];
    if (secret && (await phones.isKnown(secret))) return next();
    if (request.path.startsWith('/api/')) {
      throw new ProblemError(
        'not-paired',
        'This device is not paired with Ravlo any more. Open “Use a phone” on the computer. What is kept on this device is safe.',
      );
    }
    response.status(401).set('Cache-Control', 'no-store').type('html').send(pairingPage());
  };
}

import type { Request, RequestHandler, Response } from 'express';
import { parse } from 'cookie';
import { ProblemError } from '../problems';
import type { Phones } from '../store/phones';
import { pairingPage } from './pairingPage';
import { isHere } from './reach';

export const PHONE_COOKIE = 'ravlo_phone';

const asking = new WeakMap<Request, string>();

/** The paired device that a request comes from; null at the computer itself. */
export const phoneOf = (request: Request): string | null => asking.get(request) ?? null;

/**
 * On the local network only paired devices get in; the others get a page to pair with, whatever they ask for. What a device is
 * being told ends in the moment in which it is forgotten.
 */
export function onlyPaired(phones: Phones): RequestHandler {
  const told = new Map<string, Set<Response>>();
  phones.onForgotten((id) => {
    for (const response of told.get(id) ?? []) response.destroy();
  });

  return async (request, response, next) => {
    if (isHere(request)) return next();
    const secret = parse(request.headers.cookie ?? '')[PHONE_COOKIE];
    const id = secret ? await phones.known(secret) : null;
    if (id) {
      asking.set(request, id);
      const open = told.get(id) ?? new Set();
      told.set(id, open.add(response));
      response.once('close', () => open.delete(response));
      return next();
    }
    // A device that was let go keeps no pictures that its browser had put by. What its person made there and has not
    // sent lies in the page's own storage, and stays.
    if (secret) response.set('Clear-Site-Data', '"cache"');
    if (request.path.startsWith('/api/')) {
      throw new ProblemError(
        'not-paired',
        'This device is not paired with Ravlo any more. Open “Use a phone” on the computer. What is kept on this device is safe.',
      );
    }
    response.status(401).set('Cache-Control', 'no-store').type('html').send(pairingPage());
  };
}

import type { RequestHandler } from 'express';
import { ProblemError } from '../problems';
import { isInTheOpen, isOurName, type Reach } from './reach';

/**
 * There is no sign-in on one's own machine (other devices are paired, see whoAsks.ts), so the browser's
 * same-origin rule is the fence. A page elsewhere must not get through it: neither by giving its own name this
 * address (the Host is checked), nor by sending a form across sites (the Origin is checked).
 */
export function onlyFromHere(reach: Reach): RequestHandler {
  return (request, _response, next) => {
    const { origin, host } = request.headers;
    const own = isInTheOpen(request, reach) ? reach.publicUrl?.origin : `${request.protocol}://${host}`;
    const isForeign = origin !== undefined && origin !== own;
    next(
      isOurName(request, reach) && !isForeign
        ? undefined
        : new ProblemError('forbidden', 'Ravlo answers only to its own page on this machine.'),
    );
  };
}

import { isIP } from 'node:net';
import type { RequestHandler } from 'express';
import { ProblemError } from '../problems';

/** The names under which a machine speaks to itself. */
export const LOOPBACK_NAMES = new Set(['localhost', '127.0.0.1', '[::1]']);

export interface OnlyFromHereOptions {
  /** also answer under this machine's addresses on its own network */
  readonly lan: boolean;
}

/**
 * There is no sign-in on one's own machine (other devices are paired, see whoAsks.ts), so the browser's
 * same-origin rule is the fence. A page elsewhere
 * must not get through it: neither by giving its own name this address (the Host is checked), nor by sending
 * a form across sites (the Origin is checked).
 */
export function onlyFromHere({ lan }: OnlyFromHereOptions): RequestHandler {
  return (request, _response, next) => {
    const host = request.headers.host ?? '';
    const name = host.replace(/:\d+$/, '');
    const isKnown = LOOPBACK_NAMES.has(name) || (lan && isIP(name.replace(/^\[|\]$/g, '')) !== 0);
    const origin = request.headers.origin;
    const isForeign = origin !== undefined && origin !== `${request.protocol}://${host}`;
    next(
      isKnown && !isForeign
        ? undefined
        : new ProblemError('forbidden', 'Ravlo answers only to its own page on this machine.'),
    );
  };
}

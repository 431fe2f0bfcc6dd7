import type { RequestHandler } from 'express';
import helmet from 'helmet';
import { isInTheOpen, type Reach } from './reach';

const HALF_A_YEAR = 180 * 24 * 3600;

export function securityHeaders(reach: Reach): RequestHandler {
  const headers = helmet({
    contentSecurityPolicy: {
      useDefaults: false,
      directives: {
        defaultSrc: ["'self'"],
        scriptSrc: ["'self'", "'wasm-unsafe-eval'"],
        workerSrc: ["'self'", 'blob:'],
        imgSrc: ["'self'", 'data:', 'blob:'],
        connectSrc: ["'self'", 'blob:', 'data:'],
        styleSrc: ["'self'", "'unsafe-inline'"],
        fontSrc: ["'self'", 'data:'],
        // A finished PDF is printed from a frame.
        frameSrc: ["'self'", 'blob:'],
        objectSrc: ["'none'"],
        baseUri: ["'self'"],
        formAction: ["'self'"],
        frameAncestors: ["'none'"],
      },
    },
    // With less, a form of our own would come without its origin.
    referrerPolicy: { policy: 'same-origin' },
    strictTransportSecurity: false,
    crossOriginEmbedderPolicy: { policy: 'require-corp' },
    // On plain http from another machine browsers ignore these two with a warning; they do no harm.
    crossOriginOpenerPolicy: { policy: 'same-origin' },
    originAgentCluster: false,
  });
  return (request, response, next) => {
    // Only a name in the open is secure for good; one's own machine and network are plain again tomorrow.
    if (isInTheOpen(request, reach) && reach.publicUrl?.protocol === 'https:')
      response.set('Strict-Transport-Security', `max-age=${HALF_A_YEAR}`);
    headers(request, response, next);
  };
}

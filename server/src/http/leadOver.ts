import { X509Certificate } from 'node:crypto';
import { Router } from 'express';
import { ProblemError } from '../problems';
import { AUTHORITY_FILE, leadOverPage } from './leadOverPage';
import { calledBy, isHere, isSecure, type Reach } from './reach';

/** This Ravlo's own authority, for those who want to trust it. */
export interface ShownAuthority {
  /** PEM */
  readonly cert: string;
  /** the first bytes of its SHA-256, as people compare it */
  readonly fingerprint: string;
}

/** Where others are to come over https: plain http shows them the way, whatever they ask for, and nothing of Ravlo. */
export function leadOver(reach: Reach, authority: ShownAuthority | null): Router {
  const router = Router();
  if (reach.lan !== 'secure') return router;

  if (authority) {
    const bytes = new X509Certificate(authority.cert).raw;
    router.get(AUTHORITY_FILE, (_request, response) => {
      response.type('application/x-x509-ca-cert').attachment('ravlo.crt').send(bytes);
    });
  }

  router.use((request, response, next) => {
    if (isSecure(request, reach) || isHere(request)) return next();
    if (request.path.startsWith('/api/') || request.method !== 'GET')
      throw new ProblemError('forbidden', 'Other devices come to Ravlo over https only. Nothing was read.');
    const over = `https://${calledBy(request)}:${reach.ports().secure}/pair`;
    response
      .set('Cache-Control', 'no-store')
      .type('html')
      .send(leadOverPage({ over, fingerprint: authority?.fingerprint ?? null }));
  });
  return router;
}

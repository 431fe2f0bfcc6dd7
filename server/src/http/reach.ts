import { isIP } from 'node:net';
import type { Request } from 'express';

/** How others than this machine itself reach Ravlo. */
export interface Reach {
  /** devices on the local network: not at all, over https, or over http as it is */
  readonly lan: 'off' | 'secure' | 'plain';
  /** where Ravlo stands in the open, behind a proxy */
  readonly publicUrl: URL | null;
  /** this machine's names on its network */
  readonly names: () => readonly string[];
  /** where it answers, known once it listens; secure only with `lan: 'secure'` */
  readonly ports: () => { readonly plain: number; readonly secure: number };
}

/** The names under which a machine speaks to itself. */
const LOOPBACK_NAMES = new Set(['localhost', '127.0.0.1', '[::1]']);

/** The name that a request calls this machine by, without the port. */
export const calledBy = (request: Request): string =>
  (request.headers.host ?? '').replace(/:\d+$/, '').toLowerCase();

/** Whether a request comes from this very machine, under its own name, and not through a proxy on it. */
export function isHere(request: Request): boolean {
  const from = request.socket.remoteAddress ?? '';
  const isLoopback = from === '::1' || /^(::ffff:)?127\./.test(from);
  const isPassedOn = 'x-forwarded-for' in request.headers || 'forwarded' in request.headers;
  return isLoopback && !isPassedOn && LOOPBACK_NAMES.has(calledBy(request));
}

/** Whether a request calls Ravlo by its address in the open. */
export function isInTheOpen(request: Request, { publicUrl }: Reach): boolean {
  return publicUrl !== null && request.headers.host?.toLowerCase() === publicUrl.host;
}

/** Whether Ravlo answers under the name that a request calls it by. */
export function isOurName(request: Request, reach: Reach): boolean {
  const name = calledBy(request);
  if (LOOPBACK_NAMES.has(name) || isInTheOpen(request, reach)) return true;
  return reach.lan !== 'off' && (isIP(name.replace(/^\[|\]$/g, '')) !== 0 || reach.names().includes(name));
}

/** Whether a browser may keep a cookie for secure pages only. */
export function isSecure(request: Request, reach: Reach): boolean {
  return request.secure || (isInTheOpen(request, reach) && reach.publicUrl?.protocol === 'https:');
}

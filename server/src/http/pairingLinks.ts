import { isIP } from 'node:net';
import type { Reach } from './reach';

/**
 * Where a phone opens Ravlo and pairs, the likeliest address first. The code stands behind the #, which a browser keeps to itself:
 * on the first, plain page nobody else on the network hears it.
 *
 * @param addresses of this machine
 */
export function pairingLinks(code: string, reach: Reach, addresses: readonly string[]): string[] {
  if (reach.publicUrl) return [new URL(`/pair#${code}`, reach.publicUrl).href];
  const { plain } = reach.ports();
  return addresses.map((address) => {
    const host = isIP(address) === 6 ? `[${address}]` : address;
    return `http://${host}:${plain}/pair#${code}`;
  });
}

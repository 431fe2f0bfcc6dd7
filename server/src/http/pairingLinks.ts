import { networkInterfaces } from 'node:os';

/** The addresses under which a phone reaches this machine and pairs; private networks of homes first. */
export function pairingLinks(code: string, port: number): string[] {
  return Object.values(networkInterfaces())
    .flat()
    .flatMap((address) => (address?.family === 'IPv4' && !address.internal ? [address.address] : []))
    .sort((a, b) => likelihood(b) - likelihood(a))
    .map((address) => `http://${address}:${port}/pair?code=${code}`);
}

const likelihood = (address: string) => (/^192\.168\./.test(address) ? 2 : /^10\./.test(address) ? 1 : 0);

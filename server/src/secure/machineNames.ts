import { hostname, networkInterfaces } from 'node:os';

/** What this machine is called on its network. */
export interface MachineNames {
  /** IPv4 first, those of home networks before all others */
  readonly addresses: readonly string[];
  /** what it is called on a home network, where names end in .local (RFC 6762) */
  readonly names: readonly string[];
}

export const machineNames = (): MachineNames => ({ addresses: ownAddresses(), names: ownNames() });

export function ownAddresses(): string[] {
  const all = Object.values(networkInterfaces())
    .flatMap((some) => some ?? [])
    .filter(({ internal, address }) => !internal && !address.startsWith('fe80:'))
    .map(({ address }) => address)
    .sort((a, b) => likelihood(b) - likelihood(a));
  return [...new Set(all)];
}

export function ownNames(): string[] {
  const name = hostname().toLowerCase().replace(/\..*$/, '');
  return /^[a-z0-9-]+$/.test(name) ? [`${name}.local`] : [];
}

/** How likely a phone of this household reaches an address. */
function likelihood(address: string): number {
  if (/^192\.168\./.test(address)) return 3;
  if (/^10\./.test(address)) return 2;
  return address.includes(':') ? 0 : 1;
}

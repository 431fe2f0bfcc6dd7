import { BlockList, isIP } from 'node:net';

/** The networks that homes and schools hand addresses out of (RFC 1918, 3927, 4193), and the machine itself. */
export const HOME_NETWORKS = [
  { address: '10.0.0.0', bits: 8 },
  { address: '172.16.0.0', bits: 12 },
  { address: '192.168.0.0', bits: 16 },
  { address: '169.254.0.0', bits: 16 },
  { address: '127.0.0.0', bits: 8 },
  { address: 'fc00::', bits: 7 },
  { address: '::1', bits: 128 },
] as const;

const home = new BlockList();
for (const { address, bits } of HOME_NETWORKS) home.addSubnet(address, bits, family(address));

/** Whether an address is one of a home's own, which nobody outside can have. */
export function isAtHome(address: string): boolean {
  return isIP(address) !== 0 && home.check(address, family(address));
}

function family(address: string): 'ipv4' | 'ipv6' {
  return isIP(address) === 6 ? 'ipv6' : 'ipv4';
}

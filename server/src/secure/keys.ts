import 'reflect-metadata';
import { randomBytes, webcrypto } from 'node:crypto';
import * as x509 from '@peculiar/x509';

x509.cryptoProvider.set(webcrypto as Crypto);

/** What phones of the last ten years know, and quick to make. */
export const ALGORITHM = { name: 'ECDSA', namedCurve: 'P-256', hash: 'SHA-256' } as const;

export const newKeys = (): Promise<CryptoKeyPair> =>
  webcrypto.subtle.generateKey(ALGORITHM, true, ['sign', 'verify']) as Promise<CryptoKeyPair>;

/** @returns PEM, PKCS #8 */
export async function exportKey(key: CryptoKey): Promise<string> {
  return x509.PemConverter.encode(await webcrypto.subtle.exportKey('pkcs8', key), 'PRIVATE KEY');
}

/** @param pem PKCS #8 */
export function importKey(pem: string): Promise<CryptoKey> {
  const bytes = x509.PemConverter.decodeFirst(pem);
  return webcrypto.subtle.importKey('pkcs8', bytes, ALGORITHM, false, ['sign']) as Promise<CryptoKey>;
}

/** Sixteen bytes, positive (RFC 5280 4.1.2.2), as hexadecimal digits. */
export function newSerial(): string {
  const bytes = randomBytes(16);
  bytes.writeUInt8((bytes.readUInt8() & 0x7f) | 0x40);
  return bytes.toString('hex');
}

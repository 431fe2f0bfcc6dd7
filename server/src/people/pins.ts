import { randomBytes, scrypt, timingSafeEqual } from 'node:crypto';

/**
 * Memory-hard (C. Percival and S. Josefsson, RFC 7914): 32 MB and about 60 ms for one guess. OWASP's least for scrypt is
 * N 2^17; a PIN's few digits are guarded by the waits, and a school's tablet has little memory.
 */
const COST = { N: 2 ** 15, r: 8, p: 1, maxmem: 64 * 1024 * 1024 };
const BYTES = 32;

/** A PIN as it is kept: cost, salt and hash as one text. */
export async function hashPin(pin: string): Promise<string> {
  const salt = randomBytes(16);
  return ['scrypt', COST.N, salt.toString('base64url'), (await derive(pin, salt)).toString('base64url')].join(
    '$',
  );
}

/** Whether a PIN is the one that was kept. */
export async function isPin(pin: string, kept: string): Promise<boolean> {
  const [kind, cost, salt = '', hash = ''] = kept.split('$');
  if (kind !== 'scrypt' || Number(cost) !== COST.N)
    throw new Error('A PIN was kept in a way that is not known');
  const wanted = Buffer.from(hash, 'base64url');
  const given = await derive(pin, Buffer.from(salt, 'base64url'));
  return wanted.length === given.length && timingSafeEqual(wanted, given);
}

function derive(pin: string, salt: Buffer): Promise<Buffer> {
  return new Promise((resolve, reject) =>
    scrypt(pin, salt, BYTES, COST, (error, key) => (error ? reject(error) : resolve(key))),
  );
}

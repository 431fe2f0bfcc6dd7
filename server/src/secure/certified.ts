import { createPrivateKey, X509Certificate } from 'node:crypto';
import { readFile, rename, writeFile } from 'node:fs/promises';
import path from 'node:path';

export const DAY = 24 * 3600_000;

/** A certificate and its key, as a secure server wants them; both PEM, the key PKCS #8. */
export interface Certified {
  readonly cert: string;
  readonly key: string;
}

/** From when to when a certificate is good. @param life ms */
export const goodFor = (life: number, at: number) => ({
  // Clocks of phones differ.
  notBefore: new Date(at - DAY),
  notAfter: new Date(at + life),
});

/** How long a certificate is good for yet, ms. */
export const leftOf = (cert: string, at: number): number =>
  Date.parse(new X509Certificate(cert).validTo) - at;

/** The kept pair of this name; null where there is none, or one half is of another pair: it was ended in between. */
export async function readCertified(dir: string, name: string): Promise<Certified | null> {
  const { certFile, keyFile } = filesOf(dir, name);
  const [cert, key] = await Promise.all([readIfThere(certFile), readIfThere(keyFile)]);
  if (!cert || !key) return null;
  return new X509Certificate(cert).checkPrivateKey(createPrivateKey(key)) ? { cert, key } : null;
}

/** Keeps a pair in files that only whoever runs Ravlo may read, each whole or not at all. */
export async function keepCertified(dir: string, name: string, { cert, key }: Certified): Promise<Certified> {
  const { certFile, keyFile } = filesOf(dir, name);
  await writePrivate(keyFile, key);
  await writePrivate(certFile, cert);
  return { cert, key };
}

const filesOf = (dir: string, name: string) => ({
  certFile: path.join(dir, `${name}.pem`),
  keyFile: path.join(dir, `${name}-key.pem`),
});

async function readIfThere(file: string): Promise<string | null> {
  try {
    return await readFile(file, 'utf8');
  } catch (error) {
    if ((error as NodeJS.ErrnoException).code === 'ENOENT') return null;
    throw error;
  }
}

async function writePrivate(file: string, text: string): Promise<void> {
  const half = `${file}.half`;
  await writeFile(half, text, { mode: 0o600 });
  await rename(half, file);
}

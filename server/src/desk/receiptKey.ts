import { createPrivateKey, createPublicKey, generateKeyPairSync, sign, type KeyObject } from 'node:crypto';
import { mkdir, open, readFile, writeFile } from 'node:fs/promises';
import path from 'node:path';
import { receiptText, type Receipt, type ReceiptFacts } from '@ravlo/contract';

/** Signs receipts, so that nobody can write one themselves. */
export interface ReceiptKey {
  sign(facts: ReceiptFacts): Receipt;
  /** SPKI, base64: what receipts carry */
  readonly publicKey: string;
}

const FILE = 'receipt-key.pem';
const PUBLIC_FILE = 'receipt-key.public';

/** The desk's own key: made at the first start, for nobody else's eyes (mode 0600). */
export async function openReceiptKey(dataDir: string): Promise<ReceiptKey> {
  await mkdir(dataDir, { recursive: true });
  const file = path.join(dataDir, FILE);
  const known = await readFile(file, 'utf8').catch((error: NodeJS.ErrnoException) => {
    if (error.code === 'ENOENT') return null;
    throw error;
  });
  const key = known === null ? await makeKey(file) : createPrivateKey(known);
  const publicKey = createPublicKey(key).export({ type: 'spki', format: 'der' }).toString('base64');
  // For whoever checks receipts away from the desk.
  await writeFile(path.join(dataDir, PUBLIC_FILE), `${publicKey}\n`);
  return {
    publicKey,
    sign(facts) {
      const signature = sign(null, Buffer.from(receiptText(facts)), key).toString('base64');
      return { ...facts, key: publicKey, signature };
    },
  };
}

async function makeKey(file: string): Promise<KeyObject> {
  const { privateKey } = generateKeyPairSync('ed25519');
  const handle = await open(file, 'wx', 0o600);
  try {
    await handle.writeFile(privateKey.export({ type: 'pkcs8', format: 'pem' }));
    await handle.sync();
  } finally {
    await handle.close();
  }
  return privateKey;
}

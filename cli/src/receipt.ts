import { createHash } from 'node:crypto';
import { createReadStream } from 'node:fs';
import { readFile } from 'node:fs/promises';
import path from 'node:path';
import { pipeline } from 'node:stream/promises';
import { checkReceipt, isOnReceipt, keyMark } from '@ravlo/contract';
import { perPhoto, since } from './report';

export interface ReceiptOptions {
  /** the file with the desk's public key @default that of the data folder, where there is one */
  readonly desk?: string;
}

/** Where a Ravlo on this machine puts its desk's key. */
const OWN_KEY = () => path.join(process.env.RAVLO_DATA ?? 'data', 'receipt-key.public');

/** `receipt FILE [PDF]`: is the receipt as its desk signed it, and is the PDF the one that it is about? */
export async function receipt(file: string, pdf: string | undefined, options: ReceiptOptions): Promise<void> {
  await perPhoto(file, async () => {
    const start = performance.now();
    const truth = await checkReceipt(readJson(await readFile(file, 'utf8')));
    if (truth.is !== 'genuine') {
      process.exitCode = 1;
      return { file, receipt: truth.is, ms: since(start) };
    }
    const { key, arrivedAt, person, brief, attempt, isLate, sha256 } = truth.receipt;
    const known = await deskKey(options.desk);
    const desk = known === null ? 'unknown' : known === key ? 'known' : 'another';
    const fits = pdf === undefined ? null : isOnReceipt(truth.receipt, await hashOf(pdf));
    if (desk === 'another' || fits === false) process.exitCode = 1;
    return {
      ...{ file, receipt: truth.is, desk, signedWith: keyMark(key) },
      pdf: fits === null ? null : fits ? 'fits' : 'differs',
      ...{ arrivedAt, person, brief, attempt, isLate, sha256 },
      ms: since(start),
    };
  });
}

/** @throws Error where a file that was named cannot be read */
async function deskKey(file: string | undefined): Promise<string | null> {
  const text = await readFile(file ?? OWN_KEY(), 'utf8').catch((error: NodeJS.ErrnoException) => {
    if (file === undefined && error.code === 'ENOENT') return null;
    throw error;
  });
  return text?.trim() ?? null;
}

function readJson(text: string): unknown {
  try {
    return JSON.parse(text);
  } catch {
    return null;
  }
}

async function hashOf(file: string): Promise<string> {
  const hash = createHash('sha256');
  await pipeline(createReadStream(file), hash);
  return hash.digest('hex');
}

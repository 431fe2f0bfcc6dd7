import { sha256 } from '@noble/hashes/sha2.js';
import { bytesToHex } from '@noble/hashes/utils.js';

/** bytes hashed before the page may breathe again */
const CHUNK = 1024 * 1024;

/** The SHA-256 of a blob, lower-case hex. A page that came over plain http has no hash of the browser's own. */
export async function hashOf(blob: Blob): Promise<string> {
  if (globalThis.crypto?.subtle) {
    return bytesToHex(new Uint8Array(await crypto.subtle.digest('SHA-256', await blob.arrayBuffer())));
  }
  const hash = sha256.create();
  for (let start = 0; start < blob.size; start += CHUNK) {
    hash.update(new Uint8Array(await blob.slice(start, start + CHUNK).arrayBuffer()));
    await new Promise((resolve) => setTimeout(resolve));
  }
  return bytesToHex(hash.digest());
}

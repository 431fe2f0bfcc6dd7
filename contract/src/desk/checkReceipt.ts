import { z } from 'zod';
import { receiptSchema, receiptText, type Receipt } from './handOver';

/** Whether a receipt is as its desk signed it. */
export type ReceiptTruth =
  /** no Ravlo receipt at all */
  | { readonly is: 'unreadable' }
  /** something in it was changed after it was signed */
  | { readonly is: 'altered' }
  | { readonly is: 'genuine'; readonly receipt: Receipt };

/** What the desk says of a receipt. */
export const receiptCheckedSchema = z.discriminatedUnion('is', [
  z.object({ is: z.literal('unreadable') }),
  z.object({ is: z.literal('altered') }),
  z.object({
    is: z.literal('genuine'),
    receipt: receiptSchema,
    /** it was signed with this desk's own key */
    isOurs: z.boolean(),
  }),
]);
export type ReceiptChecked = z.infer<typeof receiptCheckedSchema>;

/**
 * Checks the signature (Ed25519, RFC 8032) by the key that the receipt carries. Whose key that is must be asked of the desk: anybody
 * can sign with a key of their own.
 *
 * @param json what the file says
 * @throws DOMException where this machine knows no Ed25519
 */
export async function checkReceipt(json: unknown): Promise<ReceiptTruth> {
  const parsed = receiptSchema.safeParse(json);
  if (!parsed.success) return { is: 'unreadable' };
  const receipt = parsed.data;
  const [key, signature] = [bytesOf(receipt.key), bytesOf(receipt.signature)];
  if (!key || !signature) return { is: 'altered' };
  const { subtle } = globalThis.crypto;
  const known = await subtle.importKey('spki', key, 'Ed25519', false, ['verify']).catch((reason: unknown) => {
    if (reason instanceof Error && reason.name === 'NotSupportedError') throw reason;
    return null;
  });
  const text = new TextEncoder().encode(receiptText(receipt));
  const isRight = known !== null && (await subtle.verify('Ed25519', known, signature, text));
  return isRight ? { is: 'genuine', receipt } : { is: 'altered' };
}

function bytesOf(base64: string): Uint8Array<ArrayBuffer> | null {
  try {
    return Uint8Array.from(atob(base64), (letter) => letter.charCodeAt(0));
  } catch {
    return null;
  }
}

/** A desk's key in a few signs, to be told from another at a glance: the last of it, the first is the same for all. */
export const keyMark = (key: string): string => key.replace(/=+$/, '').slice(-12);

/** Whether a receipt is about exactly these files, the main one first: the others in any order. */
export function isReceiptOf({ sha256, files = [] }: Receipt, [main, ...others]: readonly string[]): boolean {
  const there = files.map((file) => file.sha256).sort();
  return (
    sha256 === main &&
    there.length === others.length &&
    [...others].sort().every((each, i) => each === there[i])
  );
}

/** Whether a file is one that the receipt names, by its SHA-256. */
export const isOnReceipt = ({ sha256, files = [] }: Receipt, fileSha256: string): boolean =>
  sha256 === fileSha256 || files.some((file) => file.sha256 === fileSha256);

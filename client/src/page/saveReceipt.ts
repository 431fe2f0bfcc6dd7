import type { Receipt } from '@ravlo/contract';
import { saveFile } from '@/ui/saveFile';

/** Saves a receipt as a small file that can be checked later, by anybody. */
export function saveReceipt(receipt: Receipt): void {
  const file = new Blob([`${JSON.stringify(receipt, null, 1)}\n`], { type: 'application/json' });
  saveFile(file, `${receipt.fileName.replace(/\.pdf$/i, '')} receipt.json`);
}

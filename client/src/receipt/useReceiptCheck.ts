import { isOnReceipt, type ReceiptChecked } from '@ravlo/contract';
import { useState } from 'react';
import { useCheckReceiptMutation } from '@/packet/api';
import { hashOf } from '@/packet/hashOf';
import { readJson } from '@/packet/readJson';
import { toTrouble } from '@/packet/trouble';

/** Larger files are no receipts, bytes. */
const MOST = 64 * 1024;

/** Has a receipt checked by the desk, and holds a file against it here. */
export function useReceiptCheck() {
  const [checkReceipt, { error }] = useCheckReceiptMutation();
  const [checked, setChecked] = useState<ReceiptChecked | null>(null);
  const [sha256, setSha256] = useState<string | null>(null);
  return {
    checked,
    /** whether the file is what arrived; null while one of the two is missing */
    fits: checked?.is === 'genuine' && sha256 !== null ? isOnReceipt(checked.receipt, sha256) : null,
    trouble: error ? toTrouble(error).detail : null,
    setReceipt: async (file: File) => {
      setChecked(null);
      const said = file.size > MOST ? null : readJson(await file.text());
      if (typeof said !== 'object' || said === null) setChecked({ is: 'unreadable' });
      else setChecked((await checkReceipt(said)).data ?? null);
    },
    setFile: async (file: File) => {
      setSha256(null);
      setSha256(await hashOf(file));
    },
  };
}

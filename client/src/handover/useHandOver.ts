import { attemptKey, type Attempt, type MyBrief } from '@ravlo/contract';
import { useState } from 'react';
import { useEnterAttemptMutation, useSendHandingMutation } from '@/packet/api';
import { hashOf } from '@/packet/hashOf';
import { toTrouble } from '@/packet/trouble';

export type Handing =
  | { readonly state: 'not-yet' }
  | { readonly state: 'going'; readonly says: string }
  /** why it is not handed over; pressing again goes on with the same attempt */
  | { readonly state: 'failed'; readonly why: string }
  | { readonly state: 'arrived'; readonly attempt: Attempt };

export interface HandOverGiven {
  readonly mine: MyBrief;
  readonly bytes: Uint8Array<ArrayBuffer>;
  readonly fileName: string;
  readonly comment: string;
  readonly isConfirmed: boolean;
}

/** Hands over a file, and says for certain whether it has arrived. */
export function useHandOver() {
  const [handing, setHanding] = useState<Handing>({ state: 'not-yet' });
  const [sendBytes] = useSendHandingMutation();
  const [enterAttempt] = useEnterAttemptMutation();

  async function handOver({
    mine,
    bytes,
    fileName,
    comment,
    isConfirmed,
  }: HandOverGiven): Promise<Attempt | null> {
    const { brief, attempts } = mine;
    const file = new Blob([bytes], { type: 'application/pdf' });
    try {
      setHanding({ state: 'going', says: 'Taking its fingerprint…' });
      const sha256 = await hashOf(file);
      // The answer may have been lost the last time, and be known by now: then these bytes lie there already.
      const there = attempts.find(
        ({ takenBackAt, receipt }) => takenBackAt === null && receipt.sha256 === sha256,
      );
      if (there) {
        setHanding({ state: 'arrived', attempt: there });
        return there;
      }
      const key = attemptKey(brief.id, attempts.length + 1, sha256);
      setHanding({ state: 'going', says: 'Sending it…' });
      await sendBytes({ key, bytes: file }).unwrap();
      setHanding({ state: 'going', says: 'It is read back where it lies now…' });
      const about = { key, fileName, sha256, comment, isConfirmed };
      const attempt = await enterAttempt({ briefId: brief.id, ...about }).unwrap();
      if (attempt.receipt.sha256 !== sha256) {
        setHanding({
          state: 'failed',
          why: 'What arrived are not the bytes that are here. Hand it over again.',
        });
        return null;
      }
      setHanding({ state: 'arrived', attempt });
      return attempt;
    } catch (reason) {
      setHanding({ state: 'failed', why: toTrouble(reason).detail });
      return null;
    }
  }

  return { handing, handOver };
}

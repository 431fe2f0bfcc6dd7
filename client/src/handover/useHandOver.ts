import type { Attempt, MyBrief } from '@ravlo/contract';
import { useState } from 'react';
import { handOver as handOverNow, type HandOverGiven } from '@/packet/handOver';
import type { Progress } from '@/packet/sendHanded';
import { useAppDispatch } from '@/packet/store';
import { letWait, waitNoMore } from '@/packet/waitingHandings';

export type Handing =
  | { readonly state: 'not-yet' }
  /** `progress` while bytes are on their way */
  | { readonly state: 'going'; readonly says: string; readonly progress: Progress | null }
  /** why it is not handed over; pressing again goes on with the same attempt */
  | { readonly state: 'failed'; readonly why: string };

/** Hands over, and says for certain whether it has arrived; what cannot reach the desk waits on this device. */
export function useHandOver() {
  const dispatch = useAppDispatch();
  const [handing, setHanding] = useState<Handing>({ state: 'not-yet' });

  async function handOver(mine: MyBrief, given: HandOverGiven): Promise<Attempt | null> {
    const handed = await dispatch(
      handOverNow(mine, given, (says, progress) =>
        setHanding({ state: 'going', says, progress: progress ?? null }),
      ),
    );
    if (handed.attempt) {
      await dispatch(waitNoMore(mine.brief.id));
      return handed.attempt;
    }
    const isKept = handed.trouble.kind === 'offline' && (await dispatch(letWait(mine, given)));
    setHanding(isKept ? { state: 'not-yet' } : { state: 'failed', why: handed.why });
    return null;
  }

  return { handing, handOver };
}

import type { TakeSeat } from '@ravlo/contract';
import { useTakeSeatMutation } from '@/packet/api';
import { toTrouble } from '@/packet/trouble';
import { openAnew } from '@/packet/whose';

/** Lets somebody sit down at this browser; its windows are opened anew for them. */
export function useSeat() {
  const [takeSeat, { isLoading, error }] = useTakeSeatMutation();
  return {
    isBusy: isLoading,
    trouble: error ? toTrouble(error) : null,
    take: async (seat: TakeSeat) => {
      const { data } = await takeSeat(seat);
      if (data) openAnew();
    },
  };
}

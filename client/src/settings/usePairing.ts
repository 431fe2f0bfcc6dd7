import { useEffect } from 'react';
import { useForgetPhoneMutation, useOpenCodeMutation, usePhonesQuery } from '@/packet/api';

/** A new code is asked for this long before the old one ends, ms. */
const AHEAD = 20_000;
/** How often it is looked whether a phone has come, ms. */
const LOOK_FOR_PHONES = 2000;

/** The paired devices and, at the computer, a code that is always good for a new one. */
export function usePairing() {
  const { data, error } = usePhonesQuery(undefined, { pollingInterval: LOOK_FOR_PHONES });
  const [openCode, { data: pairing }] = useOpenCodeMutation();
  const [forget] = useForgetPhoneMutation();
  const canPair = Boolean(data?.isHere && data.isReachable);
  const count = data?.phones.length;

  // Every phone spends the code that it came with.
  useEffect(() => {
    if (canPair) void openCode();
  }, [canPair, count, openCode]);
  useEffect(() => {
    if (!pairing) return;
    const left = Date.parse(pairing.validUntil) - Date.now() - AHEAD;
    const timer = setTimeout(() => void openCode(), Math.max(left, AHEAD));
    return () => clearTimeout(timer);
  }, [pairing, openCode]);

  return { phones: data, trouble: error, pairing, forget };
}

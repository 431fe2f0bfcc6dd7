import { useEffect, useState } from 'react';
import type { Household } from '@ravlo/contract';
import { openWhose } from '@/packet/whose';

/** Finds out whose window this is; null until that is known: nothing of a person's is opened before. */
export function useOpening(): { readonly household: Household | null } | null {
  const [opened, setOpened] = useState<{ household: Household | null } | null>(null);
  useEffect(() => {
    void openWhose().then((household) => setOpened({ household }));
  }, []);
  return opened;
}

import type { Person } from '@ravlo/contract';
import { useHouseholdQuery } from '@/packet/api';
import { getWhose } from '@/packet/whose';

/** Who is using this window; null while nobody has said who it is, or the server cannot be asked. */
export function useMe(): Person | null {
  const { data } = useHouseholdQuery();
  const { id } = getWhose();
  return data?.people.find((person) => person.id === id) ?? null;
}

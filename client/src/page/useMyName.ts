import { fullName } from '@ravlo/contract';
import { useAppSelector } from '@/packet/store';
import { selectMyName } from './myNameSlice';
import { useMe } from './useMe';

/** Whose work it is, as stamps and the file say it: what was typed for them, else the person's own name. */
export function useMyName(): string {
  const typed = useAppSelector(selectMyName);
  const me = useMe();
  return typed || (me?.firstName ? fullName(me) : '');
}

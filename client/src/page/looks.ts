import type { Recipe } from '@ravlo/contract';

/** The looks, as they are offered. */
export const LOOKS: readonly { readonly value: Recipe['look']; readonly label: string }[] = [
  { value: 'daylight', label: 'Daylight' },
  { value: 'pen', label: 'Pen' },
  { value: 'pencil', label: 'Pencil' },
  { value: 'soft-grey', label: 'Soft grey' },
  { value: 'as-shot', label: 'As shot' },
];

import { useWindowDimensions } from 'react-native';
import { WIDE } from './tokens';

/** True where shelf, packet and page stand side by side. */
export function useWide(): boolean {
  return useWindowDimensions().width >= WIDE;
}

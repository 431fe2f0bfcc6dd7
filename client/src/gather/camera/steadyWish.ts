import { keepText, keptText } from '@/packet/kept';

const KEY = 'ravlo.steady-shutter';

/** Whether this person wants the shutter to fire by itself: no, until they say so; then it is remembered here. */
export function wantsSteady(): boolean {
  return keptText(KEY) === 'on';
}

export function rememberSteady(on: boolean): void {
  // Where it is not kept it holds for this visit.
  keepText(KEY, on ? 'on' : 'off');
}

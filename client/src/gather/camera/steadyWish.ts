const KEY = 'ravlo.steady-shutter';

/** Whether this person wants the shutter to fire by itself: no, until they say so; then it is remembered here. */
export function wantsSteady(): boolean {
  try {
    return localStorage.getItem(KEY) === 'on';
  } catch {
    return false;
  }
}

export function rememberSteady(on: boolean): void {
  try {
    localStorage.setItem(KEY, on ? 'on' : 'off');
  } catch {
    // A browser that keeps nothing: it holds for this visit.
  }
}

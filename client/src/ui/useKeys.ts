import { useEffect, useState } from 'react';

export interface KeyBinding {
  /** as it is shown: "Ctrl+Shift+Z", "Delete", "R" */
  readonly keys: string;
  readonly what: string;
  readonly run: () => void;
}

/** Runs what a key stands for, wherever the focus is, unless it is used there or a sheet lies over the screen. */
export function useKeyPresses(runs: Readonly<Record<string, (() => void) | undefined>>): void {
  useEffect(() => {
    const press = (event: KeyboardEvent) => {
      if (event.defaultPrevented || isUsed(event) || document.querySelector('dialog[open]')) return;
      const run = runs[sayKeys(event)];
      if (!run) return;
      event.preventDefault();
      run();
    };
    window.addEventListener('keydown', press);
    return () => window.removeEventListener('keydown', press);
  });
}

/** Keys that work on the whole screen, and their list under `?`. Ctrl stands for Cmd as well. */
export function useKeys(list: readonly KeyBinding[]) {
  const [isHelpOpen, setHelpOpen] = useState(false);
  const runs = Object.fromEntries(list.map(({ keys, run }) => [keys, run]));
  useKeyPresses({ ...runs, '?': () => setHelpOpen(true) });
  return { list, isHelpOpen, closeHelp: () => setHelpOpen(false) };
}

/** A key with what is held beside it, as bindings write it. */
export function sayKeys({
  key,
  ctrlKey,
  metaKey,
  shiftKey,
}: Pick<KeyboardEvent, 'key' | 'ctrlKey' | 'metaKey' | 'shiftKey'>): string {
  const isLetter = key.length === 1;
  const isNamed = !isLetter || /[a-z]/i.test(key);
  const parts = [
    ctrlKey || metaKey ? 'Ctrl' : null,
    shiftKey && isNamed ? 'Shift' : null,
    isLetter ? key.toUpperCase() : key,
  ];
  return parts.filter((part) => part !== null).join('+');
}

/** The key does something where the focus is: letters in a field, arrows on a slider. */
function isUsed({ target, ctrlKey, metaKey }: KeyboardEvent): boolean {
  if (target instanceof HTMLInputElement && target.type === 'range') return !ctrlKey && !metaKey;
  return (
    target instanceof HTMLTextAreaElement ||
    target instanceof HTMLInputElement ||
    (target instanceof HTMLElement && target.isContentEditable)
  );
}

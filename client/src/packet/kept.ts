import type { z } from 'zod';
import { readJson } from './readJson';

/*
 * Small things that a browser keeps between visits. Some browsers keep nothing, or have no room left: reading gives nothing
 * then, and whoever keeps something is told that it is not kept.
 */

/** @returns null where nothing is kept under that name */
export function keptText(name: string): string | null {
  try {
    return globalThis.localStorage.getItem(name);
  } catch {
    return null;
  }
}

/** @returns whether it is kept now */
export function keepText(name: string, text: string): boolean {
  try {
    globalThis.localStorage.setItem(name, text);
    return true;
  } catch {
    return false;
  }
}

/** What is kept as `keep` keeps it; null where nothing is, or what lies there is of another Ravlo, or of a hand. */
export function kept<T>(name: string, schema: z.ZodType<T>): T | null {
  const { success, data } = schema.safeParse(readJson(keptText(name) ?? 'null'));
  return success ? data : null;
}

/** @returns whether it is kept now */
export const keep = (name: string, value: unknown): boolean => keepText(name, JSON.stringify(value));

export function dropKept(name: string): void {
  try {
    globalThis.localStorage.removeItem(name);
  } catch {
    // Nothing was kept.
  }
}

import { sizeLimitSchema } from '@ravlo/contract';

/** What limits are told in, as teachers do: thousands, as phones and mail programs count. */
export const SIZE_UNITS = { bytes: 1, KB: 1e3, MB: 1e6 } as const;
export type SizeUnit = keyof typeof SIZE_UNITS;

/** The bytes that a person means; null where that is no size. A comma is as good as a point. */
export function readSize(text: string, unit: SizeUnit): number | null {
  const plain = text.trim().replace(',', '.');
  if (!/^\d+(\.\d+)?$/.test(plain)) return null;
  const bytes = sizeLimitSchema.safeParse(Math.floor(Number(plain) * SIZE_UNITS[unit] + 1e-6));
  return bytes.success ? bytes.data : null;
}

/** A size in the largest unit in which it is short: 2 MB, 1.5 MB, 300 KB, 1234 bytes. */
export function writeSize(bytes: number): { readonly text: string; readonly unit: SizeUnit } {
  const unit = (['MB', 'KB'] as const).find(
    (each) => bytes >= SIZE_UNITS[each] && (bytes * 100) % SIZE_UNITS[each] === 0,
  );
  return { text: String(bytes / SIZE_UNITS[unit ?? 'bytes']), unit: unit ?? 'bytes' };
}

/** A size as people say it: 312 KB, 4.1 MB (thousands, as phones and mail programs count). */
export function sayBytes(bytes: number): string {
  if (bytes < 1000) return `${bytes} bytes`;
  if (bytes < 999_500) return `${Math.round(bytes / 1000)} KB`;
  if (bytes < 999_950_000) return `${(bytes / 1e6).toFixed(1)} MB`;
  return `${(bytes / 1e9).toFixed(1)} GB`;
}

/** "1 page", "3 pages". */
export function sayPages(count: number): string {
  return count === 1 ? '1 page' : `${count} pages`;
}

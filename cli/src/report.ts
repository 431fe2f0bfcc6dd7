/** One JSON line on standard output. */
export function report(line: Readonly<Record<string, unknown>>): void {
  process.stdout.write(`${JSON.stringify(line)}\n`);
}

/** Milliseconds since a performance.now(), to one decimal. */
export function since(start: number): number {
  return Math.round((performance.now() - start) * 10) / 10;
}

/**
 * Runs one photo's work; a failure becomes a line with "error" and the exit code 1, and the others go on.
 */
export async function perPhoto(
  file: string,
  work: () => Promise<Readonly<Record<string, unknown>>>,
): Promise<void> {
  try {
    report(await work());
  } catch (error) {
    process.exitCode = 1;
    report({ file, error: error instanceof Error ? error.message : String(error) });
  }
}

/** How far it is, in a line on standard error. */
export function progress(words: string): void {
  process.stderr.write(`${words}\n`);
}

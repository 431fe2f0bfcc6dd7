/** Says figures a line each, the words in a column so wide. */
export const sayIn =
  (width: number) =>
  (what: string, value: string): void => {
    process.stdout.write(`${what.padEnd(width)} ${value}\n`);
  };

export const say = sayIn(78);

export const ms = (value: number): string => `${value.toFixed(0)} ms`;

/** The value that about this share (0 to 1) of all stays below, by nearest rank. */
export const quantile = (values: readonly number[], share: number): number =>
  [...values].sort((a, b) => a - b)[Math.min(values.length - 1, Math.floor(values.length * share))];

/** How long some work takes, ms. */
export async function timed(work: () => Promise<unknown>): Promise<number> {
  const start = performance.now();
  await work();
  return performance.now() - start;
}

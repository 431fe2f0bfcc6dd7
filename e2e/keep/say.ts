/** One line of figures. */
export const say = (what: string, value: string): void => {
  process.stdout.write(`${what.padEnd(78)} ${value}\n`);
};

export const ms = (value: number): string => `${value.toFixed(0)} ms`;

/** @param share 0 to 1 */
export const quantile = (values: readonly number[], share: number): number =>
  [...values].sort((a, b) => a - b)[Math.min(values.length - 1, Math.floor(values.length * share))];

/** How long some work takes, ms. */
export async function timed(work: () => Promise<unknown>): Promise<number> {
  const start = performance.now();
  await work();
  return performance.now() - start;
}

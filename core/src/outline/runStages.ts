/** Runs work that is cut into stages to its end. */
export function runStages<T>(stages: Generator<void, T>): T {
  for (;;) {
    const { done, value } = stages.next();
    if (done) return value;
  }
}

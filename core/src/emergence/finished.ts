/** What a run gives in the end, for whoever waits for no progress. @example finished(bootstrapEmergence(groups, options)) */
export function finished<Result>(run: Generator<unknown, Result>): Result {
  for (;;) {
    const step = run.next();
    if (step.done) return step.value;
  }
}

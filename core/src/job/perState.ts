import type { Bench } from "./bench.ts";
import type { JobState } from "./fold.ts";

/**
 * The same work on the same state is done once. A state is never changed after its fold, so what was worked out of it
 * holds as long as it does; the answer must not be changed either.
 */
export function perState<T>(work: (bench: Bench, state: JobState) => T): (bench: Bench, state: JobState) => T {
  const done = new WeakMap<JobState, { bench: Bench; value: T }>();
  return (bench, state) => {
    const known = done.get(state);
    if (known?.bench === bench) return known.value;
    const value = work(bench, state);
    done.set(state, { bench, value });
    return value;
  };
}

/** Relative and absolute tolerance of every comparison with a limit and of every ranking. */
export const EQUAL_TOLERANCE = 1e-9;

/** True when |a − b| ≤ 1e-9 · max(1, |a|, |b|): equal counts as inside, reached, aligned, a tie. */
export function equal(a: number, b: number): boolean {
  return Math.abs(a - b) <= EQUAL_TOLERANCE * Math.max(1, Math.abs(a), Math.abs(b));
}

/** a ≤ b, with equality as `equal` has it. */
export function atMost(a: number, b: number): boolean {
  return a <= b || equal(a, b);
}

/** a ≥ b, with equality as `equal` has it. */
export function atLeast(a: number, b: number): boolean {
  return a >= b || equal(a, b);
}

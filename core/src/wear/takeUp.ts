/** So many times its earlier pace, what an adjuster takes up is told as more than wear. Common practice, no source. */
export const FASTER = 2;

/** What was taken up at one meter of the machine: turns or flats since the time before. */
export type TakenAt = { at: number; amount: number };

/**
 * How many times as fast an adjuster was taken up last as before; null where there are not two stretches to compare, or
 * nothing was taken up in the first. What was done at one meter counts together, and the first setting counts for
 * nothing: it is how the part was fitted. Amounts in one unit, meters in the machine's own, rising.
 */
export function takeUpPace(takings: readonly TakenAt[]): number | null {
  const at = new Map<number, number>();
  for (const one of takings) at.set(one.at, (at.get(one.at) ?? 0) + one.amount);
  const rows = [...at].sort(([one], [other]) => one - other);
  const [first, beforeLast, last] = [rows[0], rows.at(-2), rows.at(-1)];
  if (!first || !beforeLast || !last || rows.length < 3) return null;
  const earlier = rows.slice(1, -1).reduce((sum, [, amount]) => sum + amount, 0) / (beforeLast[0] - first[0]);
  return earlier > 0 ? last[1] / (last[0] - beforeLast[0]) / earlier : null;
}

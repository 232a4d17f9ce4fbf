import type { Limit } from "@averin/core";

export type Scale = { from: number; to: number; at: (value: number) => number };

/** Linear map of a span of values onto a width of drawing. */
export function linear(from: number, to: number, width: number, left = 0): Scale {
  const span = to - from || 1;
  return { from, to, at: (value) => left + ((Math.min(Math.max(value, from), to) - from) / span) * width };
}

/** The span a limit rule shows: limits, new range and readings, with air on both sides. */
export function ruleSpan(limit: Limit | null, values: readonly number[]): { from: number; to: number } {
  const marks = [
    ...(limit ? [limit.serviceMin, limit.serviceMax, limit.standardMin, limit.standardMax] : []),
    ...values,
  ].filter((v): v is number => v !== undefined);
  // What wears from nothing upwards is shown from nothing; a length that grows by a little is shown where it grows.
  const fromNothing = limit?.kind === "max" && Math.min(...marks) < Math.max(...marks) / 2;
  if (fromNothing || (limit?.kind === "max" && marks.length === 1)) marks.push(0);
  const low = Math.min(...marks);
  const high = Math.max(...marks);
  const air = (high - low || Math.abs(high) || 1) * 0.22;
  return { from: low === 0 && limit?.kind === "max" ? 0 : low - air, to: high + air };
}

/** Where a reading stands between as new (0) and the limit (1), for the small rule; beyond 1 is past. */
export function wearPlace(value: number, limit: Limit): number {
  const { kind, serviceMin, serviceMax, standardMin, standardMax } = limit;
  if (kind === "min" && serviceMin !== undefined) {
    const top = standardMin ?? serviceMin * 1.1;
    return (top - value) / (top - serviceMin);
  }
  if (kind === "max" && serviceMax !== undefined) {
    const bottom = standardMax ?? 0;
    return (value - bottom) / (serviceMax - bottom);
  }
  if (serviceMin !== undefined && serviceMax !== undefined) {
    const middle = (serviceMin + serviceMax) / 2;
    return Math.abs(value - middle) / (serviceMax - middle);
  }
  return 0;
}

import type { Spec } from "./spec.ts";

/** The one number of a figure that has one: what a torque aims at, a count, a plain figure, a limit with one end. */
function numberOf(spec: Spec): number | null {
  switch (spec.kind) {
    case "torque":
      return spec.targetNm;
    case "count":
      return spec.count;
    case "figure":
      return spec.value;
    case "limit": {
      const { serviceMin, serviceMax } = spec.limit;
      return serviceMin !== undefined && serviceMax !== undefined ? null : (serviceMin ?? serviceMax ?? null);
    }
    default:
      return null;
  }
}

/** Whether a limit is a least, a most or both. */
const endOf = (spec: Spec): string => (spec.kind === "limit" ? spec.limit.kind : "");

/** "20 % less", "7.5 % more": how far a value is from the one it is held against, to a tenth of a percent of that one. */
export function percentWords(value: number, against: number): string {
  const percent = Number(((100 * Math.abs(value - against)) / Math.abs(against)).toFixed(1));
  return `${percent} % ${value > against ? "more" : "less"}`;
}

/**
 * How far a figure is from the one that governs in its place, where both have one number of one kind and differ:
 * "; 5 less than what holds, 9.1 % less", to follow it in a line; else nothing. In the unit that both are kept in.
 */
export function apartWords(governs: Spec | null, other: Spec): string {
  const [now, was] = [governs && numberOf(governs), numberOf(other)];
  if (governs?.kind !== other.kind || endOf(governs) !== endOf(other) || now === null || was === null || now === was)
    return "";
  const by = Number(Math.abs(was - now).toPrecision(6));
  const share = now === 0 ? "" : `, ${percentWords(was, now)}`;
  return `; ${by} ${was > now ? "more" : "less"} than what holds${share}`;
}

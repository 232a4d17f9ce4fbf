import type { Spec } from "./spec.ts";

/** The one number that a figure is compared by, in the unit it is kept in: of a range its least; or null. */
export function numberOf(spec: Spec): number | null {
  switch (spec.kind) {
    case "limit":
      return spec.limit.serviceMin ?? spec.limit.serviceMax ?? null;
    case "height":
      return spec.heightMm.min;
    case "torque":
      return spec.targetNm;
    case "count":
      return spec.count;
    case "figure":
      return spec.value;
    case "places":
    case "word":
    case "fastener":
      return null;
  }
}

/** What one number says of a figure; a range is more than one. */
const endOf = (spec: Spec): string => (spec.kind === "limit" ? spec.limit.kind : spec.kind === "height" ? "range" : "");

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
  if (
    governs?.kind !== other.kind ||
    endOf(governs) !== endOf(other) ||
    endOf(other) === "range" ||
    now === null ||
    was === null ||
    now === was
  )
    return "";
  const by = Number(Math.abs(was - now).toPrecision(6));
  const share = now === 0 ? "" : `, ${percentWords(was, now)}`;
  return `; ${by} ${was > now ? "more" : "less"} than what holds${share}`;
}

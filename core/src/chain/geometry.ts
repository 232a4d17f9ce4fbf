import { equal } from "../calculator/index.ts";

/** Excess of chain this near to 0 counts as 0, in mm. */
export const EXCESS_TOLERANCE_MM = 1e-9;

/**
 * Radius in mm of the circle of circumference N·p on which the path is laid. ISO 606's own pitch circle has the
 * diameter p/sin(180°/N); the path differs by less than a tenth of a pitch in usual drives.
 */
export const pathRadius = (teeth: number, pitchMm: number): number => (teeth * pitchMm) / (2 * Math.PI);

/** Two circles at a distance: real only where they do not touch. */
export type Drive = { r1: number; r2: number };

export function isReal({ r1, r2 }: Drive, centreMm: number): boolean {
  return centreMm > r1 + r2 && !equal(centreMm, r1 + r2);
}

/** Length of the path once around both circles, in mm; circles apart. */
export function pathLength({ r1, r2 }: Drive, centreMm: number): number {
  const d = r2 - r1;
  return 2 * runLength({ r1, r2 }, centreMm) + Math.PI * (r1 + r2) + 2 * d * Math.asin(d / centreMm);
}

/** Length of one straight run, in mm. */
export function runLength({ r1, r2 }: Drive, centreMm: number): number {
  const d = Math.abs(r2 - r1);
  return Math.sqrt((centreMm - d) * (centreMm + d));
}

/** The centre distance between `low` and `high` at which the path is exactly `length`; it grows with the distance. */
export function centreForLength(drive: Drive, length: number, low: number, high: number): number {
  for (let i = 0; i < 300; i += 1) {
    const middle = (low + high) / 2;
    if (middle <= low || middle >= high) break;
    if (pathLength(drive, middle) < length) low = middle;
    else high = middle;
  }
  return (low + high) / 2;
}

/** Total up-and-down movement at the middle of a run of length s that holds e more chain than its length; null if short. */
export function slackFromExcess(s: number, e: number): number | null {
  if (Math.abs(e) <= EXCESS_TOLERANCE_MM) return 0;
  return e < 0 ? null : Math.sqrt(e * (2 * s + e));
}

/** The excess of chain in a run of length s that gives a total movement t at its middle. */
export function excessFromSlack(s: number, t: number): number {
  return t === 0 ? 0 : (t * t) / (Math.hypot(s, t) + s);
}

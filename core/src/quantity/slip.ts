import { atLeast, atMost } from "../calculator/index.ts";
import { fromBase, type Kind, toBase, type Unit, UNITS } from "./units.ts";

/** What a wrong entry most likely was: read in another unit, or typed without its decimal point. */
export type Slip =
  | { kind: "unit"; unit: Unit; ratio: number; valueInBase: number }
  | { kind: "point"; value: number; valueInBase: number };

/** Units that a gauge or wrench of the kind is marked in, the likeliest first. */
const LIKELY: Partial<Record<Kind, readonly string[]>> = {
  length: ["in", "mm", "thou", "cm"],
  torque: ["lbf.in", "lbf.ft", "N.m", "kgf.m"],
};

/**
 * The likely slip behind a value that is not plausible, or null where it is plausible or nothing explains it.
 * value in `unit`; plausible: bounds in the kind's base unit. Every unit of the kind is tried, so the ratios met are
 * those between units in use: 25.4 in lengths; 12, 1.356, 8.85 and 9.81 in torques. Then a point left out: 286 for 2.86, 29.5 for 2.95.
 */
export function likelySlip(value: number, unit: Unit, plausible: { min: number; max: number }): Slip | null {
  const fits = (base: number): boolean => atLeast(base, plausible.min) && atMost(base, plausible.max);
  if (value <= 0 || fits(toBase(value, unit))) return null;
  const order = LIKELY[unit.kind] ?? [];
  const rank = (u: Unit): number => (order.includes(u.name) ? order.indexOf(u.name) : order.length);
  const others = UNITS.filter((u) => u.kind === unit.kind && u.name !== unit.name).sort((a, b) => rank(a) - rank(b));
  for (const other of others) {
    const valueInBase = toBase(value, other);
    if (fits(valueInBase)) return { kind: "unit", unit: other, ratio: other.factor / unit.factor, valueInBase };
  }
  // With a point in it, the point slipped by one place at most.
  for (const shift of Number.isInteger(value) ? [10, 100, 1000] : [10]) {
    const valueInBase = toBase(value / shift, unit);
    if (fits(valueInBase)) return { kind: "point", value: fromBase(valueInBase, unit), valueInBase };
  }
  return null;
}

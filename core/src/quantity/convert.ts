import { z } from "zod";
import { defineCalculator, refuse } from "../calculator/index.ts";
import { findUnit, fromBase, toBase, type Unit, unitNames } from "./units.ts";

/** Absolute zero in the base unit of temperature, °C. NIST SP 811 (2008), 4.2.1. */
const ABSOLUTE_ZERO = -273.15;

function known(name: string, path: string): Unit {
  return (
    findUnit(name) ?? refuse("unit", path, `${path}: "${name}" is no unit here; one of ${unitNames().join(", ")}.`)
  );
}

/**
 * Converts a value between two units of one kind, by way of the kind's base unit.
 * Units: the names of `UNITS`, exactly, case and all. Temperatures are scales, not differences.
 * Errors: unit (unknown: path from or to; mixed kinds: path to); range when the result is not finite, or a temperature
 * lies below absolute zero.
 * Source: NIST SP 811 (2008), Appendix B.
 * @example quantityConvert({ value: 1, from: "in", to: "mm" }) // value 25.4
 */
export const quantityConvert = defineCalculator({
  name: "quantity.convert",
  formula: "value · factor(from) / factor(to)",
  source: "NIST SP 811 (2008), Appendix B",
  input: z.strictObject({ value: z.number(), from: z.string(), to: z.string() }),
  output: z.object({ value: z.number() }),
  compute: ({ value, from, to }) => {
    const source = known(from, "from");
    const target = known(to, "to");
    if (source.kind !== target.kind) {
      refuse("unit", "to", `to: ${to} is ${target.kind}, ${from} is ${source.kind}; both must be of one kind.`);
    }
    // A hair below is rounding of another unit's absolute zero.
    if (source.kind === "temperature" && toBase(value, source) < ABSOLUTE_ZERO - 1e-9) {
      refuse("range", "value", `value: ${value} ${from} is below absolute zero; give a temperature above it.`);
    }
    if (source === target) return { value };
    const result = fromBase(toBase(value, source), target);
    if (!Number.isFinite(result)) refuse("range", "value", "value: too large to convert; give a smaller figure.");
    return { value: result };
  },
});

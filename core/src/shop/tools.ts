import { z } from "zod";
import { type Answer } from "../calculator/index.ts";
import { type Gauge, gaugeSchema, multiplierSchema, type Wrench, wrenchSchema } from "../job/bench.ts";
import { type Kind, KINDS } from "../quantity/index.ts";
import { no, read, typed, withUnit } from "./typed.ts";

const due = z
  .string()
  .trim()
  .regex(/^(\d{4}-\d\d-\d\d)?$/, "a day such as 2027-04-30, or nothing")
  .default("");

/** A gauge as it is typed by whoever holds it: what it is, the smallest step it shows, how far off it may read. */
export const gaugeTypedSchema = z.strictObject({
  /** What procedures call such a gauge: "caliper". */
  kind: typed(40).min(1),
  /** What it reads: length, pressure, volume. */
  quantity: z.enum(KINDS),
  name: typed(80),
  /** With its unit: it is read in that unit from then on. */
  step: typed(40),
  /** As printed on it or on its sheet; its step where nothing is. */
  error: typed(40).default(""),
  due,
});
export type GaugeTyped = z.input<typeof gaugeTypedSchema>;

/** A wrench as it is typed: the least and the greatest it can be set to, each with its unit. */
export const wrenchTypedSchema = z.strictObject({
  name: typed(80),
  from: typed(40),
  to: typed(40),
  /** From the middle of the grip to the square, where an adapter may be used. */
  length: typed(40).default(""),
  /** Of the multiplier that it pulls through: how many times, and how much of that arrives. */
  ratio: typed(20).default(""),
  efficiency: typed(20).default(""),
  due,
});
export type WrenchTyped = z.input<typeof wrenchTypedSchema>;

const STEP_LIKE: Partial<Record<Kind, string>> = {
  ...{ length: "0.02 mm or .001 in", pressure: "1 kPa", volume: "5 mL", voltage: "0.01 V" },
};

/**
 * A gauge made from what was typed: step and error in the base unit of what it reads (mm, kPa, mL), read in the unit of
 * its step. Errors: missing where something is left away or has no unit, range where a step is not above 0.
 */
export function gaugeEntered(input: GaugeTyped, id: string): Answer<Gauge> {
  const parsed = read(gaugeTypedSchema, input);
  if (!parsed.ok) return parsed;
  const { kind, quantity, name, step, error, due: calibrationDue } = parsed.value;
  if (name === "") return no("name", "Say what it is called, such as Caliper 2.");
  const like = STEP_LIKE[quantity] ?? "0.1 with its unit";
  const smallest = withUnit(step, quantity, "step", "The smallest step it shows", like);
  if (!smallest.ok) return smallest;
  if (!(smallest.value.valueInBase > 0)) {
    return { ok: false, error: { code: "range", path: "step", message: `A step is above 0, such as ${like}.` } };
  }
  const off = error === "" ? smallest : withUnit(error, quantity, "error", "How far off it may read", like);
  if (!off.ok) return off;
  return read(gaugeSchema, {
    ...{ id, name, kind, unit: smallest.value.unit, resolution: smallest.value.valueInBase },
    ...{ permissibleError: off.value.valueInBase, calibrationDue: calibrationDue === "" ? null : calibrationDue },
  });
}

/** A ratio, such as "4" or "4:1"; a share in percent, such as "95" or "95 %". */
const RATIO = /^(\d+(?:[.,]\d+)?)(?:\s*:\s*1)?$/;
const PERCENT = /^(\d+(?:[.,]\d+)?)\s*%?$/;
const numberOf = (mark: RegExp, text: string): number => Number(mark.exec(text)?.[1]?.replace(",", ".") ?? NaN);

/** The multiplier that a wrench pulls through; null where nothing is said of one. */
function multiplierEntered(ratio: string, efficiency: string): Answer<Wrench["multiplier"]> {
  if (ratio === "" && efficiency === "") return { ok: true, value: null };
  const made = multiplierSchema.safeParse({
    ...{ ratio: numberOf(RATIO, ratio), efficiencyPercent: numberOf(PERCENT, efficiency) },
  });
  if (made.success) return { ok: true, value: made.data };
  return made.error.issues.some(({ path }) => path[0] === "ratio")
    ? no("ratio", "The ratio of the multiplier is above 1, as its plate says, such as 4 or 4:1.")
    : no("efficiency", "How much of the ratio arrives, in percent, as its sheet says: such as 95; 100 at the most.");
}

/**
 * A wrench made from what was typed, in N·m and mm. Errors: as `gaugeEntered`; range where its ends lie the wrong way round;
 * missing where of its multiplier one figure is said without the other.
 */
export function wrenchEntered(input: WrenchTyped, id: string): Answer<Wrench> {
  const parsed = read(wrenchTypedSchema, input);
  if (!parsed.ok) return parsed;
  const { name, from, to, length, ratio, efficiency, due: calibrationDue } = parsed.value;
  if (name === "") return no("name", "Say what it is called, such as Wrench A.");
  const least = withUnit(from, "torque", "from", "The least it can be set to", "5 N·m or 40 in-lb");
  if (!least.ok) return least;
  const most = withUnit(to, "torque", "to", "The most it can be set to", "110 N·m or 80 ft-lb");
  if (!most.ok) return most;
  if (!(least.value.valueInBase > 0 && most.value.valueInBase > least.value.valueInBase)) {
    const message = `A wrench goes from its least up to its most, both above 0: ${from} to ${to} does not.`;
    return { ok: false, error: { code: "range", path: "to", message } };
  }
  const grip = length === "" ? null : withUnit(length, "length", "length", "Grip to square", "400 mm");
  if (grip && !grip.ok) return grip;
  const multiplier = multiplierEntered(ratio, efficiency);
  if (!multiplier.ok) return multiplier;
  return read(wrenchSchema, {
    ...{ id, name, minNm: least.value.valueInBase, maxNm: most.value.valueInBase },
    ...{
      lengthMm: grip?.value.valueInBase ?? null,
      multiplier: multiplier.value,
      calibrationDue: calibrationDue === "" ? null : calibrationDue,
    },
  });
}

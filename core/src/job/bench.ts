import { fields } from "../calculator/index.ts";
import { z } from "zod";
import type { Procedure, Question, Work } from "../procedure/index.ts";
import type { Spec } from "../spec/index.ts";

/** A measuring gauge as the shop holds it; figures in mm. */
export const gaugeSchema = z.strictObject({
  id: z.string(),
  name: z.string(),
  kind: z.string(),
  unit: z.string(),
  resolution: fields.nonNegative,
  permissibleError: fields.nonNegative,
  calibrationDue: z.string().nullable(),
});
/** A gauge as a line that was read with it has it. */
export const keptGauge = z.object({
  id: z.string(),
  name: z.string(),
  kind: z.string(),
  unit: z.string(),
  resolution: z.number(),
  permissibleError: z.number(),
  calibrationDue: z.string().nullable(),
});
export type Gauge = z.infer<typeof gaugeSchema>;

/** A torque wrench as the shop holds it; torques in N·m. */
export const wrenchSchema = z.strictObject({
  id: z.string(),
  name: z.string(),
  minNm: fields.nonNegative,
  maxNm: fields.positive,
  calibrationDue: z.string().nullable(),
  /** From the middle of the grip to the square, for settings with an adapter; mm. */
  lengthMm: fields.positive.nullable().default(null),
});
/** A wrench as a line that was pulled with it has it. */
export const keptWrench = z.object({
  id: z.string(),
  name: z.string(),
  minNm: z.number(),
  maxNm: z.number(),
  calibrationDue: z.string().nullable(),
  lengthMm: z.number().nullable(),
});
export type Wrench = z.infer<typeof wrenchSchema>;

/** A part that stores can give out for a role in the procedure. Prices are decimal text, never floating point. */
export const storePartSchema = z.strictObject({
  id: z.string(),
  role: z.string(),
  name: z.string(),
  number: z.string(),
  nominal: z.string().nullable(),
  thicknessMm: fields.positive.nullable(),
  price: z.string().regex(/^\d+\.\d{2}$/),
  currency: z.string(),
  stock: fields.countOrZero,
});
export type StorePart = z.infer<typeof storePartSchema>;

/** What an hour of work costs in this shop, as decimal text. */
export const labourSchema = z.strictObject({ perHour: z.string().regex(/^\d+\.\d{2}$/), currency: z.string() });

/** Everything a job's events are judged by: the procedure it began with and the shop's figures as they stand now. */
export type Bench = {
  procedure: Procedure;
  /** The works that the procedure was joined from, and the rows that several need with those works; absent where it is one at its only place. */
  works?: readonly Work[];
  shared?: Readonly<Record<string, readonly string[]>>;
  specs: Spec[];
  /** Figures that another of the same key has overruled: still shown, and judged by nowhere. */
  overruled: Spec[];
  /** Figures on file that hold for another build than this machine's: told of, and not offered. */
  otherBuilds: Spec[];
  gauges: Gauge[];
  wrenches: Wrench[];
  parts: StorePart[];
  /** The shop's own way of each school it has said one for, by the question's id. */
  presets: Record<string, string>;
  labour: z.infer<typeof labourSchema> | null;
  /** What the shop is called on its sheets; absent where nobody has said. */
  shopName?: string;
  /** Which units the shop shows first; absent where nobody has said: metric. */
  units?: "metric" | "inch";
  /** The money that the shop goes by, as three letters; absent where nobody has said. */
  currency?: string;
  /** How many people work at benches here: where it is one, a second look is their own. Absent: several. */
  hands?: number;
};

/** The way a shop goes by: its own word, or what the procedure starts with. */
export function presetOf(bench: Bench, question: Question): string | null {
  const own = bench.presets[question.id];
  return question.ways.some((way) => way.word === own) ? (own ?? null) : (question.preset ?? null);
}

/** The money that sums are told in: the shop's own, or what its rate and its parts are in. */
export const currencyOf = ({ currency, labour, parts }: Pick<Bench, "currency" | "labour" | "parts">): string =>
  currency ?? labour?.currency ?? parts[0]?.currency ?? "";

export const specFor = (bench: Bench, key: string) => bench.specs.find((spec) => spec.key === key) ?? null;

import { z } from "zod";
import { fields } from "../calculator/index.ts";
import { procedureSchema } from "../procedure/index.ts";
import { specSchema } from "../spec/index.ts";

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
export type Gauge = z.infer<typeof gaugeSchema>;

/** A torque wrench as the shop holds it; torques in N·m. */
export const wrenchSchema = z.strictObject({
  id: z.string(),
  name: z.string(),
  minNm: fields.nonNegative,
  maxNm: fields.positive,
  calibrationDue: z.string().nullable(),
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

/** Everything a job's events are judged by: the procedure it began with and the shop's figures as they stand now. */
export const benchSchema = z.strictObject({
  procedure: procedureSchema,
  specs: z.array(specSchema),
  gauges: z.array(gaugeSchema),
  wrenches: z.array(wrenchSchema),
  parts: z.array(storePartSchema),
});
export type Bench = z.infer<typeof benchSchema>;

export const specFor = (bench: Bench, key: string) => bench.specs.find((spec) => spec.key === key) ?? null;

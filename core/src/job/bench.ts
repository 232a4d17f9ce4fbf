import { fields } from "../calculator/index.ts";
import { z } from "zod";
import { type Procedure, type Question, type Work, WORK_OF_ROW } from "../procedure/index.ts";
import type { Whose } from "../task/machine/lines.ts";
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

/** A torque multiplier between wrench and fastener: how many times as much comes out, and how much of that gets lost. */
export const multiplierSchema = z.strictObject({
  ratio: z.number().gt(1).max(200),
  efficiencyPercent: z.number().gt(0).max(100),
});

/** A torque wrench as the shop holds it; torques in N·m, as they are set on the wrench itself. */
export const wrenchSchema = z.strictObject({
  id: z.string(),
  name: z.string(),
  minNm: fields.nonNegative,
  maxNm: fields.positive,
  calibrationDue: z.string().nullable(),
  /** From the middle of the grip to the square, for settings with an adapter; mm. */
  lengthMm: fields.positive.nullable().default(null),
  /** What it pulls through; null where it sits on the fastener itself. */
  multiplier: multiplierSchema.nullable().default(null),
});
/** A wrench as a line that was pulled with it has it. */
export const keptWrench = z.object({
  id: z.string(),
  name: z.string(),
  minNm: z.number(),
  maxNm: z.number(),
  calibrationDue: z.string().nullable(),
  lengthMm: z.number().nullable(),
  multiplier: z.object({ ratio: z.number(), efficiencyPercent: z.number() }).nullish(),
});
export type Wrench = z.infer<typeof wrenchSchema>;

/** A part that stores can give out for a role in the procedure. Prices are decimal text, never floating point. */
export const storePartSchema = z.strictObject({
  id: z.string(),
  role: z.string(),
  name: z.string(),
  number: z.string(),
  maker: z.string(),
  nominal: z.string().nullable(),
  thicknessMm: fields.positive.nullable(),
  /** Of one; null where nobody has said what it costs. */
  price: z
    .string()
    .regex(/^\d+\.\d{2}$/)
    .nullable(),
  currency: z.string(),
  /** The day on which that price was said, and where; null and empty where nobody said. */
  pricedOn: z.string().nullable(),
  priceSource: z.string(),
  stock: fields.countOrZero,
  /** How many days it takes to come; null where nobody has said. */
  leadDays: fields.countOrZero.nullable(),
  /** The places of this model that it fits; empty where it fits all of them. */
  positions: z.array(z.string()),
  /** Numbers of parts that may go in instead of it. */
  instead: z.array(z.string()),
  /** What it holds, where it is a kit. */
  holds: z.array(z.strictObject({ role: z.string(), name: z.string(), count: fields.count })),
});
export type StorePart = z.infer<typeof storePartSchema>;

/** A part of which nobody has said more than what it is, what it costs and how many there are. */
export const NO_MORE_SAID = {
  ...{ maker: "", pricedOn: null, priceSource: "", leadDays: null },
  ...{ positions: [], instead: [], holds: [] },
} satisfies Partial<StorePart>;

/** The shop's own time for a work: whole minutes, and by what, such as its list of a year. */
export const reckonedSchema = z.strictObject({
  minutes: z.int().min(1).max(10_000),
  words: z.string().trim().min(1).max(80),
});
export type Reckoned = z.infer<typeof reckonedSchema>;

/** After how long this shop looks at something again, in place of what a procedure sets, and by what it says so. */
export const againSchema = z
  .strictObject({
    hours: z.number().positive().max(100_000).optional(),
    miles: z.number().positive().max(1_000_000).optional(),
    days: z.int().positive().max(10_000).optional(),
    words: z.string().trim().min(1).max(80),
  })
  .refine(({ hours, miles, days }) => (hours ?? miles ?? days) !== undefined, "hours, miles or days: one at the least");
export type Again = z.infer<typeof againSchema>;

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
  /** The way that is gone by here of each school, by the question's id: the shop's own, or as the machine's maker has it. */
  presets: Record<string, string>;
  /** Of those, what a maker decided: for one machine or all of its model, and where that stands. */
  decidedBy?: Readonly<Record<string, DecidedBy>>;
  labour: z.infer<typeof labourSchema> | null;
  /** What the shop is called on its sheets; absent where nobody has said. */
  shopName?: string;
  /** What is added to sums, by the shop's own word for it and in percent; null or absent where it has said none. */
  tax?: { name: string; percent: number } | null;
  /** Which units the shop shows first; absent where nobody has said: metric. */
  units?: "metric" | "inch";
  /** The money that the shop goes by, as three letters; absent where nobody has said. */
  currency?: string;
  /** What the shop reckons a work with, by its procedure's id: minutes, and by what. */
  reckoned?: Readonly<Record<string, Reckoned>>;
  /** After how long the shop looks at what a procedure says is looked at again, by that recheck's id. */
  again?: Readonly<Record<string, Again>>;
  /** A gap in the log longer than this many minutes is a break; absent where nobody has said. */
  breakMinutes?: number;
  /** What this shop noted for a step on machines of this model: made for it, or kept for it. Absent: nothing. */
  stepTools?: readonly StepTool[];
  /** How many people work at benches here: where it is one, a second look is their own. Absent: several. */
  hands?: number;
};

/** A tool that somebody noted at a step: it comes back there, and on the list, at the next job on such a machine. */
export type StepTool = {
  id: string;
  /** The work by its procedure's id, and the step as it is called in that work alone. */
  procedure: string;
  task: string;
  words: string;
  by: string;
  /** A picture of it, with the job in which it was taken. */
  photo: { job: string; photo: string } | null;
};

/** Where it stands that a maker wants a thing done in one way, and whether of one machine or of its model. */
export type DecidedBy = { whose: Whose; source: string };

/** What a question is known by for good, whichever work of a job asks it. */
export const schoolId = ({ id }: Pick<Question, "id">): string => id.replace(WORK_OF_ROW, "");

/** The way that is gone by: the maker's or the shop's own word, or what the procedure starts with. */
export function presetOf(bench: Bench, question: Question): string | null {
  const own = bench.presets[schoolId(question)];
  return question.ways.some((way) => way.word === own) ? (own ?? null) : (question.preset ?? null);
}

/** Whose that way is: the maker's, where it said so of this machine or its model, or null for the shop's own. */
export function presetBy(bench: Bench, question: Question): DecidedBy | null {
  return presetOf(bench, question) === bench.presets[schoolId(question)]
    ? (bench.decidedBy?.[schoolId(question)] ?? null)
    : null;
}

/** That way in words: "this shop's way", or "as its maker has it: manual, page 4". */
export const presetWords = (by: DecidedBy | null): string =>
  by === null
    ? "this shop’s way"
    : `as ${by.whose === "machine" ? "this machine’s" : "its"} maker has it, ${by.source}`;

/** The money that sums are told in: the shop's own, or what its rate and its parts are in. */
export const currencyOf = ({ currency, labour, parts }: Pick<Bench, "currency" | "labour" | "parts">): string =>
  currency ?? labour?.currency ?? parts[0]?.currency ?? "";

export const specFor = (bench: Bench, key: string) => bench.specs.find((spec) => spec.key === key) ?? null;

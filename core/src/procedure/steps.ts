import { z } from "zod";
import { KINDS } from "../quantity/index.ts";
import { anchor, id, looseSchema, sentence, tools, when } from "./spine.ts";

const words = { title: sentence, do: sentence, when, why: sentence.optional(), caution: sentence.optional(), tools };
const STEP_STAGES = ["apart", "together", "prove"] as const;

const doSchema = z.strictObject({
  kind: z.literal("do"),
  id,
  stage: z.enum(STEP_STAGES),
  ...anchor,
  ...words,
  /** Put on the machine for the time of the work; taken off and counted before release. */
  temporary: z.array(looseSchema).default([]),
});

const waitSchema = z.strictObject({
  kind: z.literal("wait"),
  id,
  title: sentence,
  /** What starts it, first thing in the job; what ends it, before `before` goes in. */
  do: sentence,
  end: sentence,
  before: id,
  /** The part it is for: nothing waits when that part is not renewed. */
  for: id,
  /** The question whose answer says how long. */
  minutesBy: id,
  why: sentence.optional(),
  caution: sentence.optional(),
  tools,
});

/** What is looked at and said, with the one answer that is right worked out beforehand; another is asked back. */
const expectSchema = z.discriminatedUnion("by", [
  /** Which way a band's tail lies, by the side of the machine and the end it is seen from. */
  z.strictObject({ by: z.literal("tail"), side: id, seenFrom: id }),
  /** A count that tells two parts apart; a figure that belongs to another part is named as that one. */
  z.strictObject({
    by: z.literal("count"),
    spec: id,
    mistaken: z.array(z.strictObject({ spec: id, says: sentence })).default([]),
  }),
]);

const verifySchema = z.strictObject({
  kind: z.literal("verify"),
  id,
  stage: z.enum(STEP_STAGES),
  ...anchor,
  ...words,
  ask: sentence,
  expect: expectSchema,
});

/** Measure, judge, turn, measure again, until it is inside; every round is kept. */
const adjustSchema = z.strictObject({
  kind: z.literal("adjust"),
  id,
  stage: z.enum(["together", "prove"]),
  after: id.optional(),
  ...words,
  quantity: z.enum(KINDS),
  unit: z.string(),
  gauge: id,
  /** The limit it must come inside of; or the step whose answer is the figure to set, with the spec of its tolerance. */
  spec: id,
  setBy: id.optional(),
  condition: sentence,
  conditionWord: sentence.optional(),
  otherConditions: z.array(sentence).default([]),
  /** What is turned between two readings, in words and with its unit; more of it makes the reading smaller or larger. */
  turn: z.strictObject({
    what: sentence,
    unit: sentence,
    more: z.enum(["smaller", "larger"]),
  }),
});

const stackSchema = z.strictObject({
  kind: z.literal("compute"),
  id,
  stage: z.literal("build"),
  title: sentence,
  do: sentence,
  calculator: z.literal("clutch.stack"),
  pack: id,
  /** The layer whose plates come in several thicknesses, so that their mix brings the height in. */
  choose: z.enum(["outer", "inner"]).default("inner"),
  /** Points that give the measured thickness of each layer, outer layer first. */
  thickness: z.tuple([id, id]),
  spec: id,
  /** Specs that say what the pack carries: spring rate, free and installed length, lining diameters, and the need. */
  capacity: z
    .strictObject({
      springs: id,
      springRate: id,
      springInstalled: id,
      springLength: id,
      friction: id,
      outer: id,
      inner: id,
      engineTorque: id,
      primaryRatio: id,
    })
    .optional(),
  why: sentence.optional(),
  caution: sentence.optional(),
  tools,
});

const driveFields = { frontTeeth: id, rearTeeth: id, pitch: id };

/** The slack to set in the stated condition, from the machine's geometry, so that a little remains at the tightest. */
const slackSchema = z.strictObject({
  kind: z.literal("compute"),
  id,
  stage: z.literal("together"),
  after: id,
  ...words,
  calculator: z.literal("chain.slack"),
  /** The gearing step whose teeth are used; without one, or before it is answered, the model's own. */
  gearing: id.optional(),
  geometry: z.strictObject({
    ...driveFields,
    sprocketX: id,
    sprocketY: id,
    arm: id,
    rest: id,
    from: id,
    to: id,
    remains: id,
  }),
});

/** Front and rear teeth with the chain's length and where that puts the axle; refused outside the adjuster's slot. */
const gearingSchema = z.strictObject({
  kind: z.literal("compute"),
  id,
  stage: z.literal("apart"),
  before: id.optional(),
  ...words,
  calculator: z.literal("chain.length"),
  drive: z.strictObject({ ...driveFields, centre: id, slotFrom: id, slotTo: id }),
});

/** The calculators that a step can be bound to. */
export const STEP_CALCULATORS = ["clutch.stack", "chain.slack", "chain.length"] as const;

export const stepSchema = z.discriminatedUnion("kind", [
  doSchema,
  waitSchema,
  verifySchema,
  adjustSchema,
  z.discriminatedUnion("calculator", [stackSchema, slackSchema, gearingSchema], {
    error: (issue) =>
      issue.code === "invalid_union"
        ? `"${String((issue.input as { calculator?: unknown }).calculator)}" is no calculator that a step can use: ${STEP_CALCULATORS.join(", ")}.`
        : undefined,
  }),
]);

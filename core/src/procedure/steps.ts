import { z } from "zod";
import { KINDS } from "../quantity/index.ts";
import { pictureSchema } from "./drawing.ts";
import { setsGoingFields } from "./going.ts";
import { underSchema } from "./points.ts";
import { anchor, figureKey, id, looseSchema, rowId, sentence, tells, tools, when } from "./spine.ts";

const words = { title: sentence, do: sentence, when, why: sentence.optional(), caution: sentence.optional(), tools };
/** What is drawn beside the rounds of an adjustment: a sag in its range, or what is left on two sides. */
const ADJUST_PANELS = ["sag", "gaps"] as const;

const STEP_STAGES = ["apart", "build", "together", "prove"] as const;

const doSchema = z.strictObject({
  kind: z.literal("do"),
  id: rowId,
  stage: z.enum(STEP_STAGES),
  ...anchor,
  ...words,
  tells,
  ...setsGoingFields,
  /** Done once for the machine, whatever is worked on at other places of it in the same job: raised, set down. */
  once: z.boolean().optional(),
  /** What another person than the one who did it looks at, before the machine may go. */
  second: sentence.optional(),
  /** Of the proof: done before what is read for it, such as a ride before a hot reading; else after it. */
  early: z.boolean().default(false),
  /** What a second pair of hands does here, where there is one. */
  helper: sentence.optional(),
  /**
   * What can be seen once it is done: said by its word, never by Enter alone. Where it says what mends it, it is not
   * right: kept as it was seen, and the step waits until another is seen.
   */
  seen: z
    .array(z.strictObject({ word: sentence, means: sentence, mends: sentence.optional() }))
    .min(2)
    .max(6)
    .optional(),
  /** The entry that the drawing of the whole points at while this is done, and the words beside it. */
  shows: z.strictObject({ entry: rowId, words: sentence }).optional(),
  /** What cannot be undone once it is done, and what must be true before: asked once more. */
  irreversible: sentence.optional(),
  /** No signature stands for it: only doing it does, such as a brake that was pressed back and is pumped. */
  hard: z.boolean().optional(),
  /** What is used up here, of which stores give out so many: a packet of grease. */
  uses: z.array(z.strictObject({ role: id, name: sentence, count: z.int().min(1).max(60).default(1) })).optional(),
  /** Put on the machine for the time of the work; taken off and counted before release. */
  temporary: z.array(looseSchema).default([]),
});

const waitSchema = z.strictObject({
  kind: z.literal("wait"),
  id: rowId,
  title: sentence,
  when,
  /** What starts it, first thing in the job; what ends it, before `before` goes in. */
  do: sentence,
  end: sentence,
  before: rowId,
  /** The part it is for: nothing waits when that part is not renewed. Without one it is always waited for. */
  for: rowId.optional(),
  /** When its clock can start: first thing in the job, or once the bench work is done, such as a wash that dries. */
  starts: z.enum(["first", "bench"]).default("first"),
  /** The question whose answer says how long. */
  minutesBy: rowId,
  why: sentence.optional(),
  caution: sentence.optional(),
  tools,
});

/** What is looked at and said, with the one answer that is right worked out beforehand; another is asked back. */
const expectSchema = z.discriminatedUnion("by", [
  /** Which way a band's tail lies, by the side of the machine and the end it is seen from. */
  z.strictObject({ by: z.literal("tail"), side: rowId, seenFrom: rowId }),
  /** A count that tells two parts apart; a figure that belongs to another part is named as that one. */
  z.strictObject({
    by: z.literal("count"),
    spec: figureKey,
    mistaken: z.array(z.strictObject({ spec: figureKey, says: sentence })).default([]),
    /** The figure on file is this part's only where this holds, such as the maker's own kit; else the count is kept. */
    judged: when,
  }),
  /** One of several places or ways, drawn side by side; the others are asked back with what they would do. */
  z.strictObject({
    by: z.literal("word"),
    /** By the name of pictures that ship; without one each way may bring its own. */
    drawing: sentence.optional(),
    right: sentence,
    ways: z
      .array(
        z.strictObject({
          ...{ word: sentence, means: sentence, harm: sentence.optional() },
          picture: pictureSchema.optional(),
        }),
      )
      .min(2)
      .max(5),
  }),
  /** What lies here against how the machine is made: a part for another kind is asked back, or what else it would do. */
  z.strictObject({
    by: z.literal("machine"),
    key: figureKey,
    /** By the name of pictures that ship, or its own: one for each of the figure's words in order. */
    drawing: sentence.optional(),
    pictures: z.array(pictureSchema).max(9).optional(),
    harm: sentence.optional(),
  }),
  /** A length that must be so, such as a printed rule's: off by more than the tolerance on file it is asked back. */
  z.strictObject({ by: z.literal("length"), nominalMm: z.number().positive(), tolerance: figureKey }),
]);

const verifySchema = z.strictObject({
  kind: z.literal("verify"),
  id: rowId,
  stage: z.enum(STEP_STAGES),
  ...anchor,
  ...words,
  ask: sentence,
  expect: expectSchema,
});

/** Measure, judge, turn, measure again, until it is inside; every round is kept. */
const adjustSchema = z.strictObject({
  kind: z.literal("adjust"),
  id: rowId,
  stage: z.enum(["build", "together", "prove"]),
  after: rowId.optional(),
  ...words,
  ...setsGoingFields,
  quantity: z.enum(KINDS),
  unit: z.string(),
  gauge: id,
  /** The limit it must come inside of; or the step whose answer is the figure to set, with the spec of its tolerance. */
  spec: figureKey,
  setBy: rowId.optional(),
  condition: sentence,
  conditionWord: sentence.optional(),
  otherConditions: z.array(sentence).default([]),
  /** The load it is read under, said with the reading. */
  under: underSchema.optional(),
  /** Read on two sides at once, by these names; what is judged is how far they differ, and one side is turned. */
  sides: z.tuple([sentence, sentence]).optional(),
  /** What works out the next turn: the last two rounds, or every round of a sagging track. */
  suggest: z.enum(["last rounds", "track.tension"]).default("last rounds"),
  panel: z.enum(ADJUST_PANELS).optional(),
  /** Where it is read, by the name of a picture that ships; or as the procedure draws it itself. */
  drawing: sentence.optional(),
  picture: pictureSchema.optional(),
  /** The role of the part that it takes up as it stretches: turns are counted from when that was new. */
  takesUp: id.optional(),
  /** What is turned between two readings, in words and with its unit; more of it makes the reading smaller or larger. */
  turn: z.strictObject({
    what: sentence,
    unit: sentence,
    more: z.enum(["smaller", "larger"]),
    /** The direction must be said with the turn: plus or minus. */
    sayDirection: z.boolean().default(false),
    /** No more than this at a time; what is suggested stops there. */
    most: z.number().positive().optional(),
  }),
});

const stackSchema = z.strictObject({
  kind: z.literal("compute"),
  id: rowId,
  stage: z.literal("build"),
  title: sentence,
  do: sentence,
  calculator: z.literal("clutch.stack"),
  pack: rowId,
  /** The layer whose plates come in several thicknesses, so that their mix brings the height in. */
  choose: z.enum(["outer", "inner"]).default("inner"),
  /** Where the thinnest of the chosen plates sit; the maker's word. */
  thins: z.enum(["outermost", "innermost"]).default("outermost"),
  /** Points that give the measured thickness of each layer, outer layer first. */
  thickness: z.tuple([rowId, rowId]),
  spec: figureKey,
  /** Specs that say what the pack carries: spring rate, free and installed length, lining diameters, and the need. */
  capacity: z
    .strictObject({
      springs: rowId,
      springRate: figureKey,
      springInstalled: figureKey,
      springLength: figureKey,
      friction: figureKey,
      outer: figureKey,
      inner: figureKey,
      engineTorque: figureKey,
      primaryRatio: figureKey,
    })
    .optional(),
  why: sentence.optional(),
  caution: sentence.optional(),
  tools,
});

const driveFields = { frontTeeth: figureKey, rearTeeth: figureKey, pitch: figureKey };

/** The slack to set in the stated condition, from the machine's geometry, so that a little remains at the tightest. */
const slackSchema = z.strictObject({
  kind: z.literal("compute"),
  id: rowId,
  stage: z.literal("together"),
  after: rowId,
  ...words,
  calculator: z.literal("chain.slack"),
  geometry: z.strictObject({
    ...driveFields,
    sprocketX: figureKey,
    sprocketY: figureKey,
    arm: figureKey,
    rest: figureKey,
    from: figureKey,
    to: figureKey,
    remains: figureKey,
  }),
});

/** Front and rear teeth with the chain's length and where that puts the axle; refused outside the adjuster's slot. */
const gearingSchema = z.strictObject({
  kind: z.literal("compute"),
  id: rowId,
  stage: z.literal("apart"),
  before: rowId.optional(),
  ...words,
  calculator: z.literal("chain.length"),
  drive: z.strictObject({ ...driveFields, centre: figureKey, slotFrom: figureKey, slotTo: figureKey }),
  /** The parts whose size follows from it: the figure's name, and the part that goes in by it. */
  fits: z.record(z.string(), rowId).optional(),
  /** What the road speed is worked out from; left away where one of them is not on file. */
  speed: z
    .strictObject({ rpm: figureKey, primaryRatio: figureKey, gearRatio: figureKey, tireRound: figureKey })
    .optional(),
});

/** Old sprocket, new sprocket and shaft compared at their splines; a loose new one is refused. */
const splineSchema = z.strictObject({
  kind: z.literal("compute"),
  id: rowId,
  stage: z.literal("build"),
  ...words,
  calculator: z.literal("chain.spline"),
  /** The figure that says how much play a new sprocket may have. */
  maxPlay: figureKey,
});

/** How far an adjuster is backed off, by the school that was answered, in turns and in millimetres of its thread. */
const backoffSchema = z.strictObject({
  kind: z.literal("compute"),
  id: rowId,
  stage: z.enum(["together", "prove"]),
  after: rowId.optional(),
  ...words,
  calculator: z.literal("case.backoff"),
  /** The question whose answer says how many turns. */
  turnsBy: rowId,
  pitch: figureKey,
  /** The role of the part that it takes up as it stretches: turns are counted from when that was new. */
  takesUp: id.optional(),
});

/** Gears and links that go into a case: their ratio, and the play that its fixed centres leave; refused where they do not fit. */
const pairSchema = z.strictObject({
  kind: z.literal("compute"),
  id: rowId,
  stage: z.literal("build"),
  ...words,
  calculator: z.literal("case.freeplay"),
  drive: z.strictObject({
    topTeeth: figureKey,
    bottomTeeth: figureKey,
    links: figureKey,
    pitch: figureKey,
    centre: figureKey,
  }),
  fits: z.record(z.string(), rowId).optional(),
});

/** What a track has lost, counted all the way round. */
const lugsSchema = z.strictObject({
  kind: z.literal("compute"),
  id: rowId,
  stage: z.enum(["build", "apart"]),
  before: rowId.optional(),
  ...words,
  calculator: z.literal("track.lugs"),
  /** Counted on a walk round the machine: that nobody counted is an answer here. */
  swept: z.boolean().optional(),
  /** The point at which it is read what the tips have left beside them; told in the drawing of what was counted. */
  clearances: rowId.optional(),
});

/** The calculators that a step can be bound to. */
const BOUND = [stackSchema, slackSchema, gearingSchema, splineSchema, backoffSchema, pairSchema, lugsSchema] as const;

export const stepSchema = z.discriminatedUnion("kind", [
  doSchema,
  waitSchema,
  verifySchema,
  adjustSchema,
  z.discriminatedUnion("calculator", BOUND, {
    error: (issue) =>
      issue.code === "invalid_union"
        ? `"${String((issue.input as { calculator?: unknown }).calculator)}" is no calculator that a step can use: ${BOUND.map(({ shape }) => shape.calculator.value).join(", ")}.`
        : undefined,
  }),
]);

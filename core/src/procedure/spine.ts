import { z } from "zod";
import { PATTERNS } from "../fastener/index.ts";
import { conditionSchema } from "./condition.ts";
import { sketchSchema } from "./sketch.ts";

const NAME = /^[a-z][a-z0-9-]*$/;
const SIZED = /^\d+(?:\.\d+)?(?:\/\d+)? (?:mm|in) /;
const NAMED = "lower-case words joined by '-'";
export const id = z.string().regex(NAME, NAMED);
/** The id of a row of the procedure itself, where it stands and wherever another row names it: what a second work of a job calls otherwise. */
export const rowId = z.string().regex(NAME, NAMED);
/** The key of a figure that a book or a machine has on file; with a place behind it where it holds for that alone: "skid-bolt-torque@front". */
export const figureKey = z
  .string()
  .regex(/^[a-z][a-z0-9-]*(@[a-z]+( [a-z]+)?)?$/, "a figure's key, such as axle-nut-torque");
export const sentence = z.string().min(1);
/** Places of a machine by their names, and the questions that each answers by itself. */
export const positionsSchema = z
  .array(z.strictObject({ word: sentence, answers: z.record(rowId, sentence) }))
  .min(2)
  .max(12);
/** Figures of the machine that are told where they are needed: the colour of its oil, where it may be lifted. */
export const tells = z.array(figureKey).default([]);
/** A task of the walk by its name, such as "fit:pack" or "measure:slack:found". */
export const taskName = z.string().regex(/^[a-z]+:[a-z0-9-]+(:[a-z]+)?$/, "a task, such as fit:pack or off:judder");
/** Where something stands in the work: before an entry comes off or goes in, or after one is off or in. */
export const anchor = { before: rowId.optional(), after: rowId.optional() };
/** A fixed number, or the spec key under which the model's book holds it. */
const countSchema = z.union([z.int().min(1).max(60), z.strictObject({ spec: figureKey })]);
export const when = conditionSchema.optional();
/** What the work asks for from the tool box, without sizes: those are said by the machine's fastener cards. */
export const tools = z
  .array(sentence.refine((name) => !SIZED.test(name), "no size here: what is there is said by the fastener's card"))
  .default([]);

export const DECISIONS = ["keep", "renew", "leave", "repair"] as const;
export type DecisionWord = (typeof DECISIONS)[number];

const decisionSchema = z.strictObject({
  scope: z.enum(["set", "each"]),
  because: sentence.optional(),
});

const directionSchema = z.strictObject({
  do: sentence,
  why: sentence.optional(),
  caution: sentence.optional(),
  /** What cannot be undone once it is done, and what must be true before: asked once more. */
  irreversible: sentence.optional(),
  /** What a second pair of hands does here, where there is one. */
  helper: sentence.optional(),
  tools,
  tells,
});

/** A small part that is counted out and counted in: a dowel, a washer, a wedge put there for the time of the work. */
export const looseSchema = z.strictObject({
  id: rowId,
  name: sentence,
  one: sentence,
  count: countSchema.default(1),
  /** It sits outside, such as a valve cap: one that did not come out lies nowhere inside. */
  outside: z.boolean().optional(),
});

const partFields = {
  id: rowId,
  name: sentence,
  /** Name of one of several: "friction 4". */
  one: sentence.optional(),
  count: countSchema.default(1),
  singleUse: z.boolean().default(false),
  /** The answer by which the old one goes on again, though its kind is used once as a rule: a band that hooks open. */
  again: z.strictObject({ question: rowId, word: sentence }).optional(),
  /** Which way it faces; confirmed in these words when it goes in. */
  facing: sentence.optional(),
  /** The question whose answer says which way it faces, and how it goes in where its kinds differ. */
  facingBy: rowId.optional(),
  decision: decisionSchema.optional(),
  /** Role under which stores hold its replacement. */
  role: id.optional(),
  /** What happens if it is left although advice was to renew it, in the owner's words. */
  risk: sentence.optional(),
};

/** When an entry is worked on at all, when it goes back in, and what the spine draws for it: a sketch that ships, by its name, or its own. */
const entryFields = { when, backWhen: when, draws: sentence.optional(), sketch: sketchSchema.optional() };

const partSchema = z.strictObject({
  kind: z.literal("part"),
  ...partFields,
  ...entryFields,
  /** Looked at where it sits: it comes out, and a new one goes in, only where that is decided. */
  stays: z.boolean().optional(),
  loose: z.array(looseSchema).default([]),
  /** Pieces that lie in a row here: their order is said as they come off, and read backwards going together. */
  row: z.array(sentence).default([]),
  apart: directionSchema,
  together: directionSchema,
});

/** The two ends of a pack. */
export const ENDS = ["outermost", "innermost"] as const;

/** The one at an end of a layer that is of another kind, where the machine says so: known by its own name in stores. */
const endSchema = z.strictObject({ at: z.enum(ENDS), when: conditionSchema, name: sentence, role: id });
const layerSchema = z.strictObject({ ...partFields, ends: z.array(endSchema).max(2).optional() });

/** Two kinds of plate that alternate; the first stands outermost. */
const packSchema = z.strictObject({
  kind: z.literal("pack"),
  id: rowId,
  name: sentence,
  ...entryFields,
  layers: z.tuple([layerSchema, layerSchema]),
  apart: directionSchema,
  together: directionSchema,
});

/** What a fastener can hold on which somebody's safety hangs: its last pass is no Enter, and no signature stands for it. */
export const HOLDS = ["wheel", "axle", "hub", "brake", "sprocket", "clutch", "steering", "suspension"] as const;

/** What keeps a fastener from turning; a role where stores hold a new one, since a lock is used once. */
const lockFields = {
  do: sentence,
  role: id.optional(),
  /** No signature stands for it: a wheel, an axle or a steering joint that is not locked is not handed over. */
  hard: z.boolean().optional(),
  /** What another person than the one who locked it looks at, before the machine may go. */
  second: sentence.optional(),
};
/** How a fastener is kept from turning after torque; a cotter needs its nut on to the next slot, never back. */
const lockingSchema = z.discriminatedUnion("kind", [
  z.strictObject({ kind: z.literal("tab"), ...lockFields }),
  z.strictObject({ kind: z.literal("stake"), ...lockFields }),
  /** Its own thread holds it: renewed, since it holds once. */
  z.strictObject({ kind: z.literal("self-locking"), ...lockFields }),
  /** With what it came with, new: where nobody has said yet what that is. */
  z.strictObject({ kind: z.literal("as found"), ...lockFields }),
  z.strictObject({
    kind: z.literal("cotter"),
    ...lockFields,
    slots: z.int().min(2).max(24).multipleOf(2),
    crossHoles: z.int().min(1).max(4),
  }),
]);

const fastenersSchema = z.strictObject({
  kind: z.literal("fasteners"),
  id: rowId,
  name: sentence,
  one: sentence,
  count: countSchema,
  ...entryFields,
  /** Undone once, it is renewed: a stake nut, a self-locking nut. */
  singleUse: z.boolean().default(false),
  role: id.optional(),
  /** What comes off the machine, or is no brake any more, where they let go. */
  holds: z.enum(HOLDS).optional(),
  /** "by place": each comes out into its own place with its length; "together": alike, only counted. */
  tray: z.enum(["by place", "together"]).default("together"),
  /** The spec that says where each sits. */
  places: figureKey.optional(),
  locking: lockingSchema.optional(),
  /** Where the machine says which: the first that holds, before what is said for all. */
  locks: z.array(z.strictObject({ when: conditionSchema, locking: lockingSchema })).default([]),
  torque: z.strictObject({
    spec: figureKey,
    pattern: z.enum(PATTERNS),
    stagesPercent: z
      .array(z.number().gt(0).max(100))
      .min(1)
      .refine((all) => all.every((percent, i) => percent > (all[i - 1] ?? 0)), "each stage above the one before it"),
    before: sentence,
    caution: sentence.optional(),
    /** The entry that must be in before these are tightened; until then they are only snug. */
    after: rowId.optional(),
    /** What is set or read here is held by this torque: beyond its limit nothing is tightened, and moved it is tightened anew. */
    fixes: z.array(rowId).optional(),
    /** No signature stands for the last pass, where its figure is on file and a wrench here reaches it. */
    hard: z.boolean().optional(),
    /** Where this holds they are tightened in the proof instead, once its step is done: how they are held there. */
    proof: z.strictObject({ after: rowId, when: conditionSchema, before: sentence }).optional(),
  }),
  apart: directionSchema,
  together: directionSchema,
});

export const entrySchema = z.discriminatedUnion("kind", [partSchema, packSchema, fastenersSchema]);

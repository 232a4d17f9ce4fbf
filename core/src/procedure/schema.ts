import { z } from "zod";
import { PATTERNS } from "../fastener/index.ts";
import { KINDS } from "../quantity/index.ts";

const id = z.string().regex(/^[a-z][a-z0-9-]*$/, "lower-case words joined by '-'");
const sentence = z.string().min(1);

/** A fixed number, or the spec key under which the model's book holds it. */
const countSchema = z.union([z.int().min(1).max(60), z.strictObject({ spec: id })]);

export const DECISIONS = ["keep", "renew", "leave"] as const;
export type DecisionWord = (typeof DECISIONS)[number];

const decisionSchema = z.strictObject({
  scope: z.enum(["set", "each"]),
  because: sentence.optional(),
});

const directionSchema = z.strictObject({ do: sentence, why: sentence.optional(), caution: sentence.optional() });

const partFields = {
  id,
  name: sentence,
  /** Name of one of several: "friction 4". */
  one: sentence.optional(),
  count: countSchema.default(1),
  singleUse: z.boolean().default(false),
  /** Which way it faces; confirmed in these words when it goes in. */
  facing: sentence.optional(),
  decision: decisionSchema.optional(),
  /** Role under which stores hold its replacement. */
  role: id.optional(),
};

const partSchema = z.strictObject({
  kind: z.literal("part"),
  ...partFields,
  apart: directionSchema,
  together: directionSchema,
});

/** Two kinds of plate that alternate; the first stands outermost. */
const packSchema = z.strictObject({
  kind: z.literal("pack"),
  id,
  name: sentence,
  layers: z.tuple([z.strictObject(partFields), z.strictObject(partFields)]),
  apart: directionSchema,
  together: directionSchema,
});

const fastenersSchema = z.strictObject({
  kind: z.literal("fasteners"),
  id,
  name: sentence,
  one: sentence,
  count: countSchema,
  thread: sentence,
  torque: z.strictObject({
    spec: id,
    pattern: z.enum(PATTERNS),
    stagesPercent: z.array(z.number().gt(0).max(100)).min(1),
    before: sentence,
    caution: sentence.optional(),
  }),
  apart: directionSchema,
  together: directionSchema,
});

const entrySchema = z.discriminatedUnion("kind", [partSchema, packSchema, fastenersSchema]);

const pointSchema = z.discriminatedUnion("kind", [
  z.strictObject({
    kind: z.literal("measure"),
    id,
    on: id,
    name: sentence,
    ask: sentence,
    quantity: z.enum(KINDS),
    unit: z.string(),
    /** Places on each item; the worst counts. */
    places: z.int().min(1).max(12),
    /** A renewed part is measured too, at this many places: new parts can be wrong. */
    placesNew: z.int().min(0).max(12).default(0),
    /** How the gauge is held or the part kept while it is read. */
    condition: sentence,
    spec: id,
    gauge: id,
    stage: z.enum(["bench", "build", "prove"]).default("bench"),
    why: sentence.optional(),
    caution: sentence.optional(),
  }),
  z.strictObject({
    kind: z.literal("inspect"),
    id,
    on: id,
    name: sentence,
    ask: sentence,
    findings: z
      .array(z.strictObject({ word: sentence, means: sentence, leads: z.enum(["keep", "watch", "renew"]) }))
      .min(2)
      .max(9),
    why: sentence.optional(),
    caution: sentence.optional(),
  }),
]);

const stepSchema = z.discriminatedUnion("kind", [
  z.strictObject({
    kind: z.literal("do"),
    id,
    stage: z.enum(["apart", "together", "prove"]),
    /** In the together stage: the spine entry after which it is done. */
    after: id.optional(),
    title: sentence,
    do: sentence,
    why: sentence.optional(),
    caution: sentence.optional(),
  }),
  z.strictObject({
    kind: z.literal("compute"),
    id,
    stage: z.literal("build"),
    title: sentence,
    do: sentence,
    calculator: z.literal("clutch.stack"),
    pack: id,
    /** Points that give the measured thickness of each layer, outer layer first. */
    thickness: z.tuple([id, id]),
    spec: id,
    why: sentence.optional(),
    caution: sentence.optional(),
  }),
]);

export const procedureSchema = z
  .strictObject({
    id,
    version: z.int().min(1),
    title: sentence,
    /** The machine's build type this procedure is for. */
    build: id,
    sides: z.strictObject({ outer: sentence, inner: sentence }),
    spine: z.array(entrySchema).min(1),
    points: z.array(pointSchema),
    steps: z.array(stepSchema),
    release: z.strictObject({ lines: z.array(sentence) }),
  })
  .superRefine((procedure, context) => {
    const parts = new Set(
      procedure.spine.flatMap((entry) =>
        entry.kind === "pack" ? [entry.id, ...entry.layers.map((l) => l.id)] : [entry.id],
      ),
    );
    const seen = new Set<string>();
    const claim = (name: string, path: (string | number)[]): void => {
      if (seen.has(name))
        context.addIssue({ code: "custom", path, message: `"${name}" is used twice; give each its own id.` });
      seen.add(name);
    };
    procedure.spine.forEach((entry, i) => {
      claim(entry.id, ["spine", i, "id"]);
      if (entry.kind === "pack") entry.layers.forEach((layer, j) => claim(layer.id, ["spine", i, "layers", j, "id"]));
    });
    procedure.points.forEach((point, i) => {
      claim(point.id, ["points", i, "id"]);
      if (!parts.has(point.on)) {
        context.addIssue({
          code: "custom",
          path: ["points", i, "on"],
          message: `"${point.on}" is no part of the spine.`,
        });
      }
    });
    const points = new Set(procedure.points.map((point) => point.id));
    procedure.steps.forEach((step, i) => {
      claim(step.id, ["steps", i, "id"]);
      if (step.kind === "do") {
        const anchored = procedure.spine.some((entry) => entry.id === step.after);
        if ((step.stage === "together") !== anchored) {
          const message = "a step of going together, and no other, stands after an entry of the spine.";
          context.addIssue({ code: "custom", path: ["steps", i, "after"], message });
        }
        return;
      }
      if (!procedure.spine.some((entry) => entry.kind === "pack" && entry.id === step.pack)) {
        context.addIssue({
          code: "custom",
          path: ["steps", i, "pack"],
          message: `"${step.pack}" is no pack of the spine.`,
        });
      }
      step.thickness.forEach((name, j) => {
        if (!points.has(name)) {
          context.addIssue({ code: "custom", path: ["steps", i, "thickness", j], message: `"${name}" is no point.` });
        }
      });
    });
  });

export type Procedure = z.infer<typeof procedureSchema>;
export type Entry = Procedure["spine"][number];
export type FastenerEntry = Extract<Entry, { kind: "fasteners" }>;
export type PackEntry = Extract<Entry, { kind: "pack" }>;
export type Point = Procedure["points"][number];
export type MeasurePoint = Extract<Point, { kind: "measure" }>;
export type InspectPoint = Extract<Point, { kind: "inspect" }>;
export type Step = Procedure["steps"][number];
export type ComputeStep = Extract<Step, { kind: "compute" }>;
/** A part as decisions and points see it: a spine part, or one layer of a pack. */
export type Part = PackEntry["layers"][number];

import { z } from "zod";
import { PATTERNS } from "../fastener/index.ts";
import { KINDS } from "../quantity/index.ts";
import { type Condition, conditionSchema, factsIn } from "./condition.ts";

const id = z.string().regex(/^[a-z][a-z0-9-]*$/, "lower-case words joined by '-'");
const sentence = z.string().min(1);
/** A fixed number, or the spec key under which the model's book holds it. */
const countSchema = z.union([z.int().min(1).max(60), z.strictObject({ spec: id })]);
const when = conditionSchema.optional();

export const DECISIONS = ["keep", "renew", "leave"] as const;
export type DecisionWord = (typeof DECISIONS)[number];

const decisionSchema = z.strictObject({
  scope: z.enum(["set", "each"]),
  because: sentence.optional(),
});

const tools = z.array(sentence).default([]);
const directionSchema = z.strictObject({ do: sentence, why: sentence.optional(), caution: sentence.optional(), tools });

/** A small part that is counted out and counted in: a dowel, a washer, a wedge put there for the time of the work. */
const looseSchema = z.strictObject({ id, name: sentence, one: sentence, count: countSchema.default(1) });

const partFields = {
  id,
  name: sentence,
  /** Name of one of several: "friction 4". */
  one: sentence.optional(),
  count: countSchema.default(1),
  singleUse: z.boolean().default(false),
  /** Which way it faces; confirmed in these words when it goes in. */
  facing: sentence.optional(),
  /** The question whose answer says which way it faces. */
  facingBy: id.optional(),
  decision: decisionSchema.optional(),
  /** Role under which stores hold its replacement. */
  role: id.optional(),
  /** What happens if it is left although advice was to renew it, in the owner's words. */
  risk: sentence.optional(),
};

const partSchema = z.strictObject({
  kind: z.literal("part"),
  ...partFields,
  when,
  loose: z.array(looseSchema).default([]),
  apart: directionSchema,
  together: directionSchema,
});

/** Two kinds of plate that alternate; the first stands outermost. */
const packSchema = z.strictObject({
  kind: z.literal("pack"),
  id,
  name: sentence,
  when,
  layers: z.tuple([z.strictObject(partFields), z.strictObject(partFields)]),
  apart: directionSchema,
  together: directionSchema,
});

/** How a fastener is kept from turning after torque; a cotter needs its nut on to the next slot, never back. */
const lockingSchema = z.discriminatedUnion("kind", [
  z.strictObject({ kind: z.literal("tab"), do: sentence }),
  z.strictObject({ kind: z.literal("stake"), do: sentence }),
  z.strictObject({
    kind: z.literal("cotter"),
    do: sentence,
    slots: z.int().min(2).max(24).multipleOf(2),
    crossHoles: z.int().min(1).max(4),
  }),
]);

const fastenersSchema = z.strictObject({
  kind: z.literal("fasteners"),
  id,
  name: sentence,
  one: sentence,
  count: countSchema,
  thread: sentence,
  when,
  /** "by place": each comes out into its own place with its length; "together": alike, only counted. */
  tray: z.enum(["by place", "together"]).default("together"),
  /** The spec that says where each sits. */
  places: id.optional(),
  locking: lockingSchema.optional(),
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

/** The drawings that graded findings can have; the instruments hold one for each word in order. */
export const FINDING_DRAWINGS = [
  "plate lining",
  "plate colour",
  "basket finger",
  "hub rubber",
  "roller bearing",
] as const;

const pointSchema = z.discriminatedUnion("kind", [
  z.strictObject({
    kind: z.literal("measure"),
    id,
    on: id,
    name: sentence,
    ask: sentence,
    when,
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
    when,
    findings: z
      .array(
        z.strictObject({
          word: sentence,
          means: sentence,
          leads: z.enum(["keep", "watch", "renew", "stop"]),
          /** Counts as a mark when the pattern along the items is read. */
          marked: z.boolean().default(false),
        }),
      )
      .min(2)
      .max(9),
    drawing: z.enum(FINDING_DRAWINGS).optional(),
    /** What marks at one end, in the middle, on one item or on all of them point to. */
    pattern: z
      .strictObject({
        outerEnd: sentence,
        innerEnd: sentence,
        middle: sentence,
        one: sentence,
        all: sentence,
        scattered: sentence,
      })
      .optional(),
    why: sentence.optional(),
    caution: sentence.optional(),
  }),
]);

/**
 * A question answered at the bench. A school is one of several accepted ways of doing a step, with the shop's own as
 * preset; a prompt is what is cheap to do while it is apart.
 */
const questionSchema = z.strictObject({
  id,
  kind: z.enum(["school", "prompt"]),
  ask: sentence,
  because: sentence.optional(),
  /** The task in which it is asked, such as "fit:pack" or "off:judder". */
  at: z.string().regex(/^[a-z]+:[a-z0-9-]+$/),
  /** Asked before the task's own work, or after it. */
  turn: z.enum(["first", "last"]).default("first"),
  when,
  ways: z
    .array(
      z.strictObject({
        word: sentence,
        means: sentence,
        /** How long the step then takes or waits. */
        minutes: z.int().min(0).max(10_000).optional(),
        /** How the parts that look to this question face. */
        facing: sentence.optional(),
        /** What this way proposes for a part whatever its readings. */
        proposes: z.strictObject({ part: id, decision: z.enum(DECISIONS), because: sentence }).optional(),
      }),
    )
    .min(2)
    .max(6),
  /** The way a shop goes by until it says otherwise. */
  preset: sentence.optional(),
});

const stepSchema = z.discriminatedUnion("kind", [
  z.strictObject({
    kind: z.literal("do"),
    id,
    stage: z.enum(["apart", "together", "prove"]),
    /** In the together stage: the spine entry after which it is done. */
    after: id.optional(),
    title: sentence,
    do: sentence,
    when,
    /** Put on the machine for the time of the work; taken off and counted before release. */
    temporary: z.array(looseSchema).default([]),
    why: sentence.optional(),
    caution: sentence.optional(),
    tools,
  }),
  z.strictObject({
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
  }),
  z.strictObject({
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
  }),
]);

/** The tasks that the walk makes of each kind of step. */
const TASKS_OF = { do: ["do"], wait: ["start"], compute: ["build", "check"] } as const;

export const procedureSchema = z
  .strictObject({
    id,
    version: z.int().min(1),
    title: sentence,
    /** The machine's build type this procedure is for. */
    build: id,
    sides: z.strictObject({ outer: sentence, inner: sentence }),
    questions: z.array(questionSchema).default([]),
    spine: z.array(entrySchema).min(1),
    points: z.array(pointSchema),
    steps: z.array(stepSchema),
    release: z.strictObject({ lines: z.array(sentence) }),
  })
  .superRefine((procedure, context) => {
    const { spine, points, steps, questions } = procedure;
    const complain = (path: (string | number)[], message: string): void =>
      void context.addIssue({ code: "custom", path, message });
    const entries = new Map(spine.map((entry) => [entry.id, entry]));
    const layers = spine.flatMap((entry) => (entry.kind === "pack" ? [...entry.layers] : []));
    const parts = new Set([...entries.keys(), ...layers.map((layer) => layer.id)]);
    const decided = new Set(
      [...spine.filter((entry) => entry.kind === "part"), ...layers].filter((p) => p.decision).map((p) => p.id),
    );
    const asked = new Map(questions.map((question) => [question.id, question]));
    const seen = new Set<string>();
    const claim = (name: string, path: (string | number)[]): void => {
      if (seen.has(name)) complain(path, `"${name}" is used twice; give each its own id.`);
      seen.add(name);
    };
    const known = (condition: Condition | undefined, path: (string | number)[]): void => {
      for (const { fact, is } of factsIn(condition)) {
        const ways = asked.get(fact)?.ways.map((way) => way.word);
        if (ways === undefined) complain(path, `"${fact}" is no question of this procedure.`);
        for (const word of is) {
          if (ways && !ways.includes(word)) complain(path, `"${word}" is no answer to "${fact}": ${ways.join(", ")}.`);
        }
      }
    };
    const facingKnown = (part: { facingBy?: string | undefined }, path: (string | number)[]): void => {
      if (part.facingBy !== undefined && !asked.get(part.facingBy)?.ways.every((way) => way.facing !== undefined)) {
        complain([...path, "facingBy"], `"${part.facingBy}" is no question whose every answer says how it faces.`);
      }
    };

    spine.forEach((entry, i) => {
      claim(entry.id, ["spine", i, "id"]);
      known(entry.when, ["spine", i, "when"]);
      if (entry.kind === "pack") {
        entry.layers.forEach((layer, j) => {
          claim(layer.id, ["spine", i, "layers", j, "id"]);
          facingKnown(layer, ["spine", i, "layers", j]);
        });
      }
      if (entry.kind === "part") {
        facingKnown(entry, ["spine", i]);
        entry.loose.forEach((piece, j) => claim(piece.id, ["spine", i, "loose", j, "id"]));
      }
    });
    points.forEach((point, i) => {
      claim(point.id, ["points", i, "id"]);
      known(point.when, ["points", i, "when"]);
      if (!parts.has(point.on)) complain(["points", i, "on"], `"${point.on}" is no part of the spine.`);
    });
    const measured = new Set(points.filter((point) => point.kind === "measure").map((point) => point.id));
    steps.forEach((step, i) => {
      claim(step.id, ["steps", i, "id"]);
      switch (step.kind) {
        case "do":
          known(step.when, ["steps", i, "when"]);
          step.temporary.forEach((piece, j) => claim(piece.id, ["steps", i, "temporary", j, "id"]));
          if ((step.stage === "together") !== entries.has(step.after ?? "")) {
            const message = "a step of going together, and no other, stands after an entry of the spine.";
            complain(["steps", i, "after"], message);
          }
          if (step.stage !== "apart" && step.temporary.length > 0) {
            complain(["steps", i, "temporary"], "what is put on for the time of the work is put on while going apart.");
          }
          return;
        case "wait":
          if (!entries.has(step.before)) complain(["steps", i, "before"], `"${step.before}" is no part of the spine.`);
          if (!decided.has(step.for)) complain(["steps", i, "for"], `nothing is decided about "${step.for}".`);
          if (!asked.get(step.minutesBy)?.ways.every((way) => way.minutes !== undefined)) {
            complain(["steps", i, "minutesBy"], `"${step.minutesBy}" is no question whose every answer gives minutes.`);
          }
          return;
        case "compute":
          if (entries.get(step.pack)?.kind !== "pack") {
            complain(["steps", i, "pack"], `"${step.pack}" is no pack of the spine.`);
          }
          step.thickness.forEach((name, j) => {
            if (!measured.has(name)) complain(["steps", i, "thickness", j], `"${name}" is no measured point.`);
          });
      }
    });
    // The tasks in which a question can be asked; the walk makes exactly these.
    const tasks = new Set([
      ...spine.flatMap((entry) => [`off:${entry.id}`, `fit:${entry.id}`]),
      ...[...decided].map((part) => `decide:${part}`),
      ...steps.flatMap((step) => TASKS_OF[step.kind].map((task) => `${task}:${step.id}`)),
    ]);
    questions.forEach((question, i) => {
      claim(question.id, ["questions", i, "id"]);
      known(question.when, ["questions", i, "when"]);
      if (!tasks.has(question.at)) complain(["questions", i, "at"], `"${question.at}" is no task of this procedure.`);
      const words = question.ways.map((way) => way.word);
      if (new Set(words).size < words.length) complain(["questions", i, "ways"], "an answer is offered twice.");
      if (question.preset !== undefined && !words.includes(question.preset)) {
        complain(["questions", i, "preset"], `"${question.preset}" is none of its answers: ${words.join(", ")}.`);
      }
      if (question.kind === "school" && question.preset === undefined) {
        complain(["questions", i, "preset"], "a school needs the way a shop goes by until it says otherwise.");
      }
      question.ways.forEach((way, j) => {
        if (way.proposes && !decided.has(way.proposes.part)) {
          complain(["questions", i, "ways", j, "proposes"], `nothing is decided about "${way.proposes.part}".`);
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
export type Finding = InspectPoint["findings"][number];
export type Question = Procedure["questions"][number];
export type Step = Procedure["steps"][number];
export type ComputeStep = Extract<Step, { kind: "compute" }>;
export type DoStep = Extract<Step, { kind: "do" }>;
export type WaitStep = Extract<Step, { kind: "wait" }>;
export type Loose = z.infer<typeof looseSchema>;
/** A part as decisions and points see it: a spine part, or one layer of a pack. */
export type Part = PackEntry["layers"][number];

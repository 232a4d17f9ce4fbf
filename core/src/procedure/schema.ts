import { z } from "zod";
import {
  baseOf,
  figureSchema,
  type Figures,
  figuresWith,
  keyAt,
  KNOWN_FIGURES,
  type KnownFigure,
  placeOf,
} from "../figures/index.ts";
import { FORMATS, inTodaysShape, isLoose } from "../history/index.ts";
import { conditionSchema } from "./condition.ts";
import { drawingSchema } from "./drawing.ts";
import { instrumentSchema } from "./instrument.ts";
import { pointSchema } from "./points.ts";
import { questionSchema, recheckSchema } from "./questions.ts";
import {
  type DECISIONS,
  entrySchema,
  figureKey,
  id,
  rowId,
  type looseSchema,
  positionsSchema,
  sentence,
  taskName,
} from "./spine.ts";
import { stepSchema } from "./steps.ts";

/** A condition that must hold before a task may be recorded, with the sentence that says why. */
const gateSchema = z.strictObject({
  id: rowId,
  /** The task that it stands before, such as "off:shaft-nut" or "fit:band-small". */
  before: taskName,
  when: conditionSchema.optional(),
  needs: conditionSchema,
  because: sentence,
  /** Nobody passes a hard gate; others a lead passes, with a reason. */
  pass: z.enum(["nobody", "lead"]).default("nobody"),
});

/**
 * The order of some entries when a condition holds: a way of access may turn the row about. They go in the other way
 * round, or as `together` says, in the order in which they go in.
 */
const routeSchema = z.strictObject({
  when: conditionSchema,
  order: z.array(rowId).min(2),
  together: z.array(rowId).min(2).optional(),
});

/** What a procedure file may say. Whether it can be followed is another question: `procedureSchema` in check.ts. */
export const procedureShape = z.strictObject({
  /** The format that it is written in; a file that says none is of the first. */
  format: z.literal(FORMATS.procedure).default(FORMATS.procedure),
  id,
  version: z.int().min(1),
  title: sentence,
  /** What a machine must have for this procedure: a build of its book. */
  build: id,
  /** What owners come with; the words of the counter. */
  symptoms: z.array(sentence).default([]),
  /** Where on a machine it can be done, and what that place answers by itself; without any there is one place. */
  positions: positionsSchema.optional(),
  /** A drawing of the whole that is worked out, beside the step in hand. */
  instrument: instrumentSchema.optional(),
  /** A drawing of its own: shapes and places as data, drawn beside the steps of what sits in it. */
  drawing: drawingSchema.optional(),
  sides: z.strictObject({ outer: sentence, inner: sentence }),
  /** Whose part lies on the bench: figures that belong to the original are withheld from a stranger. */
  identity: z
    .strictObject({ question: rowId, strangers: z.array(sentence).min(1), withholds: z.array(figureKey).min(1) })
    .optional(),
  /** Figures that it asks for and that are not among those that ship. */
  figures: z.array(figureSchema).default([]),
  questions: z.array(questionSchema).default([]),
  spine: z.array(entrySchema).min(1),
  routes: z.array(routeSchema).default([]),
  points: z.array(pointSchema),
  steps: z.array(stepSchema),
  gates: z.array(gateSchema).default([]),
  release: z.strictObject({
    lines: z.array(sentence),
    rechecks: z.array(z.strictObject({ when: conditionSchema.optional(), ...recheckSchema.shape })).default([]),
    /** What the machine is from then on, where the work has changed a word of it: the first that holds. */
    remembers: z
      .array(z.strictObject({ figure: figureKey, word: sentence, when: conditionSchema.optional() }))
      .default([]),
  }),
});
export type Procedure = z.infer<typeof procedureShape>;

/** A procedure or a shared piece as a file or a shop holds it, in today's shape. */
export const upcastProcedure = (body: unknown): unknown =>
  inTodaysShape("procedure", body, isLoose(body) && typeof body.format === "number" ? body.format : 1);

const figuresOf = new WeakMap<Pick<Procedure, "figures" | "spine">, Figures>();

/** Every figure that a procedure may ask for: those that ship, its own, and the cards of its fasteners. Read once. */
export function figuresKnown(procedure: Pick<Procedure, "figures" | "spine">): Figures {
  const { figures, spine } = procedure;
  const cards = (): KnownFigure[] => spine.flatMap((entry) => (entry.kind === "fasteners" ? [cardFigure(entry)] : []));
  const known = figuresOf.get(procedure) ?? figuresWith([...cards(), ...figures]);
  figuresOf.set(procedure, known);
  return known;
}

/** Under which key the card of a group of fasteners is kept: beside its torque. */
export const cardKey = ({ torque }: Pick<FastenerEntry, "torque">): string =>
  keyAt(`${baseOf(torque.spec).replace(/-torque$/, "")}-card`, placeOf(torque.spec));
const cardFigure = (entry: FastenerEntry): KnownFigure =>
  figureSchema.parse({
    ...{ key: baseOf(cardKey(entry)), label: `${entry.name}, thread and tool`, kind: "fastener" },
    byPlace: KNOWN_FIGURES.get(baseOf(entry.torque.spec))?.byPlace,
  });

export type DecisionWord = (typeof DECISIONS)[number];
export type Entry = Procedure["spine"][number];
export type FastenerEntry = Extract<Entry, { kind: "fasteners" }>;
export type Locking = FastenerEntry["locks"][number]["locking"];
export type PackEntry = Extract<Entry, { kind: "pack" }>;
export type PartEntry = Extract<Entry, { kind: "part" }>;
export type Point = Procedure["points"][number];
export type MeasurePoint = Extract<Point, { kind: "measure" }>;
export type InspectPoint = Extract<Point, { kind: "inspect" }>;
export type Finding = InspectPoint["findings"][number];
export type Question = Procedure["questions"][number];
export type Way = Question["ways"][number];
export type Gate = Procedure["gates"][number];
export type Step = Procedure["steps"][number];
export type ComputeStep = Extract<Step, { calculator: "clutch.stack" }>;
export type DoStep = Extract<Step, { kind: "do" }>;
export type WaitStep = Extract<Step, { kind: "wait" }>;
export type VerifyStep = Extract<Step, { kind: "verify" }>;
export type AdjustStep = Extract<Step, { kind: "adjust" }>;
export type Loose = z.infer<typeof looseSchema>;
/** A part as decisions and points see it: a spine part, or one layer of a pack. */
export type Part = PackEntry["layers"][number];

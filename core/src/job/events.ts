import { z } from "zod";
import { fields } from "../calculator/index.ts";
import { DECISIONS } from "../procedure/index.ts";
import { keptSpec } from "../spec/index.ts";
import { FORMATS, inTodaysShape } from "../history/index.ts";
import { keptGauge, keptWrench } from "./bench.ts";

/** What is typed to release a machine. */
export const RELEASE_WORD = "release";

const id = z.string().min(1).max(80);
/** Words of whoever types: at most 500 signs, none of them cut in half, as a backspace may cut one. */
const text = z
  .string()
  .trim()
  .min(1)
  .max(500)
  .refine((words) => !/\p{Surrogate}/u.test(words), "a sign in it is cut in half: delete it and type it again");
const item = z.int().min(0).max(60);
const place = z.int().min(1).max(60);
/** Counted on the way apart, and again on the way together. */
export const WAYS = ["apart", "together"] as const;
export type Way = (typeof WAYS)[number];

/** The separate checks of a laid-out pack, as they are typed; thicknesses and order are read from the same line. */
export const PACK_CHECKS = ["count", "plates", "facing"] as const;
export type PackCheck = (typeof PACK_CHECKS)[number];

export const PHASES = ["found", "left"] as const;
export type Phase = (typeof PHASES)[number];

/** What stands in for a number where none was read: they read differently, and none of them is a pass. */
export const NOT_NUMBERS = ["by feel", "in words", "not known"] as const;

/** The load that a reading was taken under, as typed. */
const under = z.string().trim().min(1).max(40);

/** The owner's answer to an estimate: who, in which words, and the day where it was not the day it was typed. */
const agreedSchema = z.strictObject({
  name: z.string().trim().min(1).max(80),
  wording: z.string().trim().min(1).max(300),
  on: z.iso.date().nullable(),
});
export type Agreed = z.infer<typeof agreedSchema>;

/** What a screen sends: the least that says what was done. The rest is filled in from the shop's own figures. */
export const draftSchema = z.discriminatedUnion("type", [
  z.strictObject({ type: z.literal("part_removed"), entry: id, count: item.nullish(), noted: text.nullish() }),
  z.strictObject({
    type: z.literal("fastener_out"),
    entry: id,
    place,
    lengthMm: fields.positive.nullable(),
    under: text.nullable(),
  }),
  z.strictObject({ type: z.literal("pieces_counted"), piece: id, way: z.enum(WAYS), count: item }),
  z.strictObject({
    type: z.literal("question_answered"),
    question: id,
    word: id,
    reason: text.nullable(),
    agreed: agreedSchema.nullish(),
  }),
  z.strictObject({
    type: z.literal("reading_worded"),
    point: id,
    item: place,
    place,
    phase: z.enum(PHASES),
    how: z.enum(NOT_NUMBERS),
    words: text,
  }),
  z.strictObject({ type: z.literal("step_verified"), step: id, typed: z.string().trim().min(1).max(40) }),
  z.strictObject({
    type: z.literal("adjust_read"),
    step: id,
    text: z.string().trim().min(1).max(40),
    gauge: id,
    under: under.nullish(),
  }),
  z.strictObject({
    type: z.literal("adjust_turned"),
    step: id,
    amount: z.number().min(-1000).max(1000),
    /** Which of two sides, by its name; none where both are turned alike. */
    side: z.string().min(1).max(40).nullish(),
  }),
  z.strictObject({ type: z.literal("figure_taken"), step: id, typed: z.string().trim().max(200) }),
  z.strictObject({ type: z.literal("gate_passed"), gate: id, reason: text }),
  z.strictObject({ type: z.literal("wait_started"), wait: id }),
  z.strictObject({ type: z.literal("wait_ended"), wait: id }),
  z.strictObject({
    type: z.literal("reading_taken"),
    point: id,
    item: place,
    place,
    phase: z.enum(PHASES),
    text: z.string().trim().min(1).max(40),
    gauge: id,
    under: under.nullish(),
  }),
  z.strictObject({ type: z.literal("finding_recorded"), point: id, item: place, word: id }),
  z.strictObject({
    type: z.literal("decision_taken"),
    part: id,
    item,
    decision: z.enum(DECISIONS),
    reason: text.nullable(),
  }),
  z.strictObject({ type: z.literal("build_accepted"), step: id, counts: z.record(z.string().max(40), place) }),
  z.strictObject({
    type: z.literal("pack_checked"),
    step: id,
    check: z.enum(PACK_CHECKS),
    values: z.array(z.number().min(0)).max(120),
  }),
  z.strictObject({ type: z.literal("part_fitted"), entry: id, item: place, count: item.nullish() }),
  z.strictObject({
    type: z.literal("torque_applied"),
    entry: id,
    place,
    pass: place,
    text: z.string().trim().min(1).max(40),
    wrench: id,
  }),
  z.strictObject({
    type: z.literal("fastener_locked"),
    entry: id,
    place,
    pastDeg: z.number().min(0).max(360).nullable(),
  }),
  z.strictObject({ type: z.literal("step_confirmed"), step: id }),
  z.strictObject({ type: z.literal("caution_shown"), task: z.string().min(1).max(200) }),
  z.strictObject({ type: z.literal("stop_cleared"), event: z.uuid(), reason: text }),
  z.strictObject({
    type: z.literal("photo_taken"),
    photo: z.uuid(),
    task: z.string().min(1).max(200),
    caption: z.string().trim().max(200),
  }),
  z.strictObject({ type: z.literal("slot_skipped"), slot: z.string().min(1).max(200), reason: text }),
  z.strictObject({ type: z.literal("open_point_signed"), key: z.string().min(1).max(200), reason: text }),
  z.strictObject({ type: z.literal("noted"), text }),
  z.strictObject({ type: z.literal("struck"), event: z.uuid() }),
  /** A deliberate act: the word itself is typed, so that no stray Enter releases a machine. */
  z.strictObject({ type: z.literal("job_released"), said: z.literal(RELEASE_WORD, `type the word ${RELEASE_WORD}`) }),
  z.strictObject({ type: z.literal("job_reopened"), reason: text }),
]);
export type Draft = z.infer<typeof draftSchema>;

/**
 * What a line undoes of what was done before it, by slot: those lines stay in the log and count no more, and what they
 * answered is asked anew.
 */
const undoes = z.array(z.string()).optional();

/** The person an event is by, as they were called then. */
export const actorSchema = z.strictObject({ id: z.string(), name: z.string(), roles: z.array(z.string()) });
export type Actor = z.infer<typeof actorSchema>;

const words = z.string();
const whole = z.int();
const underKept = z.object({ text: words, value: z.number(), unit: words, valueInBase: z.number() });

/** An estimate as it was told: its parts, its hours and their sum, in decimal text. */
const estimateSchema = z.object({
  parts: z.array(z.object({ role: words, name: words, count: whole, price: words.nullable() })),
  minutes: whole,
  labour: words.nullable(),
  total: words,
  currency: words,
});
export type Estimate = z.infer<typeof estimateSchema>;

/** Figures that a computed step came to: by name, a number or a word. */
const figuresSchema = z.record(words, z.union([z.number(), words]).nullable());

const buildPlateSchema = z.object({
  item: whole,
  thicknessMm: z.number(),
  origin: z.enum(["kept", "new"]),
  nominal: words.nullable(),
});
const keptAgreed = z.object({ name: words, wording: words, on: words.nullable() });

/**
 * What is kept: past tense, with the figures it was judged by copied in. It says the shape alone: what may be kept is the
 * draft's rule and `complete`'s, and a rule that became stricter later locks no log.
 */
export const bodySchema = z.discriminatedUnion("type", [
  z.object({
    type: z.literal("job_opened"),
    complaint: words,
    symptom: words,
    machine: z.object({
      id: words,
      maker: words,
      model: words,
      year: whole.nullable(),
      mark: words,
      build: words,
    }),
    owner: z.object({ name: words, contact: words }),
    meter: z.object({ unit: z.enum(["h", "mi", "km"]), value: z.number() }),
    procedure: z.object({ id: words, version: whole, hash: words }),
    /** How many of each part there are, as the model's book had it then. */
    counts: z.record(words, whole),
    /** How the machine was made, in the words of its configuration then. */
    config: z.record(words, words),
  }),
  z.object({
    type: z.literal("part_removed"),
    entry: words,
    count: whole.nullable(),
    /** How it lay, in the words of whoever took it off: marks, washers, which way round. */
    noted: words.nullable(),
  }),
  z.object({
    type: z.literal("fastener_out"),
    entry: words,
    place: whole,
    lengthMm: z.number().nullable(),
    under: words.nullable(),
  }),
  z.object({
    type: z.literal("pieces_counted"),
    piece: words,
    way: z.enum(WAYS),
    count: whole,
    expected: whole,
  }),
  z.object({
    type: z.literal("question_answered"),
    undoes,
    question: words,
    word: words,
    means: words,
    /** The shop's own way then, where the question is a school. */
    preset: words.nullable(),
    reason: words.nullable(),
    agreed: keptAgreed.nullable(),
    estimate: estimateSchema.nullable(),
  }),
  z.object({
    type: z.literal("reading_worded"),
    point: words,
    item: whole,
    place: whole,
    phase: z.enum(PHASES),
    how: z.enum(NOT_NUMBERS),
    words,
  }),
  z.object({
    type: z.literal("step_verified"),
    step: words,
    typed: words,
    /** What had to be said; null where no figure is on file or it is withheld. */
    expected: words.nullable(),
  }),
  z.object({
    type: z.literal("adjust_read"),
    step: words,
    text: words,
    value: z.number(),
    unit: words,
    valueInBase: z.number(),
    gauge: keptGauge,
    /** What it had to come inside of then; null where no figure is known. */
    aim: z.object({ min: z.number(), max: z.number(), target: z.number(), from: words }).nullable(),
    under: underKept.nullable(),
    /** Both sides where two are read; what is judged is how far they differ. */
    sides: z.tuple([z.number(), z.number()]).nullable(),
  }),
  z.object({
    type: z.literal("adjust_turned"),
    step: words,
    amount: z.number(),
    side: words.nullable(),
    /** What was suggested then, in the unit that is turned; null where nothing could be. */
    suggested: z.number().nullable(),
  }),
  z.object({ type: z.literal("figure_taken"), undoes, step: words, figures: figuresSchema, from: figuresSchema }),
  z.object({ type: z.literal("gate_passed"), gate: words, because: words, reason: words }),
  z.object({ type: z.literal("wait_started"), wait: words, minutes: whole }),
  z.object({ type: z.literal("wait_ended"), wait: words }),
  z.object({
    type: z.literal("reading_taken"),
    point: words,
    item: whole,
    place: whole,
    phase: z.enum(PHASES),
    text: words,
    value: z.number(),
    unit: words,
    valueInBase: z.number(),
    gauge: keptGauge,
    spec: keptSpec.nullable(),
    under: underKept.nullable(),
  }),
  z.object({
    type: z.literal("finding_recorded"),
    undoes,
    point: words,
    item: whole,
    word: words,
    means: words,
    leads: z.enum(["keep", "watch", "renew", "stop"]).nullable(),
  }),
  z.object({
    type: z.literal("decision_taken"),
    undoes,
    part: words,
    item: whole,
    decision: z.enum(DECISIONS),
    proposed: z.enum(DECISIONS).nullable(),
    because: words,
    reason: words.nullable(),
  }),
  z.object({
    type: z.literal("build_accepted"),
    step: words,
    counts: z.record(words, whole),
    outer: z.array(buildPlateSchema),
    inner: z.array(buildPlateSchema),
    heightMm: z.number(),
    offTargetMm: z.number(),
    spec: keptSpec,
  }),
  z.object({
    type: z.literal("pack_checked"),
    step: words,
    check: z.enum(PACK_CHECKS),
    values: z.array(z.number()),
  }),
  z.object({
    type: z.literal("part_fitted"),
    entry: words,
    item: whole,
    facing: words.nullable(),
    count: whole.nullable(),
  }),
  z.object({
    type: z.literal("torque_applied"),
    entry: words,
    place: whole,
    pass: whole,
    text: words,
    valueNm: z.number(),
    aimNm: z.number(),
    wrench: keptWrench,
    spec: keptSpec,
  }),
  z.object({
    type: z.literal("fastener_locked"),
    entry: words,
    place: whole,
    how: words,
    pastDeg: z.number().nullable(),
    /** How far the nut went on to its next slot; null where it has none. */
    tightenedDeg: z.number().nullable(),
  }),
  z.object({ type: z.literal("step_confirmed"), step: words, caution: words.nullable() }),
  z.object({ type: z.literal("caution_shown"), task: words, text: words }),
  z.object({ type: z.literal("stop_cleared"), event: words, reason: words }),
  z.object({ type: z.literal("photo_taken"), photo: words, task: words, caption: words }),
  z.object({ type: z.literal("slot_skipped"), slot: words, reason: words }),
  z.object({ type: z.literal("open_point_signed"), key: words, text: words, reason: words }),
  z.object({ type: z.literal("noted"), text: words }),
  z.object({ type: z.literal("struck"), undoes, event: words }),
  z.object({
    type: z.literal("job_released"),
    /** What is to be looked at again: by the meter's own unit, by days, or at the next job. */
    rechecks: z.array(z.object({ what: words, due: z.number().nullable(), days: whole.nullable() })),
  }),
  z.object({ type: z.literal("job_reopened"), reason: words }),
]);
export type Body = z.infer<typeof bodySchema>;
export type BodyOf<T extends Body["type"]> = Extract<Body, { type: T }>;
export type BuildPlate = z.infer<typeof buildPlateSchema>;

/**
 * When a line was typed, by the server's clock, where the screen said how long ago that was; with the bound it was set to
 * where what the screen said cannot be: after it came, or before the job was opened.
 */
export const typedSchema = z.strictObject({
  at: z.string(),
  bound: z.enum(["arrival", "opening"]).nullable(),
});
export type Typed = z.infer<typeof typedSchema>;

/** One line of the log. */
export const eventSchema = z.strictObject({
  id: z.uuid(),
  number: z.int().min(1),
  /** When it was kept. */
  at: z.string(),
  by: actorSchema,
  body: bodySchema,
  typed: typedSchema.optional(),
});
export type JobEvent = z.infer<typeof eventSchema>;

/** The format in which a line is written today. */
export const EVENT_FORMAT = FORMATS.event;

/**
 * A line of the log that was kept in some format, in today's shape.
 * Errors: HistoryFault where a later version kept it; ZodError where its shape cannot be read at all.
 */
export const readEvent = (kept: { format: number; body: unknown } & Record<string, unknown>): JobEvent => {
  const { format, body, ...line } = kept;
  return eventSchema.parse({ ...line, body: inTodaysShape("event", body, format) });
};

/** When the work of a line was done, as far as anybody knows: when it was typed, else when it was kept. */
export const doneAt = (event: JobEvent): string => event.typed?.at ?? event.at;

/** A typed line that the record could not take: shown until it is typed again or put away with a word. */
export const straySchema = z.strictObject({
  id: z.uuid(),
  /** As it was typed. */
  text: z.string(),
  by: z.string(),
  typedAt: z.string(),
  why: z.string(),
});
export type Stray = z.infer<typeof straySchema>;
export type EventOf<T extends Body["type"]> = JobEvent & { body: BodyOf<T> };

export function isEvent<T extends Body["type"]>(event: JobEvent, type: T): event is EventOf<T> {
  return event.body.type === type;
}

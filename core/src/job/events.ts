import { z } from "zod";
import { FORMATS, inTodaysShape } from "../history/index.ts";
import { METERS } from "../quantity/index.ts";
import { keptSpec } from "../spec/index.ts";
import { cardSchema } from "../fastener/index.ts";
import { WHOSE } from "../task/machine/lines.ts";
import { taskBodies, taskDrafts } from "../task/lines.ts";
import { id, place, text, undoes, whole, words } from "./fields.ts";

/** What is typed to release a machine, and to hand one back that is not released. */
export const RELEASE_WORD = "release";
export const HAND_BACK_WORD = "hand back";

/** What a finding may lead to. */
export const FOLLOW_UPS = ["put right", "renew", "later work", "watch", "leave", "ask owner"] as const;
export type FollowUp = (typeof FOLLOW_UPS)[number];
/** What was done about a fastener that was pulled too far. */
export const TOO_FAR_WAYS = ["let off and pulled again", "renewed"] as const;
export type TooFarWay = (typeof TOO_FAR_WAYS)[number];
/** What came of a work, as its owner tells it some time after. */
export const OUTCOMES = ["held", "better", "no better", "came back"] as const;
export type Outcome = (typeof OUTCOMES)[number];
/** How an owner said something. */
export const BY_WAYS = ["counter", "phone", "message"] as const;
const money = z.string().regex(/^\d{1,7}(\.\d{2})?$/, "a sum such as 45 or 45.50");

/** What a screen sends that belongs to no task: about the job as a whole, or about another line. */
const jobDrafts = [
  z.strictObject({ type: z.literal("gate_passed"), gate: id, reason: text }),
  z.strictObject({ type: z.literal("caution_shown"), task: z.string().min(1).max(200) }),
  z.strictObject({
    type: z.literal("photo_taken"),
    photo: z.uuid(),
    task: z.string().min(1).max(200),
    caption: z.string().trim().max(200),
  }),
  z.strictObject({ type: z.literal("slot_skipped"), slot: z.string().min(1).max(200), reason: text }),
  /** With the day by which it is done again, where that is asked. */
  z.strictObject({
    ...{ type: z.literal("open_point_signed"), key: z.string().min(1).max(200), reason: text },
    on: z.iso.date("a day such as 2027-04-30").optional(),
  }),
  z.strictObject({ type: z.literal("noted"), text }),
  /** Something small came out, in a step, that the procedure does not name; and how many of it went back in. */
  z.strictObject({
    ...{ type: z.literal("piece_laid"), task: z.string().min(1).max(200) },
    name: z.string().trim().min(1).max(60),
    count: place,
  }),
  z.strictObject({ type: z.literal("piece_back"), event: z.uuid(), count: place }),
  /** A reading that the procedure does not ask for: of what, and as it was typed: the reading with its unit, then with what. */
  z.strictObject({
    type: z.literal("read_besides"),
    name: z.string().trim().min(1).max(60),
    text: z.string().trim().min(1).max(120),
  }),
  z.strictObject({ type: z.literal("struck"), event: z.uuid() }),
  /** A deliberate act: the word itself is typed, so that no stray Enter releases a machine. */
  z.strictObject({ type: z.literal("job_released"), said: z.literal(RELEASE_WORD, `type the word ${RELEASE_WORD}`) }),
  z.strictObject({ type: z.literal("job_reopened"), reason: text }),
  z.strictObject({
    type: z.literal("followed_up"),
    event: z.uuid(),
    way: z.enum(FOLLOW_UPS),
    words: text,
    /** A watch ends at a meter, on a day, or at the next job where neither is said. */
    meter: z.number().positive().max(10_000_000).nullable().default(null),
    on: z.iso.date("a day such as 2027-03-01").nullable().default(null),
    /** How many are renewed. */
    count: z.int().min(1).max(60).nullable().default(null),
    /** What it costs to be done now, and once it has failed; the owner is told both. */
    now: money.nullable().default(null),
    later: money.nullable().default(null),
  }),
  z.strictObject({
    type: z.literal("owner_said"),
    event: z.uuid(),
    name: z.string().trim().min(1).max(80),
    by: z.enum(BY_WAYS),
    words: text,
    agreed: z.boolean(),
  }),
  /** The owner agreed to a sum for all of it: what it comes to beyond that waits for their word. */
  z.strictObject({
    type: z.literal("sum_agreed"),
    name: z.string().trim().min(1).max(80),
    by: z.enum(BY_WAYS),
    words: text,
    sum: money,
  }),
  z.strictObject({
    type: z.literal("job_parked"),
    reason: text,
    on: z.iso.date("a day such as 2027-03-01").nullable(),
  }),
  z.strictObject({ type: z.literal("job_resumed") }),
  /** Until when it was promised; null takes the promise back. */
  z.strictObject({ type: z.literal("job_promised"), on: z.iso.date("a day such as 2027-03-01").nullable() }),
  /** Whose it is to do; null is anybody's again. */
  z.strictObject({
    type: z.literal("job_assigned"),
    to: z.strictObject({ id: z.string().min(1).max(36), name: z.string().trim().min(1).max(80) }).nullable(),
  }),
  /** It is not done after all, and nothing of the machine was opened. */
  z.strictObject({ type: z.literal("job_cancelled"), reason: text }),
  z.strictObject({
    type: z.literal("job_handed_back"),
    said: z.literal(HAND_BACK_WORD, `type the words ${HAND_BACK_WORD}`),
    words: text,
  }),
  z.strictObject({
    type: z.literal("cause_said"),
    symptom: z.string().min(1).max(130),
    suspect: z.string().min(1).max(60).nullable(),
  }),
  z.strictObject({
    type: z.literal("time_corrected"),
    work: z.string().min(1).max(4),
    minutes: z.int().min(0).max(10_000),
    reason: text,
  }),
  z.strictObject({ type: z.literal("second_look"), task: z.string().min(1).max(200), saw: text, well: z.boolean() }),
  z.strictObject({
    type: z.literal("outcome_said"),
    work: z.string().min(1).max(4),
    how: z.enum(OUTCOMES),
    words: text,
  }),
  /** A pull that went too far is no slip of the pen: it was let off and is pulled again, or another goes in. */
  z.strictObject({ type: z.literal("pull_undone"), entry: id, place: place, how: z.enum(TOO_FAR_WAYS) }),
  /** Something broke, stripped or will not come: at which fastener or part, met in which step. */
  z.strictObject({
    type: z.literal("trouble_met"),
    ...{ trouble: id, row: id, item: place, task: z.string().min(1).max(200), words: text },
  }),
  z.strictObject({ type: z.literal("trouble_tried"), event: z.uuid(), way: id, words: text }),
  z.strictObject({
    type: z.literal("trouble_ended"),
    ...{ event: z.uuid(), end: id, words: text },
    agreed: z
      .strictObject({ name: z.string().trim().min(1).max(80), by: z.enum(BY_WAYS), words: text })
      .nullable()
      .default(null),
    /** The figure with its unit and whose it is, or why the one on file holds. */
    torque: text.nullable().default(null),
  }),
  /** What a fastener is, as it lies in the hand: "M6x25 h8". */
  z.strictObject({
    type: z.literal("card_said"),
    entry: id,
    text: z.string().trim().min(1).max(80),
    whose: z.enum(WHOSE),
  }),
  /** What was read before its limit was found is judged by it from here on. */
  z.strictObject({ type: z.literal("limit_found"), point: id }),
  z.strictObject({ type: z.literal("work_dropped"), work: z.string().min(1).max(4), reason: text }),
  z.strictObject({
    type: z.literal("work_released"),
    work: z.string().min(1).max(4),
    said: z.literal(RELEASE_WORD, `type the word ${RELEASE_WORD}`),
  }),
] as const;

/** What a screen sends: the least that says what was done. The rest is filled in from the shop's own figures. */
export const draftSchema = z.discriminatedUnion("type", [...taskDrafts, ...jobDrafts]);
export type Draft = z.infer<typeof draftSchema>;
export type DraftOf<T extends Draft["type"]> = Extract<Draft, { type: T }>;

/** The person an event is by, as they were called then. */
export const actorSchema = z.strictObject({ id: z.string(), name: z.string(), roles: z.array(z.string()) });
export type Actor = z.infer<typeof actorSchema>;

const openedMachine = z.object({
  id: words,
  maker: words,
  model: words,
  year: whole.nullable(),
  mark: words,
  build: words,
});
const openedOwner = z.object({ name: words, contact: words });
/** null where nobody could read it. */
/** What is to be looked at again: by the first meter, or by the one that counts so; by days; or at the next job. */
const recheckSet = z.object({
  ...{ id: words, what: words, due: z.number().nullable(), days: whole.nullable() },
  unit: z.enum(METERS).optional(),
});
const meterShown = z.object({ unit: z.enum(METERS), value: z.number().nullable() });
/** What its meter showed, and the second one where it has two; null where nobody could read it. */
const openedMeter = meterShown.extend({ second: meterShown.optional() });

const jobBodies = [
  z.object({
    type: z.literal("job_opened"),
    complaint: words,
    symptom: words,
    ...{ machine: openedMachine, owner: openedOwner, meter: openedMeter },
    procedure: z.object({ id: words, version: whole, hash: words }),
    /** How many of each part there are, as the model's book had it then. */
    counts: z.record(words, whole),
    /** How the machine was made, in the words of its configuration then. */
    config: z.record(words, words),
    /** What was said of it at the counter, each with what was suspected then. */
    symptoms: z
      .array(z.object({ key: words, word: words, suspects: z.array(z.object({ id: words, what: words })) }))
      .default([]),
    /** The place of its first work, where somebody said which. */
    position: words.nullable().default(null),
  }),
  /** What was said wrongly when it came in, as it is right: everything that hangs on the machine with it. */
  z.object({
    type: z.literal("opening_corrected"),
    undoes,
    ...{ machine: openedMachine, owner: openedOwner, meter: openedMeter },
    ...{ counts: z.record(words, whole), config: z.record(words, words) },
    /** What differs, in words. */
    differs: z.array(words),
    reason: words,
  }),
  z.object({
    type: z.literal("work_added"),
    undoes,
    work: words,
    procedure: z.object({ id: words, version: whole, hash: words }),
    position: words.nullable(),
    /** Counts and words of the machine as this work needs them, as they were when it was added. */
    counts: z.record(words, whole),
    config: z.record(words, words),
    because: words,
    /** The line whose finding led to it. */
    from: words.nullable(),
  }),
  z.object({
    type: z.literal("followed_up"),
    undoes,
    ...{ event: words, way: z.enum(FOLLOW_UPS), words, text: words },
    ...{ meter: z.number().nullable(), on: words.nullable(), count: whole.nullable() },
    ...{ now: words.nullable(), later: words.nullable() },
  }),
  z.object({
    type: z.literal("owner_said"),
    ...{ event: words, name: words, by: z.enum(BY_WAYS), words, agreed: z.boolean() },
  }),
  z.object({
    type: z.literal("sum_agreed"),
    ...{ name: words, by: z.enum(BY_WAYS), words, sum: words, currency: words },
  }),
  /** The machine stands, with what is loose or off and why; until a day where one is known. */
  z.object({ type: z.literal("job_parked"), reason: words, on: words.nullable(), standing: z.array(words) }),
  z.object({ type: z.literal("job_resumed") }),
  z.object({ type: z.literal("job_promised"), on: words.nullable() }),
  z.object({ type: z.literal("job_assigned"), to: z.object({ id: words, name: words }).nullable() }),
  z.object({ type: z.literal("job_cancelled"), reason: words }),
  /** Ended without a release: what is not proven, loose or missing, and what must not be used. */
  z.object({
    type: z.literal("job_handed_back"),
    ...{ words, standing: z.array(words) },
    rechecks: z.array(recheckSet),
  }),
  /** What it turned out to be: one of those suspected, or none of them. */
  z.object({ type: z.literal("cause_said"), symptom: words, suspect: words.nullable(), what: words }),
  /** Hands-on time of a work as somebody puts it right; by itself it is worked out from the log. */
  z.object({ type: z.literal("time_corrected"), work: words, minutes: whole, reason: words }),
  /** A second pair of eyes on a task: what was seen; `own` where the shop has only one. */
  z.object({ type: z.literal("second_look"), undoes, task: words, saw: words, well: z.boolean(), own: z.boolean() }),
  z.object({ type: z.literal("outcome_said"), work: words, how: z.enum(OUTCOMES), words }),
  z.object({
    type: z.literal("pull_undone"),
    undoes,
    ...{
      entry: words,
      place: whole,
      how: z.enum(TOO_FAR_WAYS),
      name: words,
      valueNm: z.number(),
      role: words.nullable(),
    },
  }),
  z.object({
    type: z.literal("trouble_met"),
    ...{ trouble: words, row: words, item: whole, task: words, words, name: words, says: words },
  }),
  z.object({ type: z.literal("trouble_tried"), event: words, way: words, words, name: words, says: words }),
  z.object({
    type: z.literal("trouble_ended"),
    undoes,
    ...{ event: words, end: words, words, name: words, row: words, item: whole, says: words },
    ...{ renews: z.boolean(), again: z.boolean() },
    agreed: z.object({ name: words, by: z.enum(BY_WAYS), words }).nullable(),
    torque: z.object({ valueNm: z.number().nullable(), words }).nullable(),
  }),
  z.object({
    type: z.literal("card_said"),
    ...{ entry: words, figure: words, label: words, text: words, card: cardSchema, whose: z.enum(WHOSE) },
  }),
  z.object({
    type: z.literal("limit_found"),
    undoes,
    ...{ point: words, name: words, spec: keptSpec },
    /** By what it was judged before; empty where by nothing. */
    was: words.default(""),
    /** Those of several that it does not judge: they have a limit of their own. */
    except: z.array(z.number()).default([]),
  }),
  z.object({ type: z.literal("work_dropped"), work: words, reason: words }),
  z.object({ type: z.literal("work_released"), work: words }),
  z.object({ type: z.literal("gate_passed"), gate: words, because: words, reason: words }),
  z.object({ type: z.literal("caution_shown"), task: words, text: words }),
  /** A stop that was cleared by words alone, as jobs of before did: nobody says it any more. */
  z.object({ type: z.literal("stop_cleared"), event: words, reason: words }),
  z.object({ type: z.literal("photo_taken"), photo: words, task: words, caption: words }),
  z.object({ type: z.literal("slot_skipped"), slot: words, reason: words }),
  z.object({ type: z.literal("open_point_signed"), key: words, text: words, reason: words, on: words.optional() }),
  z.object({ type: z.literal("noted"), text: words }),
  z.object({ type: z.literal("piece_laid"), ...{ task: words, name: words, count: whole } }),
  z.object({ type: z.literal("piece_back"), ...{ event: words, name: words, count: whole } }),
  z.object({
    type: z.literal("read_besides"),
    ...{ name: words, text: words, value: z.number(), unit: words, valueInBase: z.number(), base: words, how: words },
  }),
  z.object({ type: z.literal("struck"), undoes, event: words }),
  z.object({
    type: z.literal("job_released"),
    rechecks: z.array(recheckSet),
  }),
  z.object({ type: z.literal("job_reopened"), reason: words }),
] as const;

/** What is kept: past tense, with the figures it was judged by copied in. */
export const bodySchema = z.discriminatedUnion("type", [...taskBodies, ...jobBodies]);
export type Body = z.infer<typeof bodySchema>;

export type BodyOf<T extends Body["type"]> = Extract<Body, { type: T }>;

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

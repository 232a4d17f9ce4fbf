import { draftSchema } from "@averin/core";
import { z } from "zod";
import { newMachineSchema } from "../machines/schema.ts";

/** A further work of a job: what, where, why, and the line whose finding led to it. */
export const workSchema = z.strictObject({
  /** Given where it was asked for: sent twice it is kept once. */
  id: z.uuid(),
  procedure: z.string("choose what is to be done").min(1, "choose what is to be done").max(60),
  position: z.string().min(1).max(60).nullable().default(null),
  because: z.string().trim().min(1, "say why it is done").max(300),
  from: z.uuid().nullable().default(null),
});

/** A further work, or the right one in place of one that was taken in by mistake. */
export const workAskedSchema = workSchema.extend({
  /** The work that it stands in place of, and the id of the line that drops that one. */
  instead: z
    .strictObject({
      work: z.string().min(1).max(4),
      id: z.uuid(),
      /** Only says what it comes to. */
      dry: z.boolean().default(false),
    })
    .nullable()
    .default(null),
});

/** What was said wrongly when a machine came in, as it is right. */
export const correctionSchema = z.strictObject({
  /** Given where it was asked for: sent twice it is kept once. */
  id: z.uuid(),
  /** The machine that stands here. */
  machine: z.string("choose the machine that stands here").min(1, "choose the machine that stands here").max(36),
  /** null where nobody can read it. */
  meter: z.number().min(0).max(10_000_000).nullable(),
  meterGoesBack: z.boolean().default(false),
  /** Its second meter, where it has two. */
  second: z.number().min(0).max(10_000_000).nullable().default(null),
  secondGoesBack: z.boolean().default(false),
  reason: z.string().trim().min(1, "say how it came to be wrong").max(300),
  /** Says what it comes to, and keeps nothing. */
  dry: z.boolean().default(false),
});

export const intakeSchema = z.strictObject({
  /** Made at the form: sent twice, the same job is answered. */
  id: z.uuid().optional(),
  machine: z.union([z.strictObject({ id: z.string().min(1).max(36) }), newMachineSchema]),
  /** null where nobody can read it. */
  meter: z.number().min(0).max(10_000_000).nullable(),
  meterGoesBack: z.boolean().default(false),
  /** Its second meter, where it has two. */
  second: z.number().min(0).max(10_000_000).nullable().default(null),
  secondGoesBack: z.boolean().default(false),
  complaint: z.string().trim().min(1).max(500),
  /** The procedure by its id; may be left away where the machine has only one. */
  procedure: z.string().min(1).max(60).optional(),
  /** Its place on the machine, where it has several and somebody says which. */
  position: z.string().min(1).max(60).nullable().default(null),
  /** Further works that the machine came with. */
  works: z.array(workSchema).max(8).default([]),
  /** By when it was promised, and whose it is to do. */
  promised: z.iso.date("a day such as 2027-03-01").nullable().default(null),
  assigned: z.string().min(1).max(36).nullable().default(null),
  /** Up to which sum its owner agreed, in the shop's own money. */
  agreed: z
    .string()
    .trim()
    .regex(/^\d{1,7}(\.\d{2})?$/, "a sum such as 220 or 220.50")
    .nullable()
    .default(null),
  /** What was said of it, by the names of the symptoms on file for such a machine. */
  symptoms: z.array(z.string().min(1).max(130)).max(12).default([]),
  /** One of the procedure's own symptoms, where nothing of those on file was said. */
  symptom: z.string().trim().max(80).default(""),
});

export type Intake = z.input<typeof intakeSchema>;

export const appendSchema = z.strictObject({
  /** The number of the last line that the screen has: what came since is answered too; without it only what was sent. */
  after: z.int().min(0).optional(),
  /** Who typed it, as the screen knows; refused where somebody else is signed in by now. */
  by: z.string().min(1).max(36).optional(),
  /** The browser's own clock when the lines were typed and when they were sent; only how far apart they are counts. */
  typedAt: z.iso.datetime().optional(),
  sentAt: z.iso.datetime().optional(),
  events: z
    .array(z.strictObject({ id: z.uuid(), draft: draftSchema }))
    .min(1)
    .max(60),
});

/** So many signs of a typed line are kept; a line of the bench is a quarter of it. */
export const MOST_TEXT = 2000;

export const strayTypedSchema = z.strictObject({
  /** Given where it was typed: told twice it is kept once. */
  id: z.uuid(),
  /** Who typed it, as the screen knows; refused where somebody else is signed in by now. */
  by: z.string().min(1).max(36),
  text: z.string().trim().min(1).max(MOST_TEXT),
  typedAt: z.iso.datetime(),
  sentAt: z.iso.datetime(),
  why: z.string().trim().min(1).max(1000),
});

export const settleSchema = z.discriminatedUnion("how", [
  z.strictObject({ how: z.literal("typed again") }),
  z.strictObject({ how: z.literal("put away"), word: z.string().trim().min(1).max(500) }),
]);

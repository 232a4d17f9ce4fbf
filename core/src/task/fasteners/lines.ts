import { fields } from "../../calculator/index.ts";
import { z } from "zod";
import { keptWrench } from "../../job/bench.ts";
import { id, place, text, value, whole, words } from "../../job/fields.ts";
import { keptSpec } from "../../spec/index.ts";

/**
 * How else than to its figure a fastener was tightened: by so many degrees, clicked at the most that the wrench has and
 * leaned on beyond that, or to a torque for which no figure is on file.
 */
export const TIGHTENED = ["by angle", "leaned on", "no figure"] as const;
export type Tightened = (typeof TIGHTENED)[number];

export const fastenersDrafts = [
  z.strictObject({
    type: z.literal("fastener_out"),
    entry: id,
    place,
    lengthMm: fields.positive.nullable(),
    under: text.nullable(),
  }),
  z.strictObject({
    type: z.literal("torque_applied"),
    ...{ entry: id, place, pass: place, text: value, wrench: id },
    /** Said with others of its pass in one word. */
    set: z.literal(true).optional(),
  }),
  z.strictObject({
    type: z.literal("fastener_tightened"),
    ...{ entry: id, place, pass: place, how: z.enum(TIGHTENED), text: value, wrench: id.nullable() },
    set: z.literal(true).optional(),
  }),
  z.strictObject({
    type: z.literal("fastener_locked"),
    entry: id,
    place,
    pastDeg: z.number().min(0).max(360).nullable(),
  }),
] as const;

export const fastenersBodies = [
  z.object({
    type: z.literal("fastener_out"),
    entry: words,
    place: whole,
    lengthMm: z.number().nullable(),
    under: words.nullable(),
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
    set: z.boolean().optional(),
  }),
  z.object({
    type: z.literal("fastener_tightened"),
    entry: words,
    place: whole,
    pass: whole,
    how: z.enum(TIGHTENED),
    text: words,
    /** By angle: so many degrees; else null. */
    deg: z.number().nullable(),
    /** What the wrench read, with what its multiplier makes of it; null where none was used. */
    valueNm: z.number().nullable(),
    wrench: keptWrench.nullable(),
    /** What the figure on file says, where there is one. */
    aimNm: z.number().nullable(),
    set: z.boolean().optional(),
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
] as const;

export const fastenersSlots = {
  out: (entry: string, place: number) => ({ kind: "out" as const, key: `out:${entry}:${place}`, entry, place }),
  pull: (entry: string, place: number, pass: number) => ({
    kind: "pull" as const,
    key: `pull:${entry}:${place}:${pass}`,
    entry,
    place,
    pass,
  }),
  lock: (entry: string, place: number) => ({ kind: "lock" as const, key: `lock:${entry}:${place}`, entry, place }),
};

type Placed = { entry: string; place: number };
export const fastenersAnswers = {
  fastener_out: (it: Placed) => fastenersSlots.out(it.entry, it.place),
  torque_applied: (it: Placed & { pass: number }) => fastenersSlots.pull(it.entry, it.place, it.pass),
  fastener_tightened: (it: Placed & { pass: number }) => fastenersSlots.pull(it.entry, it.place, it.pass),
  fastener_locked: (it: Placed) => fastenersSlots.lock(it.entry, it.place),
};

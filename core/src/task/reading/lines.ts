import { z } from "zod";
import { keptGauge } from "../../job/bench.ts";
import { id, keptLoad, type Phase, PHASES, place, text, value, whole, words } from "../../job/fields.ts";
import { keptSpec } from "../../spec/index.ts";

/** What stands in for a number where none was read: they read differently, and none of them is a pass. */
export const NOT_NUMBERS = ["by feel", "in words", "not known"] as const;

export const readingDrafts = [
  z.strictObject({
    type: z.literal("reading_taken"),
    point: id,
    item: place,
    place,
    phase: z.enum(PHASES),
    text: value,
    gauge: id,
    under: value.nullish(),
    /** The condition it was read in, where one was said: "cold". */
    condition: value.nullish(),
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
] as const;

export const readingBodies = [
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
    under: keptLoad.nullable(),
    condition: words.nullable(),
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
] as const;

export const readingSlots = {
  read: (point: string, item: number, place: number, phase: Phase) => ({
    kind: "read" as const,
    key: `read:${point}:${item}:${place}:${phase}`,
    point,
    item,
    place,
    phase,
  }),
};

type Place = { point: string; item: number; place: number; phase: Phase };
const read = ({ point, item, place, phase }: Place) => readingSlots.read(point, item, place, phase);
export const readingAnswers = { reading_taken: read, reading_worded: read };

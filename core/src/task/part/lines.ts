import { z } from "zod";
import { id, item, place, text, whole, words } from "../../job/fields.ts";

export const partDrafts = [
  z.strictObject({ type: z.literal("part_removed"), entry: id, count: item.nullish(), noted: text.nullish() }),
  z.strictObject({
    type: z.literal("part_fitted"),
    ...{ entry: id, item: place, count: item.nullish(), packet: text.nullish() },
    /** A fastener that came out otherwise than the book has it: the right one goes in. */
    asBook: z.literal(true).optional(),
  }),
] as const;

export const partBodies = [
  z.object({
    type: z.literal("part_removed"),
    entry: words,
    count: whole.nullable(),
    /** How it lay, in the words of whoever took it off: marks, washers, which way round. */
    noted: words.nullable(),
  }),
  z.object({
    type: z.literal("part_fitted"),
    entry: words,
    item: whole,
    facing: words.nullable(),
    count: whole.nullable(),
    /** What stands on the packet of a new one, where somebody said it: its lot or batch. */
    packet: words.nullable().default(null),
    asBook: z.boolean().optional(),
  }),
] as const;

export const partSlots = {
  off: (entry: string) => ({ kind: "off" as const, key: `off:${entry}`, entry }),
  fit: (entry: string, item: number) => ({ kind: "fit" as const, key: `fit:${entry}:${item}`, entry, item }),
};

export const partAnswers = {
  part_removed: (it: { entry: string }) => partSlots.off(it.entry),
  part_fitted: (it: { entry: string; item: number }) => partSlots.fit(it.entry, it.item),
};

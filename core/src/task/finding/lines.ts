import { z } from "zod";
import { id, place, undoes, whole, words } from "../../job/fields.ts";

export const findingDrafts = [
  z.strictObject({ type: z.literal("finding_recorded"), point: id, item: place, word: id }),
] as const;

export const findingBodies = [
  z.object({
    type: z.literal("finding_recorded"),
    undoes,
    point: words,
    item: whole,
    word: words,
    means: words,
    leads: z.enum(["keep", "watch", "renew", "stop"]).nullable(),
  }),
] as const;

export const findingSlots = {
  find: (point: string, item: number) => ({ kind: "find" as const, key: `find:${point}:${item}`, point, item }),
};

export const findingAnswers = {
  finding_recorded: (it: { point: string; item: number }) => findingSlots.find(it.point, it.item),
};

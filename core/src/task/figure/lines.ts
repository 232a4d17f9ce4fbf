import { z } from "zod";
import { id, undoes, words } from "../../job/fields.ts";

export const figureDrafts = [
  z.strictObject({ type: z.literal("figure_taken"), step: id, typed: z.string().trim().max(200) }),
] as const;

/** Figures that a computed step came to: by name, a number or a word. */
const keptFigures = z.record(words, z.union([z.number(), words]).nullable());

export const figureBodies = [
  z.object({ type: z.literal("figure_taken"), undoes, step: words, figures: keptFigures, from: keptFigures }),
] as const;

export const figureSlots = {
  compute: (step: string) => ({ kind: "compute" as const, key: `compute:${step}`, step }),
};

export const figureAnswers = { figure_taken: (it: { step: string }) => figureSlots.compute(it.step) };

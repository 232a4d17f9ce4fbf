import { z } from "zod";
import { id, place, whole, words } from "../../job/fields.ts";
import { keptSpec } from "../../spec/index.ts";

/** The separate checks of a laid-out pack, as they are typed; thicknesses and order are read from the same line. */
export const PACK_CHECKS = ["count", "plates", "facing"] as const;
export type PackCheck = (typeof PACK_CHECKS)[number];

export const packDrafts = [
  z.strictObject({ type: z.literal("build_accepted"), step: id, counts: z.record(z.string().max(40), place) }),
  z.strictObject({
    type: z.literal("pack_checked"),
    step: id,
    check: z.enum(PACK_CHECKS),
    values: z.array(z.number().min(0)).max(120),
  }),
] as const;

const keptPlate = z.object({
  item: whole,
  thicknessMm: z.number(),
  origin: z.enum(["kept", "new"]),
  nominal: words.nullable(),
});
export type BuildPlate = z.infer<typeof keptPlate>;

export const packBodies = [
  z.object({
    type: z.literal("build_accepted"),
    step: words,
    counts: z.record(words, whole),
    outer: z.array(keptPlate),
    inner: z.array(keptPlate),
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
] as const;

export const packSlots = {
  build: (step: string) => ({ kind: "build" as const, key: `build:${step}`, step }),
  check: (step: string, check: PackCheck) => ({ kind: "check" as const, key: `check:${step}:${check}`, step, check }),
};

export const packAnswers = {
  build_accepted: (it: { step: string }) => packSlots.build(it.step),
  pack_checked: (it: { step: string; check: PackCheck }) => packSlots.check(it.step, it.check),
};

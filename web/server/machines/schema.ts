import { METERS } from "@averin/core";
import { z } from "zod";
import { perhaps, words } from "../typed.ts";

const WHOSE = { name: words(120, "say what they are called"), contact: perhaps(200) };

/** A second meter counts something else than the first. */
const apart = ({ meterUnit, secondUnit }: { meterUnit: string; secondUnit: string | null }): boolean =>
  meterUnit !== secondUnit;
const APART = {
  message: "Both meters count the same: say what the second one counts, or that there is none.",
  path: ["secondUnit"],
};

const common = {
  mark: words(80),
  year: z.int().min(1950).max(2100).nullable(),
  meterUnit: z.enum(METERS),
  /** What its second meter counts, where it has two. */
  secondUnit: z.enum(METERS).nullable().default(null),
  /** Who owns it, where that is known. */
  owner: z.strictObject({ name: perhaps(120), contact: perhaps(200) }),
};

/** A machine not seen before: of a model that has a book, or of one that nobody knows yet. */
export const newMachineSchema = z.union([
  z.strictObject({ book: words(60), ...common }).refine(apart, APART),
  z.strictObject({ maker: words(80), model: words(80), kind: words(60), ...common }).refine(apart, APART),
]);

export type NewMachine = z.infer<typeof newMachineSchema>;

const year = z
  .string()
  .trim()
  .regex(/^(19[5-9]\d|20\d\d)?$/, "four figures, such as 2023; empty where nobody knows it")
  .transform((typed) => (typed === "" ? null : Number(typed)));

/** What becomes of a machine that is on file. */
export const machineChangeSchema = z.discriminatedUnion("does", [
  z.strictObject({
    does: z.literal("put right"),
    mark: words(80, "say its plate or its mark"),
    year,
    serial: perhaps(60),
  }),
  z.strictObject({ does: z.literal("sold"), ...WHOSE }),
  z.strictObject({ does: z.literal("retired"), reason: words(300, "say why, such as broken up for parts") }),
  z.strictObject({ does: z.literal("in use again") }),
  /** Two on file turned out to be one, which goes by the other's mark; or they are two after all. */
  z.strictObject({ does: z.literal("is another"), mark: words(80, "type the mark of the one that it is") }),
  z.strictObject({ does: z.literal("is its own") }),
  /** Beside its first meter it has another; or it has none any more, which nothing stands for here. */
  z.strictObject({ does: z.literal("second meter"), counts: z.enum(["", ...METERS]) }),
  z.strictObject({ does: z.literal("in a fleet"), fleet: perhaps(60) }),
  z.strictObject({ does: z.literal("ridden"), rider: words(80, "say who rode it") }),
  z.strictObject({ does: z.literal("spare aboard"), what: words(120, "say what is carried, such as drive belt") }),
  z.strictObject({ does: z.literal("spare used"), spare: z.uuid(), usedFor: words(200, "say what it was used for") }),
  z.strictObject({ does: z.literal("spare replaced"), spare: z.uuid() }),
  z.strictObject({ does: z.literal("spare gone"), spare: z.uuid() }),
]);
export type MachineChange = z.infer<typeof machineChangeSchema>;

/** How an owner is called, and where. */
export const ownerSchema = z.strictObject(WHOSE);

/** The owner on file that another turned out to be; null where they are a person of their own after all. */
export const sameOwnerSchema = z.strictObject({ into: z.string().min(1).max(36).nullable() });

export const recheckDoneSchema = z.strictObject({ note: words(500, "say what was found") });

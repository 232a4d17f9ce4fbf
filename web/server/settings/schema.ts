import { AT_LIMIT, percentIn, WHOSE } from "@averin/core";
import { z } from "zod";

/** A way of a school that is gone by here: the shop's own; or as the maker of a machine has it, with where that stands. */
export const presetSchema = z
  .strictObject({
    question: z.string().min(1).max(60),
    /** Nothing, where a maker decides it no longer. */
    word: z.string().max(80),
    whose: z.enum(["shop", ...WHOSE], "say what it holds for: this machine, or its model").default("shop"),
    machine: z.string().min(1).max(36).optional(),
    source: z.string().trim().max(200).default(""),
  })
  .refine(({ whose, word }) => whose !== "shop" || word !== "", { message: "say which way", path: ["word"] })
  .refine(({ whose, machine }) => whose === "shop" || machine !== undefined, {
    message: "say which machine",
    path: ["machine"],
  })
  .refine(({ whose, word, source }) => whose === "shop" || word === "" || source !== "", {
    message: "say where that stands: the manual and its page, the bulletin, the label",
    path: ["source"],
  });

const isZone = (zone: string): boolean => {
  try {
    return new Intl.DateTimeFormat("en", { timeZone: zone }).resolvedOptions().timeZone !== "";
  } catch {
    return false;
  }
};

/** What a shop says of itself once: its name, the money and the clock it goes by, and the units it shows first. */
export const shopSchema = z.strictObject({
  name: z.string().trim().max(80).default(""),
  currency: z
    .string()
    .trim()
    .toUpperCase()
    .regex(/^[A-Z]{3}$/, "three letters, such as EUR"),
  zone: z.string().trim().refine(isZone, "a time zone from the list, such as UTC"),
  units: z.enum(["metric", "inch"]),
  /** What is added to sums, by the shop's own word for it; nothing where it says none. */
  taxName: z.string().trim().max(30).default(""),
  taxPercent: z
    .string()
    .trim()
    .regex(/^(\d{1,2}([.,]\d{1,2})?)?$/, "a percentage such as 19 or 7.5, or nothing")
    .default(""),
  /** From how many percent of its wear on a part is near a limit that does not say it itself; nothing: as it is usual. */
  nearPercent: z
    .string()
    .trim()
    .refine((text) => text === "" || percentIn(text) !== undefined, "a percentage from 1 to 100 such as 80, or nothing")
    .default(""),
  /** What holds at a limit that does not say it itself. */
  atLimit: z.enum(AT_LIMIT).default("can't call"),
  /** A gap in the log longer than this is a break; nothing: as it is usual. */
  breakMinutes: z
    .string()
    .trim()
    .regex(/^([1-9]\d{0,2})?$/, "whole minutes, such as 20, or nothing")
    .default(""),
});
/** What the shop reckons a work with; no minutes: nothing any more. */
export const minutesSchema = z.strictObject({
  procedure: z.string().min(1).max(80),
  minutes: z
    .string()
    .trim()
    .regex(/^([1-9]\d{0,3})?$/, "whole minutes, such as 90, or nothing"),
  words: z.string().trim().max(80).default(""),
});

const amount = (like: string) =>
  z
    .string()
    .trim()
    .regex(/^([1-9]\d{0,4})?$/, `a whole number such as ${like}, or nothing`)
    .default("");
/** After how long the shop looks at something again; all three empty: as the procedure has it. */
export const againSaidSchema = z.strictObject({
  recheck: z.string().min(1).max(120),
  hours: amount("60"),
  miles: amount("2000"),
  days: amount("730"),
  words: z.string().trim().max(80).default(""),
});

export type Shop = z.infer<typeof shopSchema>;

/** What an hour of work costs; nothing where the shop says none. */
export const perHourSchema = z
  .string()
  .trim()
  .regex(/^(\d{1,6}([.,]\d{1,2})?)?$/, "a sum such as 78 or 78.50, or nothing")
  .default("");

export const shopSaidSchema = z
  .strictObject({ ...shopSchema.shape, perHour: perHourSchema })
  .refine(({ taxName, taxPercent }) => (taxName === "") === (taxPercent === ""), {
    message: "both its name and how many percent, or neither",
    path: ["taxPercent"],
  });

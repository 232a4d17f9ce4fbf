import type { Meter } from "@averin/core";

/** What a meter may count, in words. */
export const METER_WORDS: readonly { value: Meter; name: string }[] = [
  { value: "h", name: "hours" },
  { value: "mi", name: "miles" },
  { value: "km", name: "kilometres" },
];

/** What a meter reads as it was typed; null where nobody could read it. */
export const meterOf = (typed: string): number | null =>
  typed.trim() === "" ? null : Number(typed.trim().replace(",", "."));

/** What is wrong with a meter as it was typed, or true. */
export const meterReads = (typed: string): true | string =>
  Number.isFinite(meterOf(typed) ?? 0) || "The meter takes a figure, such as 61.4; empty where nobody can read it.";

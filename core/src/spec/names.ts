import { z } from "zod";

/** What one of several is called on a machine. */
export const itsName = z.string().min(1).max(40);

/** What several of one thing are called on a machine, as one line: "front arm, rear arm, shock". */
export const namesWords = (names: readonly string[]): string => names.join(", ");

/** The same line read again, two names at least; null where it is no list of names, each but once. */
export function namesIn(line: string): string[] | null {
  const names = line
    .split(/[,;]/)
    .map((name) => name.trim().replace(/\s+/g, " "))
    .filter((name) => name !== "");
  const alike = new Set(names.map((name) => name.toLowerCase())).size < names.length;
  return names.length < 2 || alike || !names.every((name) => /\p{L}/u.test(name) && itsName.safeParse(name).success)
    ? null
    : names;
}

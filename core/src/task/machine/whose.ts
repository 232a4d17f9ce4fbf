import type { Whose } from "./lines.ts";

const HERE = /[\s,]*\b(?:this machine|here)$/i;

/** A line's answer and whom it holds for: all of the model, unless it says that it is this machine alone. */
export function whoseOf(line: string): { text: string; whose: Whose } {
  return HERE.test(line) ? { text: line.replace(HERE, ""), whose: "machine" } : { text: line, whose: "model" };
}

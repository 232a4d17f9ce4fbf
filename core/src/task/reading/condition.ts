import type { Answer } from "../../calculator/index.ts";
import { lacking } from "../answers.ts";

/** What is read in one condition and may be taken for another: hot for cold, on the wheels for on the stand. */
type InCondition = {
  condition: string;
  conditionWord?: string | undefined;
  otherConditions: readonly string[];
  sayCondition?: boolean;
};

const named = (words: string, said: string): boolean =>
  words.startsWith(said) || words.split(" ").pop()?.startsWith(said) === true;

/** A line with the condition that its last word says taken apart: "6 cold"; null where it says none. */
export function conditionApart(
  line: string,
  { conditionWord, otherConditions }: InCondition,
): { line: string; condition: string | null } {
  const read = /^(.*\d\S*)\s+([a-z][a-z ]*)$/i.exec(line);
  if (!read?.[1] || !read[2] || conditionWord === undefined) return { line, condition: null };
  const said = read[2].toLowerCase();
  const condition = [conditionWord, ...otherConditions].find((words) => named(words, said));
  return condition === undefined ? { line, condition: null } : { line: read[1], condition };
}

/** The condition that a reading was said to be in: missing where it means nothing without, refused where it is another. */
export function conditionRead(reading: string, condition: string | null, point: InCondition): Answer<string | null> {
  const { conditionWord, otherConditions, sayCondition } = point;
  if (condition === null) {
    if (!sayCondition) return { ok: true, value: null };
    const words = [conditionWord ?? "", ...otherConditions].join(" or ");
    const message = `${reading}: ${words}? It means nothing without: type ${reading} ${conditionWord ?? ""}.`;
    return lacking("condition", "missing", "condition", message);
  }
  if (condition === conditionWord) return { ok: true, value: condition };
  const message = `${reading} ${condition}: here it is read ${point.condition}. Readings in different conditions are never compared; read it ${conditionWord ?? ""}. Nothing is kept.`;
  return lacking("condition", "conflict", "condition", message);
}

import { z } from "zod";

/** What is known at the bench: the word answered to a question, by the question's id. */
export type Facts = ReadonlyMap<string, string>;

const MACHINE = "machine:";
/** The fact that stands for a word of the machine's configuration. */
export const machineFact = (key: string): string => `${MACHINE}${key}`;
/** The key of the configuration that a fact stands for, or null for any other fact. */
export const machineKey = (fact: string): string | null =>
  fact.startsWith(MACHINE) ? fact.slice(MACHINE.length) : null;

/** When something applies, as data: comparisons on facts joined by all, any, not. Never code. */
export type Condition =
  { fact: string; is: string[] } | { all: Condition[] } | { any: Condition[] } | { not: Condition };

export const conditionSchema: z.ZodType<Condition> = z.lazy(() =>
  z.union([
    z.strictObject({ fact: z.string().min(1), is: z.array(z.string().min(1)).min(1) }),
    z.strictObject({ all: z.array(conditionSchema).min(1) }),
    z.strictObject({ any: z.array(conditionSchema).min(1) }),
    z.strictObject({ not: conditionSchema }),
  ]),
);

/** Whether a condition holds; null while a fact that decides it is not known (Kleene's three values). */
export function holds(condition: Condition | undefined, facts: Facts): boolean | null {
  if (condition === undefined) return true;
  if ("fact" in condition) {
    const known = facts.get(condition.fact);
    return known === undefined ? null : condition.is.includes(known);
  }
  if ("not" in condition) {
    const inner = holds(condition.not, facts);
    return inner === null ? null : !inner;
  }
  const any = "any" in condition;
  const parts = (any ? condition.any : condition.all).map((c) => holds(c, facts));
  if (parts.includes(any)) return any;
  return parts.includes(null) ? null : !any;
}

/** A comparison of a fact with the words it may be. */
type Compared = { fact: string; is: string[] };
const compared = new WeakMap<Condition, readonly Compared[]>();

/** Every fact that a condition asks for, with the words it compares to. Read once: a condition never changes. */
export function factsIn(condition: Condition | undefined): readonly Compared[] {
  if (condition === undefined) return [];
  if ("fact" in condition) return [condition];
  const known = compared.get(condition);
  if (known) return known;
  const inner =
    "not" in condition ? factsIn(condition.not) : ("any" in condition ? condition.any : condition.all).flatMap(factsIn);
  compared.set(condition, inner);
  return inner;
}

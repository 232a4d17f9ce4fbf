import { readFileSync } from "node:fs";
import path from "node:path";
import { z } from "zod";

const ruleSchema = z.strictObject({
  in: z.array(z.string()).min(1),
  first: z.string(),
  then: z.string(),
  never: z.literal("without").optional(),
  because: z.string().min(10),
  source: z.string().min(4),
});
export type OrderRule = z.infer<typeof ruleSchema>;

/** For tests: the orders that must never break, as data. */
export const orderRules: readonly OrderRule[] = z
  .strictObject({ note: z.string(), rules: z.array(ruleSchema) })
  .parse(JSON.parse(readFileSync(path.join(__dirname, "reference/order.json"), "utf8"))).rules;

/** For tests: what of a rule does not hold of a walk, as its tasks in order; null where it holds. */
export function broken({ first, then, never, because }: OrderRule, tasks: readonly string[]): string | null {
  const [at, from] = [tasks.indexOf(then), tasks.indexOf(first)];
  if (at < 0 || (from < 0 && never === undefined)) return null;
  if (from < 0) return `${then} without ${first}: ${because}`;
  return from < at ? null : `${then} before ${first}: ${because}`;
}

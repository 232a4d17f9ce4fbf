import { z } from "zod";
import { type Answer, refusalFromIssue } from "../calculator/index.ts";
import { type Kind, quantityParse, UNITS } from "../quantity/index.ts";

export const typed = (most: number) => z.string().trim().max(most);

/** A value by its schema, or what the schema says of it first. */
export function read<Schema extends z.ZodType>(schema: Schema, value: unknown): Answer<z.output<Schema>> {
  const parsed = schema.safeParse(value);
  if (parsed.success) return { ok: true, value: parsed.data };
  const issue = parsed.error.issues[0];
  if (!issue) throw new Error("a refusal without an issue");
  return { ok: false, error: refusalFromIssue(issue, value) };
}

export const no = (path: string, message: string): Answer<never> => ({
  ok: false,
  error: { code: "missing", path, message },
});

/** A quantity with its unit typed; `what` names it and `like` shows how. */
export function withUnit(text: string, kind: Kind, path: string, what: string, like: string) {
  if (text === "" || /^[\d.,\s/]+$/.test(text)) return no(path, `${what} with its unit, such as ${like}.`);
  // Its unit is typed: what is taken without one never comes to be read.
  const unit = UNITS.find((one) => one.kind === kind)?.name ?? "";
  const answer = quantityParse({ text, kind, unit });
  return answer.ok ? answer : ({ ok: false, error: { ...answer.error, path } } as const);
}

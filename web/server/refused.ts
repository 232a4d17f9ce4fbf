import { type RefusalData, refusalFromIssue } from "@averin/core";
import type { z } from "zod";

/** A request that cannot be taken: answered with the error object, changing nothing. */
export class Refused extends Error {
  constructor(
    readonly status: 400 | 401 | 403 | 404 | 409 | 413 | 415 | 421 | 422 | 429,
    readonly data: RefusalData,
  ) {
    super(data.message);
    this.name = "Refused";
  }
}

export const notFound = (what: string): Refused =>
  new Refused(404, { code: "unsupported", path: "$", message: `There is no such ${what} here.` });

/** A value by its schema, or refused with what its first fault says would be right. */
export function asAsked<Schema extends z.ZodType>(schema: Schema, value: unknown): z.output<Schema> {
  const parsed = schema.safeParse(value);
  if (parsed.success) return parsed.data;
  const issue = parsed.error.issues[0];
  if (!issue) throw new Error("a refusal without an issue");
  throw new Refused(422, refusalFromIssue(issue, value));
}

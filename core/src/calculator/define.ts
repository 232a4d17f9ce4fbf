import { z } from "zod";
import { Refusal, refusalFromIssue, type RefusalData } from "./refusal.ts";

export type Answer<Output> = { ok: true; value: Output } | { ok: false; error: RefusalData };

/** A calculator: one name, one pair of schemas, one pure function. Calling it checks the input strictly. */
export type Calculator<Input = unknown, Output = unknown> = {
  (input: Input): Answer<Output>;
  readonly calculator: string;
  readonly input: z.ZodType<Input>;
  readonly output: z.ZodType<Output>;
  /** The same, for input of unknown shape: a file, a request, a form. */
  readonly run: (input: unknown) => Answer<Output>;
  /** The formula in a line and where it comes from, shown beside the answer. */
  readonly formula: string;
  readonly source: string;
  /** May take longer than a frame of a screen: it runs beside the page, and beside the server. */
  readonly heavy: boolean;
};

function firstNonFinite(value: unknown, path: string): string | null {
  if (typeof value === "number") return Number.isFinite(value) ? null : path;
  if (typeof value !== "object" || value === null) return null;
  for (const [key, inner] of Object.entries(value)) {
    const found = firstNonFinite(inner, path === "" ? key : `${path}.${key}`);
    if (found !== null) return found;
  }
  return null;
}

/**
 * Makes a calculator from its parts.
 * Refusals come back as data; anything else thrown is our mistake and goes on up.
 */
export function defineCalculator<I extends z.ZodType, O extends z.ZodType>(parts: {
  name: string;
  formula: string;
  source: string;
  input: I;
  output: O;
  heavy?: true;
  compute: (input: z.output<I>) => z.output<O>;
}): Calculator<z.input<I>, z.output<O>> {
  const run = (input: unknown): Answer<z.output<O>> => {
    const parsed = parts.input.safeParse(input);
    if (!parsed.success) {
      const issue = parsed.error.issues[0];
      if (issue === undefined) throw new Error(`${parts.name}: a refusal without an issue`);
      return { ok: false, error: refusalFromIssue(issue, input) };
    }
    try {
      const value = parts.compute(parsed.data);
      const lost = firstNonFinite(value, "");
      if (lost !== null) {
        return {
          ok: false,
          error: { code: "range", path: "$", message: `${lost} is too large to work out: give smaller figures.` },
        };
      }
      return { ok: true, value };
    } catch (error) {
      if (error instanceof Refusal) return { ok: false, error: error.data };
      throw error;
    }
  };
  return Object.assign((input: z.input<I>) => run(input), {
    calculator: parts.name,
    input: parts.input as unknown as z.ZodType<z.input<I>>,
    output: parts.output as z.ZodType<z.output<O>>,
    run,
    formula: parts.formula,
    source: parts.source,
    heavy: parts.heavy === true,
  });
}

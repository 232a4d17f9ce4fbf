import type { z } from "zod";

export const REFUSAL_CODES = [
  "json",
  "type",
  "missing",
  "unknown_field",
  "range",
  "unit",
  "conflict",
  "unsupported",
] as const;
export type RefusalCode = (typeof REFUSAL_CODES)[number];

/** What a line lacks that has to be said or done with it, where it is refused for want of that; of a gate which one. */
export type Lacks = {
  what: "gate" | "condition" | "load" | "pair" | "direction" | "side";
  id?: string;
};

/** What a refused input is told: data first, then one sentence that says what would be right. */
export type RefusalData = {
  code: RefusalCode;
  /** Field names joined by dots, array places as numbers; `$` for the whole document. */
  path: string;
  message: string;
  /** quantity.parse only: zero-based place of the first character that cannot be accepted. */
  at?: number;
  lacks?: Lacks;
};

/** Thrown inside a calculator and turned into data at its edge; never leaves the core. */
export class Refusal extends Error {
  constructor(readonly data: RefusalData) {
    super(data.message);
    this.name = "Refusal";
  }
}

export function refuse(code: RefusalCode, path: string, message: string, at?: number): never {
  throw new Refusal(at === undefined ? { code, path, message } : { code, path, message, at });
}

type Issue = z.core.$ZodIssue;

const pathOf = (path: readonly PropertyKey[]): string => (path.length === 0 ? "$" : path.map(String).join("."));

function valueAt(input: unknown, path: readonly PropertyKey[]): unknown {
  let here = input;
  for (const key of path) {
    if (typeof here !== "object" || here === null) return undefined;
    here = (here as Record<PropertyKey, unknown>)[key];
  }
  return here;
}

const shown = (value: unknown): string => {
  if (typeof value === "number") return String(value);
  if (value === null) return "null";
  if (Array.isArray(value)) return "a list";
  if (typeof value === "object") return "an object";
  const text = JSON.stringify(value) ?? String(value);
  return text.length > 40 ? `${text.slice(0, 40)}…` : text;
};

const EXPECTED: Record<string, string> = {
  number: "a number",
  int: "a whole number",
  string: "text",
  boolean: "true or false",
  array: "a list",
  object: "an object",
  record: "an object",
};

/** Whether a rule says in its own words what would be right. */
const isOwn = (message: string): boolean => !message.startsWith("Too small");

/** One Zod issue as a refusal. `input` is the whole document, to tell a missing field from a wrong one. */
export function refusalFromIssue(issue: Issue, input: unknown): RefusalData {
  const path = pathOf(issue.path);
  const got = valueAt(input, issue.path);
  switch (issue.code) {
    case "invalid_type": {
      const expected = EXPECTED[issue.expected] ?? String(issue.expected);
      if (got === undefined) {
        return { code: "missing", path, message: `${path} is missing: give ${expected}.` };
      }
      if (typeof got === "number" && (issue.expected === "number" || issue.expected === "int")) {
        const why = Number.isFinite(got) ? `a whole number is due, got ${shown(got)}` : "the number is not finite";
        return { code: "range", path, message: `${path}: ${why}.` };
      }
      return { code: "type", path, message: `${path}: expected ${expected}, got ${shown(got)}.` };
    }
    case "unrecognized_keys": {
      const key = issue.keys[0] ?? "";
      const at = pathOf([...issue.path, key]);
      return { code: "unknown_field", path: at, message: `${at} is not a field of this input: leave it out.` };
    }
    case "too_small": {
      if (isOwn(issue.message)) return { code: "range", path, message: `${path}: ${issue.message}.` };
      if (issue.origin === "string" && issue.minimum === 1) {
        return { code: "missing", path, message: `${path} is empty: give it.` };
      }
      const what = issue.origin === "array" ? "entries" : issue.origin === "string" ? "characters" : "";
      const bound = issue.inclusive ? `at least ${issue.minimum}` : `above ${issue.minimum}`;
      return {
        code: "range",
        path,
        message: `${path}: ${what ? `${bound} ${what} are due` : `must be ${bound}, got ${shown(got)}`}.`,
      };
    }
    case "too_big": {
      const what = issue.origin === "array" ? "entries" : issue.origin === "string" ? "characters" : "";
      const bound = issue.inclusive ? `at most ${issue.maximum}` : `below ${issue.maximum}`;
      return {
        code: "range",
        path,
        message: `${path}: ${what ? `${bound} ${what} are taken` : `must be ${bound}, got ${shown(got)}`}.`,
      };
    }
    case "invalid_value": {
      if (got === undefined) {
        return { code: "missing", path, message: `${path} is missing: give one of ${issue.values.join(", ")}.` };
      }
      const code = typeof got === typeof issue.values[0] ? "range" : "type";
      return { code, path, message: `${path}: expected one of ${issue.values.join(", ")}; got ${shown(got)}.` };
    }
    case "custom": {
      const code = (issue.params?.code as RefusalCode | undefined) ?? "conflict";
      return { code, path, message: issue.message };
    }
    default:
      return { code: "range", path, message: `${path}: ${issue.message}.` };
  }
}

import { readdirSync, readFileSync } from "node:fs";
import path from "node:path";
import * as core from "../src/index.ts";

// Every example in a calculator's docstring is run; the figures it names must stand in the answer.
const src = path.join(__dirname, "../src");
const files = readdirSync(src, { recursive: true, encoding: "utf8" }).filter(
  (f) => /\.ts$/.test(f) && !/\.test\.ts$/.test(f),
);

type Example = { file: string; call: string; says: string };

const examples = files.flatMap((file): Example[] => {
  const text = readFileSync(path.join(src, file), "utf8");
  return [...text.matchAll(/@example ([\s\S]*?)\*\//g)].map((match): Example => {
    const lines = (match[1] ?? "").split("\n").map((line) => line.replace(/^\s*\*\s?/, "").trim());
    const [call = "", says = ""] = lines.join(" ").split("//");
    return { file, call: call.trim(), says: says.trim() };
  });
});

const names = Object.keys(core);
const run = (call: string): { ok: boolean } =>
  new Function(...names, `return ${call}`)(...names.map((name) => core[name as keyof typeof core])) as { ok: boolean };

/** Every number anywhere in an answer. */
function numbersIn(value: unknown): number[] {
  if (typeof value === "number") return [value];
  if (Array.isArray(value)) return value.flatMap(numbersIn);
  return value !== null && typeof value === "object" ? Object.values(value).flatMap(numbersIn) : [];
}

/** Figures that a sentence names, with how far off the last digit given still is the same figure. */
const figuresIn = (says: string): { figure: number; within: number }[] =>
  [...says.replace(/\w+\[\d+\]|[A-Za-z]+\d+|\d{4}-\d\d-\d\d/g, "").matchAll(/[−-]?\d+(?:\.(\d+))?/g)].map((match) => ({
    figure: Number(match[0].replace("−", "-")),
    within: 10 ** -(match[1]?.length ?? 0) * (says.includes("…") ? 1 : 0.5001),
  }));

test("there is an example for nearly every calculator", () => {
  expect(examples.length).toBeGreaterThanOrEqual(core.calculators.size - 1);
});

test.each(examples.map((e) => [`${e.file}: ${e.call.slice(0, 60)}`, e] as const))("%s", (_, { call, says }) => {
  const answer = run(call);
  expect(answer).toMatchObject({ ok: true });
  for (const date of says.match(/\d{4}-\d\d-\d\d/g) ?? []) expect(JSON.stringify(answer)).toContain(date);
  const numbers = numbersIn(answer);
  for (const { figure, within } of figuresIn(says)) {
    expect(
      numbers.some((n) => Math.abs(n - figure) <= within) ? figure : `${figure} is not in ${JSON.stringify(answer)}`,
    ).toBe(figure);
  }
});

import { readFileSync } from "node:fs";
import path from "node:path";
import { shop, spec, torque } from "../../testingShop.ts";
import { TestJob } from "../../testing.ts";
import { technician } from "../../testingBench.ts";
import { readThrough, rehearse } from "../job/index.ts";
import { configOf, figureEntered, specWords } from "../spec/index.ts";
import { figuresKnown, procedureSchema } from "./index.ts";

// An assembly that none of the shipped ones resembles: a file, and no code. Every figure in this file is invented.
const FILE = path.join(__dirname, "../../assemblies/drum-brake.json");
const body = JSON.parse(readFileSync(FILE, "utf8")) as {
  figures: object[];
  drawing: { views: { places: object[] }[] };
};
const procedure = procedureSchema.parse(body);

test("it is whole: worked through in every way, on machines made in every way its own words allow", () => {
  const { faults, walks } = rehearse(procedure);
  expect(faults).toEqual([]);
  expect(walks).toBeGreaterThan(3);
});

test("its own figures are entered, told and judged by as those that ship are", () => {
  const figures = figuresKnown(procedure);
  const typed = { key: "drum-inside", most: "165.8", grade: "maker's manual" as const, where: "book", page: "9" };
  const entered = figureEntered(typed, null, figures);
  expect(entered).toMatchObject({ ok: true, value: { kind: "limit", label: "Drum, inside across" } });
  if (entered.ok) expect(specWords(entered.value, figures)).toBe("165.8 mm at most");
  expect(figureEntered({ ...typed, most: "900" }, null, figures)).toMatchObject({
    ok: false,
    error: { code: "range" },
  });
  // Without the procedure that brings it along it is no figure at all.
  expect(figureEntered(typed, null)).toMatchObject({ ok: false, error: { code: "unsupported" } });
  expect(configOf([spec("word", "brake-cam", { word: "one cam" })], figures)).toEqual({ "brake-cam": "one cam" });
});

test("its own word decides what is done, and a calculator that ships works by its own figure", () => {
  const read = (word: string): string => {
    const answer = readThrough(procedure, { machine: { "brake-cam": word }, answers: {} });
    return answer.ok ? answer.value.join("\n") : answer.error.message;
  };
  expect(read("two cams")).toContain("[do:second-cam]");
  expect(read("one cam")).not.toContain("[do:second-cam]");
  const bench = {
    ...shop("chain-slack-check", [torque("drum-nut"), spec("figure", "drum-rod-pitch", { value: 1.25, unit: "mm" })]),
    procedure,
  };
  const job = new TestJob(bench, technician, { shoes: 2, "return-spring": 2 }).until("compute:rod-back", {
    "measure:drum-across:found": ["165.1 165.2"],
    "measure:lining:found": ["3.1 3.2"],
    "inspect:cam-turns:found": ["free"],
    ...{ "decide:drum": ["1; no limit"], "decide:shoes": ["1; no limit"], "decide:cam": ["1"] },
  });
  // A turn of 1.25 mm pitch moves 1.25 mm.
  expect(job.type("")).toMatch(/back off 1 of a turn, 360°, 1\.25 mm/);
});

test.each([
  [
    "a figure that ships",
    { figures: [...body.figures, { key: "lever-play", label: "Lever", kind: "limit" }] },
    /leave it away/,
  ],
  [
    "a place of nothing",
    { drawing: { ...body.drawing, views: [{ size: [9, 9], places: [{ of: "dru", at: [1, 1] }] }] } },
    /Is "drum" meant\?/,
  ],
  [
    "markup for a drawing",
    { drawing: { ...body.drawing, views: [{ size: [9, 9], shapes: [{ shape: "outline", pen: "M0 0<script>" }] }] } },
    /letters of a pen/,
  ],
  [
    "a shape nobody draws",
    { drawing: { ...body.drawing, views: [{ size: [9, 9], shapes: [{ shape: "svg" }] }] } },
    /./,
  ],
  [
    "words for a number",
    { figures: [{ key: "own-x", label: "X", kind: "limit", words: ["a", "b"] }] },
    /only a word comes from a list/,
  ],
])("%s is refused by name", (_, more, message) => {
  const answer = procedureSchema.safeParse({ ...body, ...more });
  expect(answer.success).toBe(false);
  expect(answer.error?.issues.map((issue) => issue.message).join("\n")).toMatch(message);
});

import { readdirSync, readFileSync } from "node:fs";
import path from "node:path";
import { z } from "zod";
import type { Bench } from "../job/index.ts";
import { fold, openPoints, readEvent, summarise, walk } from "../job/index.ts";
import { readProcedure } from "../procedure/index.ts";
import { limitOf, readFigure } from "../spec/index.ts";
import { FORMATS, inTodaysShape, withoutRules } from "./index.ts";

/** What was kept in each format so far: a procedure, the whole log of a job with it, odd lines of others, figures. */
type Kept = { procedure: object; job: object[]; lines: object[]; figures: object[] };
const FOLDER = path.join(__dirname, "fixtures");
const fixtures = readdirSync(FOLDER).map((file) => {
  const format = Number(/^format-(\d+)/.exec(file)?.[1] ?? 1);
  return [file, format, JSON.parse(readFileSync(path.join(FOLDER, file), "utf8")) as Kept] as const;
});
/** Fixtures are called by the format of their procedure; lines and figures have had fewer. */
const ofFigures = (format: number): number => Math.min(format, FORMATS.figure);
const line = (kept: object, format: number) =>
  readEvent({ ...(kept as { body: unknown }), format: Math.min(format, FORMATS.event) });

test.each(fixtures)("%s: a job kept then is opened now, laid out, and says where it stands", (_, format, kept) => {
  const procedure = readProcedure(kept.procedure);
  const events = kept.job.map((event) => line(event, format));
  const bench: Bench = {
    ...{
      procedure,
      specs: kept.figures.map((figure) => readFigure(figure, ofFigures(format))),
      overruled: [],
      otherBuilds: [],
    },
    ...{ gauges: [], wrenches: [], parts: [], presets: {}, labour: null },
  };
  const state = fold(events);
  expect(state.lastNumber).toBe(kept.job.length);
  expect(walk(bench, state).length).toBeGreaterThan(5);
  expect(openPoints(bench, state).every(({ text }) => text !== "")).toBe(true);
  expect(summarise(bench, state).next).not.toBe("");
});

test.each(fixtures)(
  "%s: every kind of line and of figure kept then is read now, with nothing of it lost",
  (_, format, kept) => {
    for (const event of [...kept.job, ...kept.lines]) expect(line(event, format)).toMatchObject(event);
    for (const figure of kept.figures) {
      const read = readFigure(figure, ofFigures(format));
      expect(read).toEqual(figure);
      expect(() => limitOf(read)).not.toThrow();
    }
  },
);

test("a field that came later stands as what its absence meant", () => {
  const body = { type: "part_fitted", entry: "lid", item: 1, facing: null };
  expect(inTodaysShape("event", body, 1)).toEqual({ ...body, count: null });
  expect(inTodaysShape("event", { ...body, count: 3 }, 1)).toEqual({ ...body, count: 3 });
  expect(inTodaysShape("event", body, FORMATS.event)).toBe(body);
});

test("what was to be looked at again gets an id of its words, the same in a log and in a procedure", () => {
  const rechecks = [{ what: "New belt: deflection (hot)", due: null, days: 5 }];
  const id = "new-belt-deflection-hot";
  expect(inTodaysShape("event", { type: "job_released", rechecks }, 1)).toMatchObject({ rechecks: [{ id }] });
  const ways = [{ word: "keep", recheck: rechecks[0] }];
  expect(inTodaysShape("procedure", { release: { rechecks }, questions: [{ ways }] }, 1)).toMatchObject({
    ...{ release: { rechecks: [{ id }] }, questions: [{ ways: [{ recheck: { id } }] }] },
  });
});

test("a rule that became stricter refuses what is taken in, and not what was kept; its shape is asked for as ever", () => {
  const strict = z.strictObject({
    word: z.string().regex(/^\S+$/),
    count: z.int().min(1).default(2),
    either: z.discriminatedUnion("kind", [z.strictObject({ kind: z.literal("a"), of: z.array(z.string().min(1)) })]),
    pair: z.tuple([z.number().positive(), z.number()]).optional(),
  });
  const kept = { word: "two words", count: 0, either: { kind: "a", of: [""] }, pair: [-1, 2] };
  expect(strict.safeParse(kept).success).toBe(false);
  expect(withoutRules(strict).parse({ ...kept, odd: 1 })).toEqual(kept);
  expect(withoutRules(strict).parse({ word: "x", either: { kind: "a", of: [] } })).toMatchObject({ count: 2 });
  expect(withoutRules(strict).safeParse({ ...kept, word: 3 }).success).toBe(false);
  expect(withoutRules(strict).safeParse({ ...kept, either: { kind: "b" } }).success).toBe(false);
});

test("what a later version wrote is refused by its format, and what is no record is left to its schema", () => {
  expect(() => inTodaysShape("figure", {}, FORMATS.figure + 1)).toThrow(
    /kept by a later version of Averin \(format 2;/,
  );
  expect(inTodaysShape("procedure", "torn", 1)).toBe("torn");
});

test("instruments and a step's clearances that hung on the name of a picture are said by themselves", () => {
  const points = [
    { id: "gap", drawing: "track clearance" },
    { id: "left", drawing: "slide stations" },
  ];
  const steps = [{ calculator: "track.lugs" }, { kind: "adjust", drawing: "track sag" }];
  expect(inTodaysShape("procedure", { format: 3, points, steps }, 3)).toEqual({
    format: 4,
    points: [
      { id: "gap", drawing: "track clearance" },
      { id: "left", panel: "stations" },
    ],
    steps: [
      { calculator: "track.lugs", clearances: "gap" },
      { kind: "adjust", panel: "sag" },
    ],
  });
});

test("a picture that a kept procedure calls by its name still shows", () => {
  const kept = fixtures.find(([file]) => file === "format-3.json")?.[2].procedure ?? {};
  const { points } = readProcedure(kept);
  const drawn = points.filter((point) => point.drawing !== undefined);
  expect(drawn.length).toBeGreaterThan(0);
  for (const point of drawn) {
    const pictures = point.kind === "measure" ? [point.picture] : point.findings.map(({ picture }) => picture);
    expect(pictures).not.toContain(undefined);
  }
});

test("sizes that stood in a procedure go: a tool is told by its name, and what is there by the machine's own cards", () => {
  const entry = {
    kind: "fasteners",
    thread: { metric: "M6", inch: "1/4-20" },
    apart: { tools: ["8 mm socket", "stand"] },
  };
  const step = { kind: "do", tools: [{ metric: "15 mm spanner", inch: "9/16 in spanner" }, "13 mm spanner"] };
  expect(inTodaysShape("procedure", { format: 2, spine: [entry], steps: [step] }, 2)).toEqual({
    format: 4,
    spine: [{ kind: "fasteners", apart: { tools: ["socket", "stand"] } }],
    steps: [{ kind: "do", tools: ["spanner"] }],
  });
});

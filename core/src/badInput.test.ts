import { z } from "zod";
import { OFF_ROAD_DRIVE, refusal } from "../testing.ts";
import { type Calculator, defineCalculator } from "./calculator/index.ts";
import { calculators } from "./calculators.ts";

/** One good input a calculator, figures invented; a new calculator without one fails here. */
const GOOD: Record<string, Record<string, unknown>> = {
  "quantity.convert": { value: 1, from: "in", to: "mm" },
  "quantity.parse": { text: "2.94", kind: "length", unit: "mm" },
  "metrology.judge": {
    readings: [2.86],
    gauge: { resolution: 0.01, permissibleError: 0.02 },
    limit: { kind: "min", serviceMin: 2.72, standardMin: 2.92, standardMax: 3 },
    take: "worst",
    nearFraction: 0.8,
    coverage: 2,
  },
  "wear.project": {
    series: [
      { meter: 0, value: 10 },
      { meter: 9, value: 9 },
    ],
    limit: 8,
    kind: "min",
    confidence: 0.9,
  },
  "wear.weibull": {
    lives: [
      { life: 10, failed: true },
      { life: 15, failed: true },
    ],
  },
  "clutch.stack": {
    frictionMm: [3, 3],
    otherMm: [0],
    steelCount: 1,
    steels: [{ nominal: "2.0", thicknessMm: 2, available: 4 }],
    heightMm: { min: 7, max: 9, target: 8 },
    perNominal: { "2.0": { min: 0, max: 2 } },
    tightenedByMm: 0,
    maxSolutions: 5,
  },
  "clutch.pick": { steelsMm: [2, 2], choose: 1, otherMm: 1, heightMm: { min: 2, max: 4, target: 3 } },
  "clutch.capacity": {
    faces: 2,
    mu: 0.3,
    clampN: 5000,
    outerMm: 300,
    innerMm: 200,
    theory: "wear",
    engineTorqueNm: 30,
    primaryRatio: 3,
  },
  "chain.ratio": {
    frontTeeth: 13,
    rearTeeth: 48,
    was: { frontTeeth: 13, rearTeeth: 49 },
    rpm: 6000,
    primaryRatio: 3,
    gearRatio: 1,
    tyreCircumferenceMm: 2000,
  },
  "chain.length": { frontTeeth: 13, rearTeeth: 48, pitchMm: 15.875, centreMm: 590 },
  "chain.regear": {
    ...{ was: { frontTeeth: 13, rearTeeth: 48 }, frontTeeth: 14, rearTeeth: 48, pitchMm: 15.875, centreMm: 590 },
  },
  "chain.spline": { oldSpaceMm: 4.6, newSpaceMm: 4.2, shaftSplineMm: 4.05, maxPlayMm: 0.3 },
  "chain.stretch": { measuredMm: 256, pitches: 16, pitchMm: 15.875, limitPercent: 2 },
  "chain.slack": { ...OFF_ROAD_DRIVE, steps: 5 },
  "case.freeplay": { topTeeth: 20, bottomTeeth: 20, pitchMm: 10, links: 60, centreMm: 200 },
  "case.growth": { spanMm: 300, coldPlayMm: 19, growthMm: 0.2 },
  "case.backoff": { turns: 0.25, threadPitchMm: 1.5 },
  "track.tension": {
    readings: [{ turns: 0, sagMm: 60 }],
    targetMinMm: 35,
    targetMaxMm: 45,
    spanMm: 1000,
    threadPitchMm: 1,
  },
  "track.lugs": { windows: 48, lugs: 144, torn: 6, studs: 96, pulled: 2, pitchMm: 64 },
  "track.align": { leftGapMm: 12, rightGapMm: 8, toleranceMm: 1 },
  "track.speed": { driverTeeth: 8, trackPitchMm: 64, topTeeth: 20, bottomTeeth: 40, shaftRpm: 6000 },
  "axle.band": { side: "left", viewedFrom: "outboard" },
  "axle.grease": { totalG: 90, school: "third-in-joint" },
  "axle.backlash": { radiusMm: 100, playMm: 2 },
  "axle.vent": { volumeAtVentMl: 180, volumeInUseMl: 200, ambientKpa: 100 },
  "bearing.find": { boreMm: 25, outsideMm: 52, widthMm: 15 },
  "bearing.decode": { designation: "6205-2RS C3" },
  "bearing.clearance": { boreMm: 25, clearance: "C3" },
  "bearing.fit": { boreMm: 25, outsideMm: 52, shaft: "k5", housing: "H7" },
  "bearing.mount": { boreMm: 25, interferenceUm: 10, ambientC: 20, gapUm: 15, alphaPerK: 12e-6, maxC: 120 },
  "bearing.life": { dynamicKn: 14, equivalentKn: 1.4, rpm: 1000, kind: "ball" },
  "fastener.preload": { torqueNm: 10, diameterMm: 6, k: 0.2 },
  "fastener.stress": { thread: "M8", grade: "8.8", preloadKn: 10 },
  "fastener.adapter": { targetNm: 100, wrenchMm: 400, adapterMm: 100, angleDeg: 0 },
  "fastener.wrench": { targetNm: 10, wrenches: [{ id: "A", minNm: 4, maxNm: 20, multiplier: 1 }] },
  "fastener.sequence": { count: 5, pattern: "star", stagesPercent: [50, 100], targetNm: 10 },
  "fastener.castle": { slots: 6, crossHoles: 1, pastDeg: 20 },
  "cost.compare": {
    labourRate: 60,
    options: [{ id: "boot", parts: 40, labourH: 2, life: 100, risk: { probability: 0.1, cost: 5 } }],
  },
  "cost.payback": { price: 90, labourRate: 60, savedMinutes: 30, boughtIn: 5, jobsPerYear: 4 },
  "season.due": {
    today: "2026-01-31",
    meterNow: 0,
    meterAtLimit: 28,
    perMonth: [1, 1, 1, 1, 1, 1, 1, 1, 1, 1, 1, 1],
    leadDays: 1,
    bufferDays: 1,
  },
};

type Document = Record<string, unknown>;
type Path = (string | number)[];

/** Every place in a document that holds a plain value, and every object in it. */
function places(value: unknown, path: Path = []): { leaves: Path[]; objects: Path[] } {
  if (typeof value !== "object" || value === null) return { leaves: [path], objects: [] };
  const inner = Object.entries(value).map(([key, v]) => places(v, [...path, Array.isArray(value) ? Number(key) : key]));
  return {
    leaves: inner.flatMap((p) => p.leaves),
    objects: [...(Array.isArray(value) ? [] : [path]), ...inner.flatMap((p) => p.objects)],
  };
}

function replaced(document: unknown, path: Path, value: unknown, remove = false): unknown {
  const copy = structuredClone(document) as Record<string | number, unknown>;
  let here = copy;
  for (const key of path.slice(0, -1)) here = here[key] as Record<string | number, unknown>;
  const last = path[path.length - 1] ?? "";
  if (remove) delete here[last];
  else here[last] = value;
  return copy;
}

/** What a calculator takes, or tells wrongly, where a plain value of its good input is spoilt; nothing when it is guarded. */
function leafFailings(calculator: Calculator, good: Document, path: Path): string[] {
  const written = path.join(".");
  const given = path.reduce<unknown>((here, key) => (here as Record<string | number, unknown>)[key], good);
  const wrong: [string, unknown, string][] = [
    ["null", null, "type"],
    ["a list", [], "type"],
    ...(typeof given === "number"
      ? ([
          ["text", "5", "type"],
          ["NaN", NaN, "range"],
          ["infinity", Infinity, "range"],
          ["minus infinity", -1e400, "range"],
        ] as [string, unknown, string][])
      : ([["a number", 5, "type"]] as [string, unknown, string][])),
  ];
  const failed = wrong.flatMap(([name, value, code]) =>
    refusal(calculator, replaced(good, path, value)) === `${code} ${written}` ? [] : [`${written}: ${name}`],
  );
  if (typeof path[path.length - 1] !== "string") return failed;
  const without = refusal(calculator, replaced(good, path, undefined, true));
  const told = without.startsWith("missing") ? without : "accepted";
  return ["accepted", `missing ${written}`].includes(told) ? failed : [...failed, `${written}: left away`];
}

/** The same where an object of it has a field too many. */
function objectFailings(calculator: Calculator, good: Document, path: Path): string[] {
  const at = [...path, "extra"];
  // Only the bounds by nominal are a table with free keys.
  const table = calculator.calculator === "clutch.stack" && path[0] === "perNominal" && path.length === 1;
  const told = refusal(calculator, replaced(good, at, 1));
  return told === `${table ? "type" : "unknown_field"} ${at.join(".")}`
    ? []
    : [`${path.join(".") || "$"}: an unknown field`];
}

function failings(calculator: Calculator, good: Document): string[] {
  const { leaves, objects } = places(good);
  return [
    ...leaves.flatMap((path) => leafFailings(calculator, good, path)),
    ...objects.flatMap((path) => objectFailings(calculator, good, path)),
  ];
}

test("every calculator has a good input here, and takes it", () => {
  expect(Object.keys(GOOD).sort()).toEqual([...calculators.keys()].sort());
});

describe.each([...calculators])("%s", (name, calculator) => {
  const good = GOOD[name] ?? {};
  const { leaves, objects } = places(good);

  test("takes the good input and gives what its schema says", () => {
    const answer = calculator.run(good);
    expect(answer).toMatchObject({ ok: true });
    if (answer.ok) calculator.output.parse(answer.value);
  });

  test("refuses a document that is no object", () => {
    for (const wrong of [null, 7, "text", [], true]) expect(refusal(calculator, wrong)).toBe("type $");
    expect(refusal(calculator, {})).toMatch(/^missing /);
  });

  test.each(leaves.map((path) => [path.join("."), path] as const))("%s", (_, path) => {
    expect(leafFailings(calculator, good, path)).toEqual([]);
  });

  test.each(objects.map((path) => [path.join(".") || "$", path] as const))("an unknown field in %s", (_, path) => {
    expect(objectFailings(calculator, good, path)).toEqual([]);
  });

  test("its schemas can be written as JSON Schema, and its words say formula and source", () => {
    expect(z.toJSONSchema(calculator.input, { io: "input" })).toMatchObject({
      type: "object",
      additionalProperties: false,
    });
    expect(z.toJSONSchema(calculator.output)).toMatchObject({ type: "object" });
    expect(calculator.formula.length * calculator.source.length).toBeGreaterThan(0);
  });
});

/** Every list in a JSON Schema, by its path. */
function lists(schema: unknown, path = "$"): { path: string; most: unknown }[] {
  if (typeof schema !== "object" || schema === null) return [];
  const { type, maxItems } = schema as { type?: unknown; maxItems?: unknown };
  const inner = Object.entries(schema).flatMap(([key, value]) => lists(value, `${path}.${key}`));
  return type === "array" ? [{ path, most: maxItems }, ...inner] : inner;
}

test("no list goes in without a ceiling, so that nobody's input fills the memory", () => {
  const open = [...calculators].flatMap(([name, { input }]) =>
    lists(z.toJSONSchema(input, { io: "input" })).flatMap(({ path, most }) =>
      typeof most === "number" ? [] : [`${name} ${path}`],
    ),
  );
  expect(open).toEqual([]);
});

test.each<[string, string, object, string]>([
  ["as many ways as no shop reads", "clutch.stack", { maxSolutions: 1_000_000_000 }, "range maxSolutions"],
  ["more steels than any pack has", "clutch.stack", { steelCount: 60_000 }, "range steelCount"],
  [
    "more mixes than can be tried",
    "clutch.stack",
    {
      steelCount: 6_000,
      perNominal: {},
      steels: ["1", "2", "3"].map((nominal) => ({ nominal, thicknessMm: Number(nominal) })),
    },
    "range steelCount",
  ],
  [
    "a target outside its own range",
    "clutch.stack",
    { heightMm: { min: 7, max: 9, target: 12 } },
    "range heightMm.target",
  ],
  [
    "a target outside its own range",
    "clutch.pick",
    { heightMm: { min: 2, max: 4, target: 1 } },
    "range heightMm.target",
  ],
  ["below absolute zero", "quantity.convert", { value: -273.2, from: "C", to: "F" }, "range value"],
  ["below absolute zero in °F", "quantity.convert", { value: -459.7, from: "F", to: "C" }, "range value"],
  ["absolute zero itself", "quantity.convert", { value: -459.67, from: "F", to: "C" }, "accepted"],
])("%s: %s", (_, name, change, told) => {
  expect(refusal(calculators.get(name) as never, { ...GOOD[name], ...change })).toBe(told);
});

test("the walk of bad input is no formality: a calculator whose guard is taken out is found by it", () => {
  const open = z.looseObject({ turns: z.coerce.number(), threadPitchMm: z.coerce.number() });
  const unguarded = defineCalculator({
    name: "case.backoff",
    ...{ formula: "f", source: "s", input: open, output: z.any() },
    compute: ({ turns, threadPitchMm }) => ({ mm: turns * threadPitchMm }),
  });
  const good = GOOD["case.backoff"] ?? {};
  const guarded = calculators.get("case.backoff") as Calculator;
  expect(failings(guarded, good)).toEqual([]);
  expect(failings(unguarded as unknown as Calculator, good)).toEqual(
    expect.arrayContaining(["turns: null", "turns: text", "threadPitchMm: text", "$: an unknown field"]),
  );
});

test.each([
  ["fastener.castle", "slots", 6.5],
  ["chain.ratio", "frontTeeth", 13.5],
  ["case.freeplay", "links", 60.5],
  ["clutch.capacity", "faces", 0],
  ["chain.slack", "steps", 5.5],
  ["chain.length", "rearTeeth", 201],
  ["bearing.mount", "ambientC", -274],
  ["fastener.adapter", "angleDeg", 361],
  ["clutch.capacity", "mu", 1.6],
  ["wear.project", "confidence", 1],
  ["track.align", "leftGapMm", -1],
  ["axle.grease", "school", "half"],
])("%s: %s %s is out of range", (name, field, value) => {
  expect(refusal(calculators.get(name) as never, { ...GOOD[name], [field]: value })).toBe(`range ${field}`);
});

test("a refusal says what would be right", () => {
  const says = (name: string, input: unknown): string => JSON.stringify(calculators.get(name)?.run(input));
  expect(says("case.backoff", { turns: -1, threadPitchMm: 1 })).toMatch(/turns: must be at least 0, got -1/);
  expect(says("axle.band", { side: "port", viewedFrom: "outboard" })).toMatch(/expected one of left, right/);
  expect(says("case.backoff", { turns: "1", threadPitchMm: 1 })).toMatch(/expected a number, got/);
  expect(says("case.backoff", { turns: 1 })).toMatch(/threadPitchMm is missing: give a number/);
});

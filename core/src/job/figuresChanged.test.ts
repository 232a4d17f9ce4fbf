import { specSchema, withRules } from "../spec/index.ts";
import { shippedBody } from "../../testingProcedures.ts";
import { procedureSchema } from "../procedure/index.ts";
import { type Bench, NO_MORE_SAID } from "./bench.ts";
import { figuresChanged } from "./figuresChanged.ts";

// Every figure is invented.
const limit = (serviceMin: number, page = "1") =>
  specSchema.parse({
    ...{ kind: "limit", key: "friction-thickness", label: "Friction plate thickness" },
    limit: { kind: "min", serviceMin },
    source: { grade: "maker's manual", book: "Book", edition: "", page, checkedBy: null },
  });
const part = {
  role: "friction",
  number: "1",
  nominal: null,
  thicknessMm: null,
  price: "4.00",
  currency: "EUR",
  stock: 3,
  ...NO_MORE_SAID,
};
const gauge = { kind: "micrometer", unit: "mm", resolution: 0.01, permissibleError: 0.004, calibrationDue: null };
const bench: Bench = {
  procedure: procedureSchema.parse(shippedBody("clutch-coil-spring")),
  ...{ specs: [limit(2.7)], overruled: [], otherBuilds: [], wrenches: [], presets: {}, labour: null },
  gauges: [{ ...gauge, id: "m1", name: "Micrometer 1" }],
  parts: [{ ...part, id: "p1", name: "Friction plate" }],
};

test("where nothing differs nothing is told, and what merely left the stores is no news", () => {
  expect(figuresChanged(bench, { ...bench })).toEqual([]);
  expect(figuresChanged(bench, { ...bench, parts: [{ ...part, id: "p1", name: "Friction plate", stock: 0 }] })).toEqual(
    [],
  );
});

test("what is judged otherwise is told with what it was: a limit, a tool, a price, a way, an hour", () => {
  const soak = bench.procedure.questions.find(({ kind }) => kind === "school");
  if (!soak) throw new Error("no school");
  const after: Bench = {
    ...bench,
    specs: [limit(2.75), specSchema.parse({ ...limit(1), key: "steel-warp", label: "Steel plate warp" })],
    gauges: [{ ...gauge, id: "m2", name: "Micrometer 2" }],
    parts: [{ ...part, id: "p1", name: "Friction plate", price: "4.50" }],
    presets: { [soak.id]: soak.ways[0]?.word ?? "" },
    labour: { perHour: "60.00", currency: "EUR" },
  };
  expect(figuresChanged(bench, after)).toEqual([
    "Friction plate thickness: 2.75 mm at least; it was 2.7 mm at least",
    "Steel plate warp: 1 mm at least; it was not on file",
    "Micrometer 1: gone",
    "Micrometer 2: new here",
    "Friction plate: 4.50 EUR; it was 4.00 EUR",
    `${soak.ask}: this shop’s way is ${soak.ways[0]?.word}`,
    "An hour’s work: 60.00 EUR; it was not on file",
  ]);
  // A shop's rule reaches every limit: it is told once.
  const two = {
    ...bench,
    specs: [limit(2.7), specSchema.parse({ ...limit(1), key: "steel-warp" }), ...bench.specs.slice(1)],
  };
  const passing = { ...two, specs: withRules(two.specs, { atLimit: "passes", nearFraction: 0.7 }) };
  expect(figuresChanged(two, passing)).toEqual([
    "2 limits go by another rule: equal passes, near from 70 % of its wear",
  ]);
  expect(figuresChanged(passing, two)).toEqual(["2 limits go by another rule: as it is usual"]);
  const made: Bench = {
    ...bench,
    presets: { [soak.id]: soak.ways[0]?.word ?? "" },
    decidedBy: { [soak.id]: { whose: "model", source: "book, p. 4" } },
  };
  expect(figuresChanged(bench, made)).toEqual([`${soak.ask}: its maker’s way is ${soak.ways[0]?.word}`]);
  expect(figuresChanged(bench, { ...bench, specs: [limit(2.7, "9")] })).toEqual([
    "Friction plate thickness: 2.7 mm at least, from another source now",
  ]);
});

import fc from "fast-check";
import { holdsHere, specsOfBuild } from "./spec.ts";
import { canStandBeside, narrowness, type Scope, scopeOf } from "./scope.ts";
import { figureEntered } from "./index.ts";

// Years, frame numbers and builds here are invented.
const ends = <End>(of: fc.Arbitrary<End>, before: (a: End, b: End) => boolean) =>
  fc
    .tuple(fc.option(of), fc.option(of))
    .filter(([a, b]) => a !== null || b !== null)
    .map(([a, b]) => (a !== null && b !== null && before(b, a) ? { from: b, to: a } : { from: a, to: b }));
const year = fc.integer({ min: 2000, max: 2006 });
const serial = fc.tuple(fc.constantFrom("TF", "QR"), fc.integer({ min: 1, max: 5 })).map(([row, n]) => `${row}${n}`);
const serials = fc.constantFrom("TF", "QR").chain((row) =>
  ends(
    fc.integer({ min: 1, max: 5 }).map((n) => `${row}${n}`),
    (a, b) => a < b,
  ),
);
const build = fc.record(
  {
    "drive-case": fc.constantFrom("chain in oil", "toothed belt"),
    stroke: fc.constantFrom("two-stroke", "four-stroke"),
  },
  { requiredKeys: [] },
);
const scope: fc.Arbitrary<Scope> = fc.record(
  {
    only: build,
    holdsFor: fc.record({ years: ends(year, (a, b) => a < b), serials }, { requiredKeys: [] }),
  },
  { requiredKeys: [] },
);
const machine = fc.record({ year: fc.option(year), serial });
const config = fc.record({
  "drive-case": fc.constantFrom("chain in oil", "toothed belt"),
  stroke: fc.constantFrom("two-stroke", "four-stroke"),
});

test("of two that stand beside each other a machine has one alone, or the narrower of them governs", () => {
  let both = 0;
  fc.assert(
    fc.property(scope, scope, machine, config, (a, b, made, words) => {
      if (!canStandBeside(a, b)) return;
      if (!holdsHere(a, made, words) || !holdsHere(b, made, words)) return;
      both += 1;
      expect(narrowness(a)).not.toBe(narrowness(b));
    }),
    { numRuns: 3000 },
  );
  expect(both).toBeGreaterThan(20);
});

test("two that no machine can tell apart never stand beside each other, whichever was there first", () => {
  fc.assert(
    fc.property(scope, scope, (a, b) => {
      expect(canStandBeside(a, a)).toBe(false);
      expect(canStandBeside(a, b)).toBe(canStandBeside(b, a));
      if (scopeOf(a) === scopeOf(b)) expect(canStandBeside(a, b)).toBe(false);
    }),
  );
});

test.each<[string, Scope, Scope, boolean]>([
  ["every one, and some years", {}, { holdsFor: { years: { from: 2024, to: null } } }, true],
  [
    "years one after the other",
    { holdsFor: { years: { from: null, to: 2023 } } },
    { holdsFor: { years: { from: 2024, to: null } } },
    true,
  ],
  [
    "years that meet in one",
    { holdsFor: { years: { from: null, to: 2024 } } },
    { holdsFor: { years: { from: 2024, to: null } } },
    false,
  ],
  [
    "frame numbers of two rows",
    { holdsFor: { serials: { from: "TF1", to: null } } },
    { holdsFor: { serials: { from: null, to: "QR9" } } },
    true,
  ],
  ["two builds", { only: { stroke: "two-stroke" } }, { only: { stroke: "four-stroke" } }, true],
  ["a build, and years", { only: { stroke: "two-stroke" } }, { holdsFor: { years: { from: 2024, to: null } } }, false],
])("%s: stand beside each other or not", (_, a, b, can) => {
  expect(canStandBeside(a, b)).toBe(can);
});

test("what a figure holds for is one key, in whatever order its builds were said", () => {
  const years = { from: 2024, to: null };
  expect(scopeOf({})).toBe("");
  expect(scopeOf({ only: { b: "x", a: "y" }, holdsFor: { years } })).toBe("a=y;b=x;years=2024..");
  expect(scopeOf({ only: { a: "y", b: "x" }, holdsFor: { years } })).toBe("a=y;b=x;years=2024..");
});

test("a machine is judged by the narrowest of its figures, and by the wide one where nobody said its year", () => {
  const least = (value: string, more: object): ReturnType<typeof figureEntered> =>
    figureEntered({ key: "friction-thickness", least: value, grade: "measured", where: "bench", ...more }, null);
  const specs = [least("2.6", {}), least("2.7", { years: "from 2024" })].flatMap((it) => (it.ok ? [it.value] : []));
  const judgedBy = (year: number | null) =>
    specsOfBuild(specs, { year, serial: "" }).map((spec) => (spec.kind === "limit" ? spec.limit.serviceMin : 0));
  expect([judgedBy(2025), judgedBy(2020), judgedBy(null)]).toEqual([[2.7], [2.6], [2.6]]);
});

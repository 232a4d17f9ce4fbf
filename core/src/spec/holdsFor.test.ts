import fc from "fast-check";
import { holdsForMachine, holdsForWords, rangeWords, serialsIn, yearsIn } from "./holdsFor.ts";

// Years and frame numbers here are invented.
const made = (year: number | null, serial = "") => ({ year, serial });

test.each([
  ["2024 to 2026", { from: 2024, to: 2026 }],
  ["2024-2026", { from: 2024, to: 2026 }],
  ["from 2024", { from: 2024, to: null }],
  ["to 2023", { from: null, to: 2023 }],
  ["2025", { from: 2025, to: 2025 }],
])("years are read as they are typed: %s", (text, years) => {
  expect(yearsIn(text)).toEqual(years);
});

test.each(["2026 to 2024", "24 to 26", "new ones", "2024 to 2025 to 2026", "2024 2025", "from", ""])(
  "what says no years is refused: %s",
  (text) => {
    expect(yearsIn(text)).toBeNull();
  },
);

test("frame numbers are of one row, the lower one first", () => {
  expect(serialsIn("TF1200 to TF1899")).toEqual({ from: "TF1200", to: "TF1899" });
  expect(serialsIn("from TF1200")).toEqual({ from: "TF1200", to: null });
  expect([serialsIn("TF1899 to TF1200"), serialsIn("TF1200 to QR1899"), serialsIn("TF 1200"), serialsIn("")]).toEqual([
    ...[null, null, null, null],
  ]);
});

test("years are told as they are typed, and read back as they were", () => {
  const year = fc.integer({ min: 1950, max: 2100 });
  fc.assert(
    fc.property(fc.option(year), fc.option(year), (a, b) => {
      fc.pre(a !== null || b !== null);
      const [from, to] = a !== null && b !== null && a > b ? [b, a] : [a, b];
      expect(yearsIn(rangeWords({ from, to }))).toEqual({ from, to });
    }),
  );
});

test("it holds within both ends, and for no machine of which nobody said what it turns on", () => {
  const years = { years: { from: 2024, to: 2026 } };
  expect([2023, 2024, 2026, 2027, null].map((year) => holdsForMachine(years, made(year)))).toEqual([
    ...[false, true, true, false, false],
  ]);
  const serials = { serials: { from: "TF1200", to: "TF1899" } };
  expect(
    ["TF1199", "tf1200", "TF01500", "TF1899", "TF1900", "QR1500", "TF1500-2", ""].map((serial) =>
      holdsForMachine(serials, made(null, serial)),
    ),
  ).toEqual([false, true, true, true, false, false, false, false]);
  expect(holdsForMachine({ serials: { from: "TF1200", to: null } }, made(null, "TF90000"))).toBe(true);
  expect(holdsForMachine({}, made(null))).toBe(true);
  expect(holdsForWords({ ...years, ...serials })).toEqual([
    "model years 2024 to 2026",
    "frame numbers TF1200 to TF1899",
  ]);
});

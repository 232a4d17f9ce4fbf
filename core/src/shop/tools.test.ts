import fc from "fast-check";
import { NO_MORE_SAID } from "../job/index.ts";
import { gaugeEntered, partEntered, wrenchEntered } from "./index.ts";

// Tools, parts and prices here are invented.
const gauge = { kind: "caliper", quantity: "length" as const, name: "Caliper 1", step: "0.02 mm" };
const wrench = { name: "Wrench A", from: "5 N·m", to: "110 N·m" };
const part = { role: "friction", name: "Friction plate", number: "F-1", price: "8,4", currency: "TFC" };
const refused = (answer: ReturnType<typeof gaugeEntered | typeof wrenchEntered | typeof partEntered>): string =>
  answer.ok ? "kept" : `${answer.error.path}: ${answer.error.message}`;

test("a gauge is read in the unit of its step, and is as far off as its step where nothing else is said", () => {
  expect(gaugeEntered(gauge, "g")).toEqual({
    ok: true,
    value: {
      ...{ id: "g", name: "Caliper 1", kind: "caliper", unit: "mm", resolution: 0.02 },
      ...{ permissibleError: 0.02, calibrationDue: null },
    },
  });
  // An inch is 25.4 mm (NIST SP 811).
  const inch = gaugeEntered({ ...gauge, step: ".001 in", error: ".002 in", due: "2027-04-30" }, "g");
  expect(inch).toMatchObject({
    value: { unit: "in", resolution: 0.0254, permissibleError: 0.0508, calibrationDue: "2027-04-30" },
  });
});

test("a wrench in any unit is kept in newton metres", () => {
  // A pound-force inch is 0.112 984 8 N·m, a pound-force foot 1.355 818 N·m (NIST SP 811).
  const inch = wrenchEntered({ ...wrench, from: "40 in-lb", to: "80 ft-lb", length: "16 in" }, "w");
  expect(inch).toMatchObject({
    value: { minNm: expect.closeTo(4.519392, 5), maxNm: expect.closeTo(108.46544, 4), lengthMm: expect.closeTo(406.4) },
  });
});

test("a part's price is decimal text, whichever mark was typed", () => {
  expect(partEntered({ ...part, stock: "12", nominal: "1.6", thickness: "1.6" }, "p", "2026-11-29")).toEqual({
    ok: true,
    value: {
      ...NO_MORE_SAID,
      ...{ id: "p", role: "friction", name: "Friction plate", number: "F-1", nominal: "1.6", thicknessMm: 1.6 },
      ...{ price: "8.40", currency: "TFC", stock: 12, pricedOn: "2026-11-29" },
    },
  });
});

test("what nobody knows of a part stays unsaid: its price, its maker, how long it takes to come", () => {
  expect(partEntered({ ...part, price: "", stock: "0" }, "p", "2026-11-29")).toMatchObject({
    value: { price: null, pricedOn: null, leadDays: null, maker: "", stock: 0 },
  });
  const told = { ...part, maker: "Invented Works", priceSource: "list of spring", leadDays: "14" };
  expect(partEntered(told, "p", "2026-11-29")).toMatchObject({
    value: { maker: "Invented Works", priceSource: "list of spring", leadDays: 14 },
  });
});

test.each([
  ["a step without a unit", gaugeEntered({ ...gauge, step: "0.02" }, "g"), /^step: .* with its unit, such as 0\.02 mm/],
  ["no step", gaugeEntered({ ...gauge, step: "" }, "g"), /^step: /],
  ["a step of nothing", gaugeEntered({ ...gauge, step: "0 mm" }, "g"), /^step: A step is above 0/],
  ["a step of another kind", gaugeEntered({ ...gauge, step: "1 kPa" }, "g"), /^step: /],
  ["no name", gaugeEntered({ ...gauge, name: " " }, "g"), /^name: .*such as Caliper 2/],
  ["a day that is none", gaugeEntered({ ...gauge, due: "soon" }, "g"), /^due: .*2027-04-30/],
  ["a wrench without a unit", wrenchEntered({ ...wrench, from: "5" }, "w"), /^from: .*5 N·m or 40 in-lb/],
  ["a wrench the wrong way round", wrenchEntered({ ...wrench, from: "120 N·m" }, "w"), /^to: .*120 N·m to 110 N·m/],
  ["a price that is none", partEntered({ ...part, price: "dear" }, "p", "2026-11-29"), /^price: .*such as 8\.40/],
  ["no number", partEntered({ ...part, number: "" }, "p", "2026-11-29"), /^number: .*ordered by/],
  ["a price of no currency", partEntered({ ...part, currency: "" }, "p", "2026-11-29"), /^currency: /],
  [
    "a time to come that is none",
    partEntered({ ...part, leadDays: "soon" }, "p", "2026-11-29"),
    /^leadDays: .*such as 14/,
  ],
  ["stock that is none", partEntered({ ...part, stock: "some" }, "p", "2026-11-29"), /^stock: .*0 is an answer/],
])("%s is told with what would be right", (_, answer, expected) => {
  expect(refused(answer)).toMatch(expected);
});

test("whatever is typed, a wrench that is kept has its ends in order", () => {
  const ends = fc.tuple(fc.double({ min: -50, max: 500, noNaN: true }), fc.double({ min: -50, max: 500, noNaN: true }));
  fc.assert(
    fc.property(ends, ([a, b]) => {
      const answer = wrenchEntered({ ...wrench, from: `${a.toFixed(2)} N·m`, to: `${b.toFixed(2)} N·m` }, "w");
      if (answer.ok) expect(answer.value.minNm).toBeLessThan(answer.value.maxNm);
    }),
  );
});

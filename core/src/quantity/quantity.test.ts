import fc from "fast-check";
import { refusal, value } from "../../testing.ts";
import { quantityConvert, quantityParse, splitValues, UNITS } from "./index.ts";

describe("quantity.convert", () => {
  // NIST SP 811 (2008), Appendix B.8: factors as printed there.
  test.each([
    [1, "in", "mm", 25.4],
    [1, "ft", "in", 12],
    [1, "mi", "km", 1.609344],
    [1, "lbf.ft", "N.m", 1.3558179483314004],
    [1, "lbf.in", "N.m", 0.1129848290276167],
    [1, "kgf.m", "N.m", 9.80665],
    [1, "psi", "kPa", 6.894757293168361],
    [1, "oz", "g", 28.349523125],
    [1, "qt_us", "mL", 946.352946],
    [1, "hp", "kW", 0.7456998715822702],
    [212, "F", "C", 100],
    [-40, "C", "F", -40],
    [180, "deg", "rad", Math.PI],
  ])("%d %s is so many %s", (given, from, to, expected) => {
    expect(value(quantityConvert, { value: given, from, to }).value).toBeCloseTo(expected, 10);
  });

  test("refuses an unknown unit, and two kinds by name", () => {
    expect(refusal(quantityConvert, { value: 1, from: "MM", to: "mm" })).toBe("unit from");
    expect(refusal(quantityConvert, { value: 1, from: "mm", to: "inch" })).toBe("unit to");
    const mixed = quantityConvert({ value: 1, from: "mm", to: "km" });
    expect(mixed).toMatchObject({ ok: false, error: { code: "unit", path: "to" } });
    expect(JSON.stringify(mixed)).toMatch(/distance.*length/);
    expect(refusal(quantityConvert, { value: 1.7e308, from: "ft", to: "um" })).toBe("range value");
  });

  /** Below these there is nothing to convert, which is refused: common knowledge, in each unit of temperature. */
  const ABSOLUTE_ZERO: Readonly<Record<string, number>> = { C: -273.15, F: -459.67, K: 0 };

  test("there and back is where it was, for every pair of a kind", () => {
    const pairs = UNITS.flatMap((a) => UNITS.filter((b) => b.kind === a.kind).map((b) => [a.name, b.name] as const));
    fc.assert(
      fc.property(fc.constantFrom(...pairs), fc.double({ min: -1e6, max: 1e6, noNaN: true }), ([from, to], given) => {
        fc.pre(given >= (ABSOLUTE_ZERO[from] ?? -Infinity));
        const there = value(quantityConvert, { value: given, from, to }).value;
        const back = value(quantityConvert, { value: there, from: to, to: from }).value;
        expect(Math.abs(back - given)).toBeLessThanOrEqual(1e-9 * Math.max(1, Math.abs(given)));
      }),
    );
  });
});

describe("quantity.parse", () => {
  const parse = (text: string, kind = "length", unit = "mm") => quantityParse.run({ text, kind, unit });

  test.each([
    ["2.94", { value: 2.94, unit: "mm", decimals: 2 }],
    ["1,250", { value: 1.25, unit: "mm", decimals: 3 }],
    ["12", { value: 12, unit: "mm", decimals: 0 }],
    [".116in", { value: 0.116, unit: "in", decimals: 3 }],
    ['1/4"', { value: 0.25, unit: "in", decimals: null }],
    ["1 3/16", { value: 1.1875, unit: "mm", decimals: null }],
    ["1-3/16 in", { value: 1.1875, unit: "in", decimals: null }],
    ["1½”", { value: 1.5, unit: "in", decimals: null }],
    ["⅜ inch", { value: 0.375, unit: "in", decimals: null }],
    ["\u22121 1/2", { value: -1.5, unit: "mm", decimals: null }],
    ["+2\u00a0thou", { value: 2, unit: "thou", decimals: 0 }],
    ["6’", { value: 6, unit: "ft", decimals: 0 }],
    ["12 µm", { value: 12, unit: "um", decimals: 0 }],
  ])("%s", (text, expected) => {
    expect(parse(text)).toMatchObject({ ok: true, value: expected });
  });

  test.each([
    ["87 in-lb", "torque", "lbf.in"],
    ["9.8 N·m", "torque", "N.m"],
    ["30 ft.lbs", "torque", "lbf.ft"],
    ["20 °C", "temperature", "C"],
    ["5°", "angle", "deg"],
    ["60 km/h", "speed", "km/h"],
    ["1 qt us", "volume", "qt_us"],
  ])("the unit of %s", (text, kind, unit) => {
    const base = { torque: "N.m", temperature: "C", angle: "deg", speed: "km/h", volume: "mL" }[kind];
    expect(parse(text, kind, base)).toMatchObject({ ok: true, value: { unit } });
  });

  test.each([
    ["", "range", 0],
    ["-", "range", 1],
    ["12.", "range", 2],
    ["1.2.3", "range", 3],
    ["3 4", "range", 2],
    ["1/0", "range", 2],
    ["1/", "range", 2],
    ["1 5/4", "range", 2],
    ["2.94 mm 3", "range", 8],
    ["2 furlong", "unit", 2],
    ["1e3", "unit", 1],
    ["--5", "range", 1],
    ["9".repeat(400), "range", 0],
  ])("%s is refused at its first wrong character", (text, code, at) => {
    expect(parse(text)).toMatchObject({ ok: false, error: { code, path: "text", at } });
  });

  test("a unit of another kind is a wrong setting, not a wrong text", () => {
    expect(refusal(quantityParse, { text: "1", kind: "length", unit: "kg" })).toBe("unit unit");
    expect(parse("1 kg")).toMatchObject({ ok: false, error: { code: "unit", at: 2 } });
  });

  test("the value in base is the value converted", () => {
    const inches = value(quantityParse, { text: "0.112 in", kind: "length", unit: "mm" });
    expect(inches.valueInBase).toBeCloseTo(2.8448, 12);
  });
});

describe("several values on one line", () => {
  test.each([
    ["2.94 2.91 2.90", ["2.94", "2.91", "2.90"]],
    ["1 3/16 2", ["1 3/16", "2"]],
    ["1 3/16", ["1 3/16"]],
    ["2.94 mm .116 in", ["2.94 mm", ".116 in"]],
    ["  4  ", ["4"]],
    ["1 ½ 2", ["1 ½", "2"]],
  ])("%s", (line, values) => {
    expect(splitValues(line)).toEqual(values);
  });
});

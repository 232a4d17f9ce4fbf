import fc from "fast-check";
import { findUnit, fromBase, likelySlip, toBase, type Unit, UNITS } from "./index.ts";

const unit = (name: string): Unit => {
  const found = findUnit(name);
  if (!found) throw new Error(`no unit ${name}`);
  return found;
};

describe("a value off by a unit's ratio", () => {
  test("is never seen in one that is plausible", () => {
    fc.assert(
      fc.property(fc.constantFrom(...UNITS), fc.double({ min: 0.01, max: 1000, noNaN: true }), (u, value) => {
        const base = toBase(value, u);
        expect(likelySlip(value, u, { min: base * 0.9 - 1, max: base * 1.1 + 1 })).toBeNull();
      }),
    );
  });

  test("is found for every pair of units of a kind, and the correction is plausible", () => {
    // Temperatures differ by an offset, not a ratio, and go below zero: no slip is looked for there.
    const ratios = UNITS.filter((u) => u.kind !== "temperature");
    const pairs = ratios.flatMap((from) =>
      UNITS.filter((to) => to.kind === from.kind && to.name !== from.name && to.factor !== from.factor).map(
        (to) => [from, to] as const,
      ),
    );
    fc.assert(
      fc.property(fc.constantFrom(...pairs), fc.double({ min: 1, max: 90, noNaN: true }), ([read, assumed], value) => {
        const meant = toBase(value, read);
        const plausible = { min: meant * 0.97, max: meant * 1.03 };
        const slip = likelySlip(value, assumed, plausible);
        const asTyped = toBase(value, assumed);
        if (asTyped >= plausible.min && asTyped <= plausible.max) return expect(slip).toBeNull();
        expect(slip).not.toBeNull();
        expect(slip?.valueInBase).toBeGreaterThanOrEqual(plausible.min * (1 - 1e-9));
        expect(slip?.valueInBase).toBeLessThanOrEqual(plausible.max * (1 + 1e-9));
      }),
    );
  });

  test("of several units that explain it, the one that gauges are marked in comes first", () => {
    // 2.5 in is 63.5 mm and 2.5 cm is 25 mm, both plausible here; gauges in a shop are marked in inches.
    expect(likelySlip(2.5, unit("mm"), { min: 20, max: 70 })).toMatchObject({ kind: "unit", unit: { name: "in" } });
  });

  test("nothing, and less, is questioned by nobody", () => {
    expect(likelySlip(0, unit("mm"), { min: 2, max: 3 })).toBeNull();
    expect(likelySlip(-3, unit("mm"), { min: 2, max: 3 })).toBeNull();
  });
});

describe("a point left out", () => {
  test.each([
    [286, 2.86],
    [29, 2.9],
  ])("%d for %d", (typed, meant) => {
    const slip = likelySlip(typed, unit("mm"), { min: 2.8, max: 3 });
    expect(slip).toMatchObject({ kind: "point" });
    expect(slip?.valueInBase).toBeCloseTo(meant, 9);
    expect(slip?.kind === "point" ? fromBase(slip.valueInBase, unit("mm")) : 0).toBeCloseTo(meant, 9);
  });

  test("in a figure that has its point, it slipped by one place at most", () => {
    expect(likelySlip(28.65, unit("mm"), { min: 2.8, max: 2.9 })).toMatchObject({ kind: "point" });
    expect(likelySlip(286.5, unit("mm"), { min: 2.8, max: 2.9 })).toBeNull();
  });
});

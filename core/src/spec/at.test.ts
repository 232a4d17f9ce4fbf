import fc from "fast-check";
import { covers, KNOWN_FIGURES, PLACES } from "../figures/index.ts";
import { figureEntered, sourceLine, specsAt, withKeysAt } from "./index.ts";
import { torque } from "../../testingShop.ts";

// Every figure here is invented.
const at = (key: string, targetNm: number) => ({ ...torque("axle-nut"), key, targetNm });
const KEY = "axle-nut-torque";
const front = at(`${KEY}@front`, 184);
const rear = at(`${KEY}@rear`, 245);
const whole = at(KEY, 200);
const targets = (specs: readonly object[]) => specs.map((spec) => ("targetNm" in spec ? spec.targetNm : null));

test("each place is told what is given for it: its corner, its axle, else what no place was said of", () => {
  const ask = `${KEY}@rear left`;
  expect(targets(specsAt([front, rear, whole], [ask]).here)).toEqual([245]);
  expect(targets(specsAt([rear, at(`${KEY}@rear left`, 250)], [ask]).here)).toEqual([]);
  const [told] = specsAt([rear], [ask]).here;
  expect(told && sourceLine(told.source)).toMatch(/, given for the rear \(shop rule\)$/);
  const [bare] = specsAt([whole], [ask]).here;
  expect(bare && sourceLine(bare.source)).toMatch(/, no place said \(shop rule\)$/);
});

test("what is given for the front alone is told at the rear, and used nowhere there; nor where no place is said", () => {
  for (const ask of [`${KEY}@rear left`, KEY]) {
    const { here, elsewhere } = specsAt([front], [ask]);
    expect(here).toEqual([]);
    expect(elsewhere).toMatchObject([{ key: ask, targetNm: 184, source: { place: "given for the front" } }]);
  }
});

test("whatever is on file, a place is never told what is given for another", () => {
  const some = fc.subarray([...PLACES], { minLength: 1 });
  fc.assert(
    fc.property(some, fc.constantFrom(...PLACES), (places, place) => {
      const specs = places.map((one, i) => at(`${KEY}@${one}`, i + 1));
      for (const spec of specsAt(specs, [`${KEY}@${place}`]).here) {
        const from = places[("targetNm" in spec ? spec.targetNm : 0) - 1] ?? "";
        expect(covers(from, place)).toBe(true);
      }
    }),
  );
});

const typed = {
  ...({ key: KEY, value: "184 N·m", tolerance: "10", grade: "maker's manual", where: "demo book" } as const),
};
test("a figure is entered for its place; what the machine has once has none", () => {
  expect(figureEntered({ ...typed, position: "front" }, null)).toMatchObject({
    value: { key: `${KEY}@front`, label: "Axle nut, front", targetNm: 184 },
  });
  expect(figureEntered({ ...typed, position: "middle" }, null)).toMatchObject({
    error: { path: "position", message: expect.stringMatching(/no place: front, rear, left/) as string },
  });
  expect(figureEntered({ ...typed, key: "hub-nut-torque", position: "front" }, null)).toMatchObject({
    error: { path: "position", message: "Hub nut: the machine has it once; leave the place away." },
  });
  expect(KNOWN_FIGURES.get("hub-nut-torque@front")).toBeUndefined();
});

test("lists show what is given for a place beside what is given for all", () => {
  expect(withKeysAt([KEY, "hub-nut-torque"], [front, rear])).toEqual([`${KEY}@front`, `${KEY}@rear`, "hub-nut-torque"]);
  expect(withKeysAt([KEY], [whole, rear])).toEqual([KEY, `${KEY}@rear`]);
});

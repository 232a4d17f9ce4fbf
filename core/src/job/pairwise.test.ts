import fc from "fast-check";
import { pairwise } from "./pairwise.ts";

const words = fc.uniqueArray(fc.constantFrom("a", "b", "c"), { minLength: 1, maxLength: 3 });
const columns = fc.array(words, { maxLength: 6 }).map((all) => Object.fromEntries(all.map((w, i) => [`k${i}`, w])));

test("every pair of values of any two columns stands together in some row", () => {
  fc.assert(
    fc.property(columns, (of) => {
      const rows = pairwise(of);
      const names = Object.keys(of);
      for (const one of names) {
        for (const other of names) {
          for (const a of of[one] ?? []) {
            for (const b of of[other] ?? []) {
              if (one === other && a !== b) continue;
              expect(rows.some((row) => row[one] === a && row[other] === b)).toBe(true);
            }
          }
        }
      }
    }),
  );
});

test("two columns are combined in full, many in far fewer rows than their combinations", () => {
  expect(pairwise({ drive: ["chain", "belt"], exit: ["left", "right"] })).toHaveLength(4);
  const ten = Object.fromEntries(Array.from({ length: 10 }, (_, i) => [`k${i}`, ["a", "b"]]));
  // 2 to the tenth are 1024 combinations.
  expect(pairwise(ten).length).toBeLessThan(16);
  expect(pairwise({})).toEqual([{}]);
});

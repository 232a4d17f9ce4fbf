import { tookWords } from "./times.ts";

const TOOK = { jobs: 5, least: 35, middle: 45, most: 60 };
const RECKONED = { minutes: 75, words: "works list" };

test("how long a work takes is told by what is known, and nothing is made up", () => {
  expect(tookWords({ took: TOOK, reckoned: RECKONED })).toBe(
    "took 35 to 60 min of hands on here, 45 in the middle of 5 jobs; the shop reckons 75 min (works list)",
  );
  expect(tookWords({ took: { jobs: 1, least: 40, middle: 40, most: 40 }, reckoned: null })).toBe(
    "took 40 min of hands on here, once",
  );
  expect(tookWords({ took: null, reckoned: RECKONED })).toBe("the shop reckons 75 min (works list)");
  expect(tookWords({ took: null, reckoned: null })).toBeNull();
});

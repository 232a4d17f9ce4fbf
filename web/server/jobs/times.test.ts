import type { Database } from "../database.ts";
import { testDatabase } from "../testing.ts";
import { timesOf } from "./times.ts";

// The demo's sleds and their jobs; every figure is invented.
let db: Database;
beforeAll(async () => {
  db = await testDatabase(["Ridge sled 2", "Ridge sled 6"]);
});
afterAll(() => db.sequelize.close());

test("how long a work takes is told by the jobs released here, beside what the shop reckons", async () => {
  const { took, reckoned } = await timesOf(db, "chaincase-service");
  // One is released; the one that is open says nothing yet.
  expect(took).toMatchObject({ jobs: 1 });
  expect(took?.middle).toBeGreaterThan(0);
  expect(reckoned).toEqual({ minutes: 75, words: "works list 2026" });
});

test("of a work that nobody has done here nothing is made up", async () => {
  expect(await timesOf(db, "spokes-tires")).toEqual({ took: null, reckoned: null });
});

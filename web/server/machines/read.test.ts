import { randomUUID } from "node:crypto";
import type { Database } from "../database.ts";
import { machinesAtCounter } from "./counter.ts";
import { testDatabase } from "../testing.ts";
import { machinesOf, MOST_MACHINES } from "./read.ts";

// Machines and owners in this file are invented.
let db: Database;
beforeAll(async () => {
  db = await testDatabase("demo");
  const owner = { id: randomUUID(), name: "Ferry Rentals 100% Ltd", contact: "" };
  await db.owners.create(owner);
  const machine = (await db.machines.findOne())?.get({ plain: true });
  if (!machine) throw new Error("the demo has no machine");
  await db.machines.bulkCreate(
    Array.from({ length: MOST_MACHINES }, (_, i) => ({
      ...machine,
      ...{ id: randomUUID(), ownerId: owner.id, mark: `Rental ${String(i + 1).padStart(3, "0")}` },
    })),
  );
});
afterAll(() => db.sequelize.close());

test("a shop that has more machines than are listed at once says so, and lists no more", async () => {
  const { machines, more } = await machinesOf(db);
  expect(machines).toHaveLength(MOST_MACHINES);
  expect(more).toBe(true);
});

test("a machine that is not listed is found by words of its mark, model and owner, in any order and case", async () => {
  const { machines, more } = await machinesOf(db, "ferry 042");
  expect(machines.map(({ mark }) => mark)).toEqual(["Rental 042"]);
  expect(more).toBe(false);
  expect(machines[0]).toMatchObject({ ownerName: "Ferry Rentals 100% Ltd", lastMeter: null });
  expect((await machinesOf(db, "no such machine anywhere")).machines).toEqual([]);
});

test("signs that stand for others in a search stand for themselves", async () => {
  expect((await machinesOf(db, "100%")).machines.length).toBeGreaterThan(0);
  expect((await machinesOf(db, "1_0%")).machines).toEqual([]);
});

test("at the counter each comes with its last meter, its model's weaknesses and what is to be looked at again", async () => {
  const mark = "Club bike 7";
  const row = await db.machines.findOne({ where: { mark } });
  const { machines } = await machinesAtCounter(db, mark);
  expect(machines).toHaveLength(1);
  expect(machines[0]).toMatchObject({ id: row?.get("id"), rechecks: [] });
  expect(machines[0]?.lastMeter).toEqual(expect.any(Number));
});

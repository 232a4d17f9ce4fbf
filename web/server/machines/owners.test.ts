import { randomUUID } from "node:crypto";
import type { Actor } from "@averin/core";
import type { Database } from "../database.ts";
import { jobsForOwner } from "../jobs/read.ts";
import { intakeSchema } from "../jobs/schema.ts";
import { openJob } from "../jobs/store.ts";
import { actorCalled, testDatabase } from "../testing.ts";
import { changeMachine } from "./changes.ts";
import { ownerMergedInto, ownersAlike, ownersMergedHere, ownersWrittenAlike, sameOwner } from "./owners.ts";
import { machinesOwned } from "./read.ts";
import { machineChangeSchema, sameOwnerSchema } from "./schema.ts";

// The demo's machines; every name typed here is invented.
let db: Database;
let edda: Actor;
beforeAll(async () => {
  db = await testDatabase("demo");
  edda = await actorCalled(db, "Edda Vane");
});
afterAll(() => db.sequelize.close());

/** Gives a machine to somebody, and answers with their id. */
async function sold(mark: string, name: string, contact: string): Promise<string> {
  const row = await db.machines.findOne({ where: { mark } });
  const id = row?.get("id") as string;
  await changeMachine(db, id, machineChangeSchema.parse({ does: "sold", name, contact }), edda);
  return (await db.machines.findByPk(id))?.get("ownerId") as string;
}
const fenns = async (): Promise<string[]> =>
  (await ownersWrittenAlike(db)).filter(({ name }) => /^o\.? fenn$/i.test(name)).map(({ id }) => id);
const marks = async (owner: string): Promise<string[]> =>
  (await machinesOwned(db, owner)).machines.map(({ mark }) => mark);

test("two who are written alike are proposed, never put together unasked; put together, it can be undone", async () => {
  const [first, second] = [await sold("Club bike 31", "O. Fenn", "quay 4"), await sold("Club bike 32", "o fenn", "")];
  const other = await sold("Club bike 33", "O. Fennel", "quay 9");
  expect((await ownersAlike(db, first)).map(({ id, machines }) => [id, machines])).toEqual([[second, 1]]);
  expect((await fenns()).sort()).toEqual([first, second].sort());
  expect(await marks(first)).toEqual(["Club bike 31"]);
  const machine = (await machinesOwned(db, second)).machines[0]?.id;
  const intake = {
    ...{ id: randomUUID(), machine: { id: machine }, meter: null, procedure: "clutch-coil-spring" },
    ...{ complaint: "slips", symptom: "known age" },
  };
  await openJob(db, intakeSchema.parse(intake), edda);

  await sameOwner(db, second, first, edda);
  expect(await marks(first)).toEqual(["Club bike 31", "Club bike 32"]);
  expect((await jobsForOwner(db, first)).jobs).toHaveLength(1);
  expect(await ownerMergedInto(db, second)).toMatchObject({ id: first, name: "O. Fenn" });
  expect((await ownersMergedHere(db, first)).map(({ name }) => name)).toEqual(["o fenn"]);
  expect([await ownersAlike(db, first), await fenns()]).toEqual([[], []]);
  // Whoever is written so from now on is the one that they turned out to be.
  expect(await sold("Club bike 34", "o fenn", "")).toBe(first);
  // What went to somebody else meanwhile does not come back.
  await sold("Club bike 32", "O. Fennel", "quay 9");

  await sameOwner(db, second, null, edda);
  expect(await marks(second)).toEqual([]);
  expect(await marks(other)).toEqual(["Club bike 32", "Club bike 33"]);
  expect((await jobsForOwner(db, second)).jobs).toHaveLength(1);
  expect(await ownerMergedInto(db, second)).toBeNull();
});

test("who is another already, or nobody on file, is refused and nothing changes", async () => {
  const [a, b] = [await sold("Club bike 35", "A. Brand", ""), await sold("Club bike 21", "a. brand", "farm")];
  const c = await sold("Club bike 11", "A Brand", "gate");
  await sameOwner(db, b, a, edda);
  await expect(sameOwner(db, b, c, edda)).rejects.toThrow("They turned out to be another one already.");
  await expect(sameOwner(db, c, b, edda)).rejects.toThrow("a. brand turned out to be another one: say it of that one.");
  await expect(sameOwner(db, a, c, edda)).rejects.toThrow(
    "Another one turned out to be A. Brand: say it from the other side.",
  );
  await expect(sameOwner(db, c, null, edda)).rejects.toThrow("They are a person of their own.");
  await expect(sameOwner(db, c, c, edda)).rejects.toThrow(/owner/);
  await expect(sameOwner(db, c, randomUUID(), edda)).rejects.toThrow(/owner/);
  expect(await marks(c)).toEqual(["Club bike 11"]);
  expect(sameOwnerSchema.safeParse({ into: "" }).success).toBe(false);
});

import type { Database } from "../database.ts";
import { jobById } from "../jobs/read.ts";
import { intakeSchema } from "../jobs/schema.ts";
import { openJob } from "../jobs/store.ts";
import { actorCalled, testDatabase } from "../testing.ts";
import { lastTimeAt } from "./lastTime.ts";

// The demo's sleds; every figure is invented.
let db: Database;
beforeAll(async () => {
  db = await testDatabase(["Ridge sled 2", "Ridge sled 6", "Ridge sled 11", "Flock quad 8"]);
});
afterAll(() => db.sequelize.close());

const lastJobOf = async (mark: string) => {
  const machine = await db.machines.findOne({ where: { mark } });
  const job = await db.jobs.findOne({
    where: { machineId: machine?.get("id") as string },
    order: [["openedAt", "DESC"]],
  });
  return jobById(db, job?.get("id") as string);
};

test("what a point came to the last time stands beside it: as left, by whom and when; of this machine alone", async () => {
  const last = await lastTimeAt(db, await lastJobOf("Ridge sled 2"));
  expect(last["case-rock"]).toMatchObject({ said: "5 mm, 4.5 mm", by: "Mira Orr" });
  expect(last["shavings"]).toMatchObject({ said: "few", by: "Mira Orr" });
  expect(Date.parse(last["shavings"]?.at ?? "")).not.toBeNaN();
  // A machine without an earlier job has nothing to compare with.
  expect(await lastTimeAt(db, await lastJobOf("Ridge sled 6"))).toEqual({});
});

test("what was counted of a track stands beside the next count", async () => {
  const last = await lastTimeAt(db, await lastJobOf("Ridge sled 11"));
  expect(last["lug-count"]).toMatchObject({ said: "0 of 144 lugs torn, 0 of 0 studs gone" });
});

test("a corner is told what was seen at that corner, and of no other", async () => {
  const machine = { id: (await db.machines.findOne({ where: { mark: "Flock quad 8" } }))?.get("id") };
  const mira = await actorCalled(db, "Mira Orr");
  const at = async (position: string) => {
    const more = { complaint: "x", symptom: "known age", procedure: "axle-out-in", meter: 600, position };
    const { id } = await openJob(db, intakeSchema.parse({ machine, ...more }), mira);
    return lastTimeAt(db, await jobById(db, id));
  };
  expect((await at("front left"))["boot-survey-in"]).toMatchObject({ said: "torn", by: "Mira Orr" });
  expect(await at("front right")).toEqual({});
});

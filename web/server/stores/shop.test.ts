import type { Database } from "../database.ts";
import { openedClutchJob, testDatabase } from "../testing.ts";
import { jobById } from "./jobs.ts";
import { keepProcedure, procedureByHash, proceduresFor, setPreset, shopChanged } from "./shop.ts";

// Limits in this file are invented.
let db: Database;
let jobId: string;
beforeAll(async () => {
  db = await testDatabase("demo");
  jobId = await openedClutchJob(db);
});
afterAll(() => db.sequelize.close());

test("the shop's own way of a school reaches every bench at once; ways that nobody offers are refused", async () => {
  expect((await jobById(db, jobId)).bench.presets).toEqual({});
  await setPreset(db, { question: "soak-time", word: "one hour" });
  expect((await jobById(db, jobId)).bench.presets).toEqual({ "soak-time": "one hour" });
  await expect(setPreset(db, { question: "soak-time", word: "a week" })).rejects.toThrow(/no way of that school/);
  await expect(setPreset(db, { question: "deeper", word: "go deeper" })).rejects.toThrow(/no way of that school/);
});

test("figures are read anew once somebody says that they changed, and are the same object until then", async () => {
  const { bench } = await jobById(db, jobId);
  expect((await jobById(db, jobId)).bench).toBe(bench);
  await db.gauges.update(
    { body: { ...bench.gauges[0], permissibleError: 0.05 } },
    { where: { id: bench.gauges[0]?.id ?? "" } },
  );
  await shopChanged(db);
  const changed = (await jobById(db, jobId)).bench;
  expect(changed.gauges[0]?.permissibleError).toBe(0.05);
  expect(changed.procedure).toBe(bench.procedure);
});

test("a job keeps the version it began with; new jobs take the newest", async () => {
  const { bench } = await jobById(db, jobId);
  const next = { ...bench.procedure, version: bench.procedure.version + 1, title: "Clutch pack, newer" };
  const hash = await keepProcedure(db, next);
  expect(await keepProcedure(db, next)).toBe(hash);
  expect((await proceduresFor(db, ["coil-spring"]))[0]?.hash).toBe(hash);
  expect((await jobById(db, jobId)).bench.procedure.title).toBe(bench.procedure.title);
  expect((await procedureByHash(db, hash)).title).toBe("Clutch pack, newer");
});

import { randomUUID } from "node:crypto";
import { type Actor, type Draft, findingOf, fold, pointOf } from "@averin/core";
import type { Database } from "../database.ts";
import { changeMachine } from "../machines/changes.ts";
import { machineChangeSchema } from "../machines/schema.ts";
import { actorCalled, testDatabase } from "../testing.ts";
import { jobById } from "./read.ts";
import { appendEvents } from "./store.ts";

// One of the demo's sleds in the middle of its season's sweep, walked round by two.
let db: Database;
let jobId: string;
let mira: Actor;
let tobin: Actor;
beforeAll(async () => {
  db = await testDatabase(["Ridge sled 11"]);
  const machineId = (await db.machines.findOne({ where: { mark: "Ridge sled 11" } }))?.get("id") as string;
  const [open] = await db.jobs.findAll({ where: { machineId }, order: [["openedAt", "DESC"]] });
  jobId = open?.get("id") as string;
  mira = await actorCalled(db, "Mira Orr");
  tobin = await actorCalled(db, "Tobin Hask");
});
afterAll(() => db.sequelize.close());

const lines = async () => (await jobById(db, jobId)).events;
const say = (
  by: Actor,
  point: string,
  word: string,
  seen: { after?: number; typedAt?: string; sentAt?: string } = {},
) => {
  const draft: Draft = { type: "finding_recorded", point, item: 1, word };
  return appendEvents(db, jobId, { ...seen, events: [{ id: randomUUID(), draft }] }, by);
};
const stands = async (point: string): Promise<string | undefined> => {
  const { bench, events } = await jobById(db, jobId);
  const known = pointOf(bench.procedure, point);
  return known?.kind === "inspect" ? findingOf(fold(events), known, 1)?.word : undefined;
};

test("two people on one sweep: what one found is not covered by the other, who had not seen it", async () => {
  const after = (await lines()).length;
  await say(tobin, "drivers", "broken", { after });
  await expect(say(mira, "drivers", "full", { after })).rejects.toThrow(
    /Tobin Hask said broken there meanwhile: Drivers/,
  );
  expect(await stands("drivers")).toBe("broken");
  // Seen, and said once more, it is a change of mind: both stay in the log.
  await say(mira, "drivers", "full", { after: after + 1 });
  expect(await stands("drivers")).toBe("full");
});

test("what is worse, or the same, is taken whoever said what before; so is one's own change of mind", async () => {
  const after = (await lines()).length;
  await say(mira, "coolers", "dry", { after });
  await say(mira, "coolers", "scraped", { after });
  expect(await stands("coolers")).toBe("scraped");
  await say(tobin, "coolers", "wet", { after });
  await say(mira, "coolers", "wet", { after });
  expect(await stands("coolers")).toBe("wet");
  // What stops the work is not talked away by another word: it is put right first, or struck.
  await expect(say(mira, "coolers", "dry")).rejects.toThrow(
    /It stops the work: .*Put it right and record what was done/,
  );
  expect(await stands("coolers")).toBe("wet");
});

test("a line typed without a server before the other was kept covers nothing either", async () => {
  const typedAt = new Date(Date.now() - 600_000).toISOString();
  await say(tobin, "flap", "gone");
  const sent = { typedAt, sentAt: new Date().toISOString(), after: (await lines()).length };
  await expect(say(mira, "flap", "whole", sent)).rejects.toThrow(/said gone there meanwhile/);
});

test("different points of two people at the same moment are both kept, one after the other", async () => {
  const before = (await lines()).length;
  await Promise.all([
    say(mira, "bars", "firm"),
    say(tobin, "grips-none", "tight").catch(() => null),
    say(tobin, "grips", "tight"),
  ]);
  const fresh = (await lines()).slice(before);
  expect(fresh.map(({ number }) => number)).toEqual([before + 1, before + 2]);
  expect([await stands("bars"), await stands("grips")]).toEqual(["firm", "tight"]);
});

test("a machine is not retired while somebody walks round it: the job is named", async () => {
  const machineId = (await db.machines.findOne({ where: { mark: "Ridge sled 11" } }))?.get("id") as string;
  const retire = changeMachine(db, machineId, machineChangeSchema.parse({ does: "retired", reason: "sold" }), tobin);
  await expect(retire).rejects.toThrow(/^T-\d{4} is open on it: release it or hand it back first\.$/);
});

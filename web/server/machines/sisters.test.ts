import { randomUUID } from "node:crypto";
import type { Actor, Draft } from "@averin/core";
import type { Database } from "../database.ts";
import { jobById } from "../jobs/read.ts";
import { appendEvents } from "../jobs/store.ts";
import { actorCalled, openedClutchJob, testDatabase } from "../testing.ts";
import { rechecksOpen } from "./read.ts";
import { lookAtSisters, onSistersAt, sisterFaults } from "./sisters.ts";

// The demo's bikes of one model, with no jobs but those opened here; what was found is invented.
let db: Database;
let mira: Actor;
beforeAll(async () => {
  db = await testDatabase("demo");
  mira = await actorCalled(db, "Mira Orr");
});
afterAll(() => db.sequelize.close());

const machineCalled = async (mark: string) => {
  const row = (await db.machines.findOne({ where: { mark } }))?.get({ plain: true });
  if (!row) throw new Error(`no machine is called ${mark}`);
  return row;
};
const kept = async (jobId: string, draft: Draft): Promise<string> => {
  const id = randomUUID();
  await appendEvents(db, jobId, { events: [{ id, draft }] }, mira);
  return id;
};
const found = (jobId: string, word: string) =>
  kept(jobId, { type: "finding_recorded", point: "basket-fingers", item: 1, word });
const faultsOf = async (mark: string) => sisterFaults(db, (await machineCalled(mark)).bookId);

test("what is found bad on one machine is told on the others of its model, until each was looked at or is to be", async () => {
  const [seven, nine] = [await openedClutchJob(db, "Club bike 7"), await openedClutchJob(db, "Club bike 9")];
  expect(await faultsOf("Club bike 9")).toEqual([]);
  const bad = await found(seven, "grooved");
  const [fault] = await faultsOf("Club bike 9");
  expect(fault).toMatchObject({
    ...{ point: "basket-fingers", name: "Basket fingers" },
    found: [{ mark: "Club bike 7", words: expect.stringMatching(/^grooved: /) }],
  });
  const open = fault?.open.map(({ mark }) => mark) ?? [];
  expect(open).toContain("Club bike 9");
  expect(open).not.toContain("Club bike 7");
  // It stands at the point itself on the other's bench, and not on its own.
  expect((await onSistersAt(db, await jobById(db, nine)))["basket-fingers"]).toMatch(
    /^Club bike 7, \d{4}-.*: grooved: /,
  );
  expect(await onSistersAt(db, await jobById(db, seven))).toEqual({});
  // Looked at since, it is open there no more; a machine of another model was never asked.
  await found(nine, "smooth");
  expect((await faultsOf("Club bike 7"))[0]?.open.map(({ mark }) => mark)).not.toContain("Club bike 9");
  expect(await faultsOf("Flock quad 1")).toEqual([]);

  const asked = { machineId: (await machineCalled("Club bike 7")).id, point: "basket-fingers" };
  const rest = open.length - 1;
  expect(await lookAtSisters(db, asked, mira)).toEqual({ set: rest });
  const eleven = (await machineCalled("Club bike 11")).id;
  const [look, ...more] = await rechecksOpen(db, [eleven]);
  expect([look?.what, look?.when, more]).toEqual([
    expect.stringMatching(/^Basket fingers: found on Club bike 7, grooved: .*is it the same here\? \(Mira Orr\)$/),
    ...["at the next job", []],
  ]);
  await expect(lookAtSisters(db, asked, mira)).rejects.toThrow(/looked at since, or is to be/);
  // Said otherwise at the same place, the first word was a slip.
  const slip = await openedClutchJob(db, "Club bike 34");
  await found(slip, "grooved");
  await found(slip, "marked");
  expect((await faultsOf("Club bike 9"))[0]?.found.map(({ mark }) => mark)).toEqual(["Club bike 7"]);
  // Taken back, it never was.
  await kept(seven, { type: "struck", event: bad });
  expect(await faultsOf("Club bike 9")).toEqual([]);
  await expect(lookAtSisters(db, asked, mira)).rejects.toThrow(/no such fault/);
});

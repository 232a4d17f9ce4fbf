import { randomUUID } from "node:crypto";
import { type Actor, refusalFromIssue } from "@averin/core";
import type { Database } from "../database.ts";
import { intakeSchema } from "../jobs/schema.ts";
import { jobsForOwner, jobsOfMachine } from "../jobs/read.ts";
import { openJob } from "../jobs/store.ts";
import { actorCalled, testDatabase } from "../testing.ts";
import { changeMachine, changeOwner } from "./changes.ts";
import { changesOf, machineById, machinesOf, machinesOwned, ownerById, rechecksDue, rechecksOpen } from "./read.ts";
import { machineChangeSchema } from "./schema.ts";

// The demo's machines and owners; every name typed here is invented.
let db: Database;
let edda: Actor;
beforeAll(async () => {
  db = await testDatabase(["Works sled 8"]);
  edda = await actorCalled(db, "Edda Vane");
});
afterAll(() => db.sequelize.close());

const idOf = async (mark: string): Promise<string> =>
  (await db.machines.findOne({ where: { mark } }))?.get("id") as string;
const says = (change: object) => machineChangeSchema.parse(change);
const told = async (id: string): Promise<string[]> => (await changesOf(db, id)).map(({ words }) => words);
const takeIn = (machine: string, procedure = "clutch-coil-spring") =>
  openJob(
    db,
    intakeSchema.parse({
      ...{ id: randomUUID(), machine: { id: machine }, meter: null, procedure },
      ...{ complaint: "slips", symptom: "known age", symptoms: [], position: null, works: [] },
    }),
    edda,
  );

test("put right: mark, year and frame number, found by it from then on; what it was stays readable", async () => {
  const id = await idOf("Club bike 7");
  const was = await machineById(db, id);
  const right = says({ does: "put right", mark: "Club bike 70", year: "", serial: " TF-0099-A " });
  await changeMachine(db, id, right, edda);
  expect(await machineById(db, id)).toMatchObject({ mark: "Club bike 70", year: null, serial: "TF-0099-A" });
  expect(await told(id)).toEqual([
    `mark Club bike 7, now Club bike 70; year ${was.year}, now not known; frame number not known, now TF-0099-A`,
  ]);
  expect((await changesOf(db, id))[0]?.by).toBe("Edda Vane");
  // Said again it is as it was: nothing is told twice.
  await changeMachine(db, id, right, edda);
  expect(await told(id)).toHaveLength(1);
  expect((await machinesOf(db, "0099")).machines.map(({ mark }) => mark)).toEqual(["Club bike 70"]);
  await changeMachine(db, id, says({ does: "put right", mark: was.mark, year: `${was.year}`, serial: "" }), edda);
});

test("what is no year, or no mark, is refused in words", () => {
  const right = { does: "put right", mark: "X", year: "23", serial: "" };
  expect(machineChangeSchema.safeParse(right).error?.issues[0]?.message).toMatch(/four figures, such as 2023/);
  expect(machineChangeSchema.safeParse({ ...right, year: "2023", mark: " " }).success).toBe(false);
});

test("with another owner its jobs stay with the one they were done for", async () => {
  const id = await idOf("Club bike 3");
  const { ownerId } = await machineById(db, id);
  await takeIn(id);
  const before = (await jobsOfMachine(db, id)).jobs;
  expect(before).toHaveLength(1);
  await changeMachine(db, id, says({ does: "sold", name: "Orla Fenn", contact: "bell 12" }), edda);
  const now = (await machineById(db, id)).ownerId;
  expect(await ownerById(db, now)).toMatchObject({ name: "Orla Fenn", contact: "bell 12" });
  expect((await jobsOfMachine(db, id)).jobs).toEqual(before);
  expect((await jobsForOwner(db, now)).jobs).toEqual([]);
  expect((await machinesOwned(db, now)).machines.map(({ mark }) => mark)).toEqual(["Club bike 3"]);
  expect((await told(id))[0]).toMatch(/^went from .+ to Orla Fenn$/);
  await expect(
    changeMachine(db, id, says({ does: "sold", name: "orla fenn", contact: "bell 99" }), edda),
  ).rejects.toThrow("orla fenn owns it already. If they are reached elsewhere, put that right on their own page");
  // A job from now on is done for the new one.
  await takeIn(id);
  expect((await jobsForOwner(db, now)).jobs.map(({ owner }) => owner)).toEqual(["Orla Fenn"]);
  expect((await jobsForOwner(db, ownerId)).jobs.some(({ mark }) => mark === "Club bike 3")).toBe(true);
  await changeOwner(db, now, { name: "Orla Fenn-Rell", contact: "bell 13" });
  expect((await jobsForOwner(db, now)).jobs[0]?.owner).toBe("Orla Fenn-Rell");
});

test("retired it is offered and taken in no more, and nothing of it falls due, until it is in use again", async () => {
  const id = await idOf("Works sled 8");
  expect((await rechecksDue(db)).due.some(({ machineId }) => machineId === id)).toBe(true);
  await expect(changeMachine(db, id, says({ does: "in use again" }), edda)).rejects.toThrow("is in use");
  await changeMachine(db, id, says({ does: "retired", reason: "broken up for parts" }), edda);
  expect((await machinesOf(db, "", "in use")).machines.some((machine) => machine.id === id)).toBe(false);
  expect((await machinesOf(db, "", { id })).machines).toEqual([]);
  expect((await machinesOf(db, "works sled 8")).machines[0]?.retiredAt).not.toBeNull();
  expect((await rechecksDue(db)).due.some(({ machineId }) => machineId === id)).toBe(false);
  // On its own page it still stands.
  expect((await rechecksOpen(db, [id])).length).toBeGreaterThan(0);
  await expect(takeIn(id, "grease-round")).rejects.toThrow(
    "Works sled 8 is retired: say on its page that it is in use again",
  );
  await changeMachine(db, id, says({ does: "in use again" }), edda);
  expect((await machinesOf(db, "", { id })).machines).toHaveLength(1);
  expect(await told(id)).toEqual(["in use again", "retired: broken up for parts"]);
});

test("a machine with an open job is not retired: which one is said", async () => {
  const id = await idOf("Club bike 21");
  await takeIn(id);
  await expect(changeMachine(db, id, says({ does: "retired", reason: "x" }), edda)).rejects.toThrow(
    /^T-\d{4} is open on it: release it or hand it back first\.$/,
  );
  expect((await machineById(db, id)).retiredAt).toBeNull();
});

test("retired and taken in at the same moment, one of the two is refused", async () => {
  const marks = ["Club bike 31", "Club bike 32", "Club bike 33", "Club bike 34", "Club bike 35"];
  for (const mark of marks) {
    const id = await idOf(mark);
    const both = [changeMachine(db, id, says({ does: "retired", reason: "sold for parts" }), edda), takeIn(id)];
    const how = await Promise.allSettled(both);
    expect([mark, how.filter(({ status }) => status === "fulfilled").length]).toEqual([mark, 1]);
  }
});

test("what was left empty is told by what belongs there", () => {
  const empty = machineChangeSchema.safeParse({ does: "retired", reason: "  " });
  const issue = empty.error?.issues[0];
  if (!issue) throw new Error("an empty reason was taken");
  expect(refusalFromIssue(issue, {}).message).toBe("reason: say why, such as broken up for parts.");
});

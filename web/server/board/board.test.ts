import type { Database } from "../database.ts";
import { changeMachine } from "../machines/changes.ts";
import { machineChangeSchema } from "../machines/schema.ts";
import { actorCalled, testDatabase } from "../testing.ts";
import { sparesOf } from "../machines/spares.ts";
import { boardByWall, boardOf, wallsOf } from "./read.ts";
import { makeWall, takeWallBack } from "./store.ts";

// The demo's sleds: a sweep released with two watched, one that came to "not ready", one in the middle of it.
const MARKS = ["Ridge sled 11", "Ridge sled 12", "Ridge sled 14"];
let db: Database;
beforeAll(async () => {
  db = await testDatabase(MARKS);
});
afterAll(() => db.sequelize.close());

const stands = async (mark: string) => (await boardOf(db)).machines.find((machine) => machine.mark === mark);
const change = async (mark: string, body: object) => {
  const row = await db.machines.findOne({ where: { mark } });
  const by = await actorCalled(db, "Mira Orr");
  return changeMachine(db, row?.get("id") as string, machineChangeSchema.parse(body), by);
};

test("a fleet's machines stand with what the last walk round each came to, by whom; no owner is told", async () => {
  const { machines } = await boardOf(db);
  expect(machines.every(({ fleet }) => fleet === "Ridge patrol")).toBe(true);
  const words = machines.map(({ word }) => word);
  expect(words).toEqual([...words].sort((a, b) => words.indexOf(a) - words.indexOf(b)));
  const watched = machines.find(({ look }) => look?.word === "ready, with these watched");
  expect(watched).toMatchObject({ word: "watched", job: null });
  expect(watched?.look?.watched).toHaveLength(2);
  expect(machines.some(({ word, job }) => word === "in work" && job !== null)).toBe(true);
  // What keeps a machine is told before its job ends.
  expect(machines.find(({ word }) => word === "not ready")).toMatchObject({
    look: { keeps: expect.arrayContaining([expect.any(String)]) as string[] },
  });
  // Of one word they stand by their marks as people count: 9 before 10.
  const alike = machines.filter(({ word }) => word === "not looked at since").map(({ mark }) => mark);
  expect(alike).toEqual([...alike].sort((a, b) => a.localeCompare(b, "en", { numeric: true })));
  expect(alike).not.toEqual([...alike].sort());
  // A machine that nobody has looked at says so.
  expect(await stands("Ridge sled 9")).toMatchObject({ word: "not looked at since", look: null });
  expect(JSON.stringify(machines)).not.toMatch(/owner|Club|contact/i);
});

test("whoever rides it makes the last look an old one; a spare that was used asks to be replaced", async () => {
  const { machines } = await boardOf(db);
  const mark = machines.find(({ word }) => word === "watched")?.mark ?? "";
  await change(mark, { does: "ridden", rider: "Ferry crew" });
  const ridden = await stands(mark);
  expect(ridden).toMatchObject({ word: "not looked at since", rode: { rider: "Ferry crew" } });
  const kept = await db.machineRides.findOne({ where: { machineId: ridden?.id ?? "" } });
  expect(ridden?.rode?.at).toEqual(kept?.get("at"));
  await change(mark, { does: "spare aboard", what: "drive belt" });
  const id = (await stands(mark))?.id ?? "";
  const [spare] = await sparesOf(db, id);
  await expect(change(mark, { does: "spare replaced", spare: spare?.id })).rejects.toThrow(/nobody has used it/);
  await change(mark, { does: "spare used", spare: spare?.id, usedFor: "belt burst on the ridge" });
  expect((await stands(mark))?.used).toEqual(["drive belt"]);
  await expect(change(mark, { does: "spare used", spare: spare?.id, usedFor: "again" })).rejects.toThrow(/used before/);
  await change(mark, { does: "spare replaced", spare: spare?.id });
  expect((await stands(mark))?.used).toEqual([]);
  // Another machine's spare is none of this one.
  await expect(change("Ridge sled 9", { does: "spare gone", spare: spare?.id })).rejects.toThrow();
  await change(mark, { does: "in a fleet", fleet: "" });
  expect(await stands(mark)).toBeUndefined();
});

test("a wall sees the board by its own secret, and sees nothing once that is taken back", async () => {
  const by = await actorCalled(db, "Tobin Hask");
  const { id, secret } = await makeWall(db, "tack room", by);
  expect((await boardByWall(db, secret)).machines.length).toBeGreaterThan(3);
  await expect(boardByWall(db, `${secret}x`)).rejects.toThrow();
  await expect(boardByWall(db, "")).rejects.toThrow();
  // What is kept of it opens nothing.
  const [row] = await db.boardWalls.findAll();
  await expect(boardByWall(db, row?.get("secretHash") as string)).rejects.toThrow();
  expect((await wallsOf(db)).map(({ name }) => name)).toEqual(["tack room"]);
  await takeWallBack(db, id);
  await expect(boardByWall(db, secret)).rejects.toThrow();
  expect(await wallsOf(db)).toEqual([]);
  await expect(takeWallBack(db, "00000000-0000-4000-8000-000000000000")).rejects.toThrow();
});

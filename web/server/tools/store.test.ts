import type { Actor } from "@averin/core";
import { addDays } from "date-fns";
import type { Database } from "../database.ts";
import { actorCalled, testDatabase } from "../testing.ts";
import { gaugesOf, toolsKept, toolsTaken, wrenchesOf } from "./read.ts";
import { toolChangeSchema, toolTakenSchema } from "./schema.ts";
import { addGauge, addWrench, changeTool, takeTool } from "./store.ts";

// Tools typed here are invented.
let db: Database;
let mira: Actor;
beforeAll(async () => {
  db = await testDatabase("demo");
  mira = await actorCalled(db, "Mira Orr");
});
afterAll(() => db.sequelize.close());

const does = (change: object) => toolChangeSchema.parse(change);
const day = (days: number): string => addDays(new Date(), days).toISOString().slice(0, 10);

test("a gauge that was calibrated is overdue no more; its log says by whom and how it was found", async () => {
  const { id } = await addGauge(db, {
    ...{ kind: "caliper", quantity: "length", name: "Caliper 8", step: "0.01 mm", error: "0.02 mm", due: day(-20) },
  });
  const change = does({ does: "calibrated", due: day(300), found: "0.01 mm under at 25" });
  await changeTool(db, "gauges", id, change, mira);
  const gauge = (await gaugesOf(db, null)).find((one) => one.id === id);
  expect(gauge).toMatchObject({ calibrationDue: day(300), name: "Caliper 8", resolution: 0.01 });
  await changeTool(db, "gauges", id, does({ does: "checked", against: "block of 25 mm", showed: "25.00 mm" }), mira);
  const { gauges } = await toolsKept(db);
  const kept = gauges.find(({ tool }) => tool.id === id);
  expect(kept?.log.map(({ words, by }) => `${words}, ${by}`)).toEqual([
    "checked against block of 25 mm: showed 25.00 mm, Mira Orr",
    `calibrated, due again ${day(300)}; found 0.01 mm under at 25, Mira Orr`,
  ]);
  // A check is no calibration.
  expect(kept?.tool.calibrationDue).toBe(day(300));
});

test("a day that is over, or none, is refused and changes nothing", async () => {
  const { id } = await addWrench(db, { name: "Wrench 8", from: "5 N·m", to: "60 N·m", due: day(-3) });
  const over = does({ does: "calibrated", due: day(-1), found: "" });
  await expect(changeTool(db, "wrenches", id, over, mira)).rejects.toThrow(
    /does not lie ahead: say the day on which it is due/,
  );
  const none = toolChangeSchema.safeParse({ does: "calibrated", due: "next spring", found: "" });
  expect(none.error?.issues[0]?.message).toMatch(/a day such as 2027-04-30/);
  expect((await wrenchesOf(db, null)).find((one) => one.id === id)?.calibrationDue).toBe(day(-3));
  expect((await toolsKept(db)).wrenches.find(({ tool }) => tool.id === id)?.log).toEqual([]);
});

test("put away it is chosen for nothing, and still listed, until it is in use again", async () => {
  const { id } = await addWrench(db, { name: "Wrench 9", from: "40 in-lb", to: "200 in-lb" });
  await expect(changeTool(db, "wrenches", id, does({ does: "in use again" }), mira)).rejects.toThrow("It is in use.");
  await changeTool(db, "wrenches", id, does({ does: "put away", reason: "dropped" }), mira);
  expect((await wrenchesOf(db, null)).some((one) => one.id === id)).toBe(false);
  const kept = async () => (await toolsKept(db)).wrenches.find(({ tool }) => tool.id === id);
  expect(await kept()).toMatchObject({ putAway: true, log: [{ words: "put away: dropped" }] });
  const again = does({ does: "put away", reason: "dropped" });
  await expect(changeTool(db, "wrenches", id, again, mira)).rejects.toThrow("It is put away already.");
  await changeTool(db, "wrenches", id, does({ does: "in use again" }), mira);
  expect((await wrenchesOf(db, null)).some((one) => one.id === id)).toBe(true);
  await expect(changeTool(db, "gauges", "none", again, mira)).rejects.toThrow(/tool/);
});

test("which of several gauges lies ready is each person's own, step by step, at whatever screen", async () => {
  const tobin = await actorCalled(db, "Tobin Hask");
  const step = "measure:frictions:found";
  const { id } = await addGauge(db, { kind: "caliper", quantity: "length", name: "Caliper 12", step: "0.01 mm" });
  const { id: other } = await addGauge(db, {
    kind: "caliper",
    quantity: "length",
    name: "Caliper 13",
    step: "0.01 mm",
  });
  await takeTool(db, mira, { step, tool: id });
  await takeTool(db, mira, { step: "measure:steels:found", tool: id });
  await takeTool(db, tobin, { step, tool: id });
  await takeTool(db, mira, { step, tool: other });
  expect(new Map(await toolsTaken(db, mira))).toEqual(
    new Map([
      [step, other],
      ["measure:steels:found", id],
    ]),
  );
  expect(await toolsTaken(db, tobin)).toEqual([[step, id]]);
  await expect(takeTool(db, mira, { step, tool: "none" })).rejects.toThrow(/tool/);
  expect(toolTakenSchema.safeParse({ step: "", tool: id }).success).toBe(false);
});

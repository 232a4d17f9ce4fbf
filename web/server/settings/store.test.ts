import type { Database } from "../database.ts";
import { testDatabase } from "../testing.ts";
import { againKept, againOf, labourOf, reckonedOf, shopOf, taxOf } from "./read.ts";
import { againSaidSchema, minutesSchema, shopSaidSchema } from "./schema.ts";
import { sayAgain, sayMinutes, sayShop } from "./store.ts";

// What the shop says here is invented.
let db: Database;
beforeAll(async () => {
  db = await testDatabase();
});
afterAll(() => db.sequelize.close());

const said = { name: "Tarn Ferry Works", currency: "tfc", zone: "UTC", units: "metric" };
const faults = (more: object): string[] =>
  shopSaidSchema.safeParse({ ...said, ...more }).error?.issues.map(({ message }) => message) ?? [];

test("what an hour costs and what is added to sums is the shop's to say, and to take back", async () => {
  expect(await shopOf(db, null)).toBeNull();
  await sayShop(db, shopSaidSchema.parse({ ...said, perHour: "64,5", taxName: "levy", taxPercent: "7,5" }));
  const shop = await shopOf(db, null);
  expect(await labourOf(db, null)).toEqual({ perHour: "64.50", currency: "TFC" });
  expect(shop && taxOf(shop)).toEqual({ name: "levy", percent: 7.5 });
  await sayShop(db, shopSaidSchema.parse(said));
  const after = await shopOf(db, null);
  expect([await labourOf(db, null), after && taxOf(after)]).toEqual([null, null]);
});

test("half of it, or what is no percentage, is told what would be right", () => {
  expect(faults({ taxName: "levy" })).toEqual(["both its name and how many percent, or neither"]);
  expect(faults({ taxPercent: "5" })).toEqual(["both its name and how many percent, or neither"]);
  expect(faults({ taxName: "levy", taxPercent: "a fifth" })).toEqual(["a percentage such as 19 or 7.5, or nothing"]);
  expect(faults({ perHour: "dear" })).toEqual(["a sum such as 78 or 78.50, or nothing"]);
  expect(faults({ currency: "coins" })).toEqual(["three letters, such as EUR"]);
});

test("what a work is reckoned with is the shop's to say, each by what, and to take back", async () => {
  const say = (procedure: string, minutes: string, words = "our list") =>
    sayMinutes(db, minutesSchema.parse({ procedure, minutes, words }));
  const works = ["axle-rebuild", "chain-only", "clutch-clean", "clutch-coil-spring", "slides-renewal", "spokes-tires"];
  await Promise.all(works.map((work) => say(work, "40")));
  expect(await reckonedOf(db, null)).toEqual(
    Object.fromEntries(works.map((work) => [work, { minutes: 40, words: "our list" }])),
  );
  await say("chain-only", "", "");
  expect(Object.keys(await reckonedOf(db, null))).not.toContain("chain-only");
  await expect(say("knitting", "40")).rejects.toThrow('"knitting" is no work on file.');
  await expect(say("chain-only", "40", "")).rejects.toThrow("Say by what: this shop’s list of 2026");
  expect(minutesSchema.safeParse({ procedure: "chain-only", minutes: "1.5" }).error?.issues[0]?.message).toBe(
    "whole minutes, such as 90, or nothing",
  );
});

test("after how long things are looked at again is the shop's to say, each by what, and to take back", async () => {
  const say = (more: object) => sayAgain(db, againSaidSchema.parse({ recheck: "shaft-bearings-hours-begin", ...more }));
  await say({ hours: "50", days: "400", words: "our bearings" });
  expect(await againOf(db, null)).toEqual({
    "shaft-bearings-hours-begin": { hours: 50, days: 400, words: "our bearings" },
  });
  const line = async () => (await againKept(db)).find(({ id }) => id === "shaft-bearings-hours-begin");
  expect(await line()).toMatchObject({ shipped: { hours: 60 }, own: { hours: 50, days: 400 } });
  await expect(say({ hours: "50" })).rejects.toThrow(/Say by what/);
  await expect(sayAgain(db, againSaidSchema.parse({ recheck: "nothing", hours: "5", words: "x" }))).rejects.toThrow(
    "No work on file leaves that.",
  );
  expect(againSaidSchema.safeParse({ recheck: "x", hours: "soon" }).error?.issues[0]?.message).toBe(
    "a whole number such as 60, or nothing",
  );
  await say({});
  expect(await line()).toMatchObject({ own: null });
});

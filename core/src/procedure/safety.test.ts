import { shippedBody } from "../../testingProcedures.ts";
import { endangers, procedureSchema, readProcedure, setGoingBy, withSafety } from "./index.ts";

const today = procedureSchema.parse(shippedBody("sweep-sled-ride"));
const SAFETY = new Set(["setsGoing", "raised", "system", "requires", "endangers", "core"]);
/** The same as it was kept before a step said what it sets going. */
const before = readProcedure(
  JSON.parse(JSON.stringify(today, (key, value: unknown) => (SAFETY.has(key) ? undefined : value))),
);
const pointIn = (procedure: typeof today, id: string) => procedure.points.find((point) => point.id === id);

test("a job under way is held as today's procedure of the same id says", () => {
  expect(setGoingBy(before, "run")).toBeNull();
  const held = withSafety(before, today);
  expect(setGoingBy(held, "run")).toEqual({ setsGoing: "engine", raised: false });
  expect(pointIn(held, "lever")).toEqual(pointIn(today, "lever"));
  expect(pointIn(held, "lever")?.core).toBe(true);
  expect(pointIn(held, "lights")).toEqual(pointIn(today, "lights"));
  // What it says itself stands.
  expect(held.title).toBe(before.title);
});

test("a stop whose point says nothing endangers all three; a brake holds no engine whose drive is raised and held", () => {
  for (const setsGoing of ["engine", "moves", "ride"] as const) {
    expect(endangers(undefined, "x", { setsGoing, raised: true })).toBe(true);
    expect(endangers(pointIn(before, "lever"), "soft", { setsGoing, raised: true })).toBe(true);
  }
  const lever = pointIn(today, "lever");
  expect(endangers(lever, "soft", { setsGoing: "engine", raised: true })).toBe(false);
  expect(endangers(lever, "soft", { setsGoing: "engine", raised: false })).toBe(true);
  expect(endangers(lever, "soft", { setsGoing: "ride", raised: true })).toBe(true);
});

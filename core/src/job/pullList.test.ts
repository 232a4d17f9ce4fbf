import { part, shop } from "../../testingShop.ts";
import { TestJob } from "../../testing.ts";
import { ANSWERS, jobAt, technician } from "../../testingBench.ts";
import { shippedBody } from "../../testingProcedures.ts";
import { joined, procedureSchema } from "../procedure/index.ts";
import { estimateFor } from "../task/question/estimate.ts";
import type { Bench, StorePart } from "./bench.ts";
import { kitsFor, newWith, partInStores, type PullLine, pullListTotal, storesSay } from "./pullList.ts";

// Every part, price and currency here is invented.
const line = (stored: StorePart | null, quantity = 1): PullLine => ({
  ...{
    role: stored?.role ?? "gasket",
    row: "gasket",
    name: stored?.name ?? "Gasket",
    quantity,
    why: "renewed",
    part: stored,
  },
});
const gasket = part("gasket", "6.20");
const spring = part("spring", "2.60");
const bench = shop("clutch-coil-spring", [], [gasket, spring]);

test("sums of different money stand beside each other and are never added; what has no price is in none", () => {
  const foreign = { ...spring, currency: "XCR" };
  const unpriced = { ...gasket, price: null };
  expect(pullListTotal([line(gasket, 2), line(foreign, 5), line(unpriced), line(null)])).toBe("12.40 TFC + 13.00 XCR");
  expect(pullListTotal([line(unpriced), line(null)])).toBe("");
});

test("an estimate adds the shop's own money only, and tells the other with its price", () => {
  const abroad = { ...part("boot-inboard", "18.40"), currency: "XCR" };
  const own = part("boot-band", "2.10");
  const stocked = shop("axle-boots-inboard", [], [abroad, own]);
  const job = new TestJob(stocked, technician, {});
  const way = {
    ...{ word: "rebuild", proposes: [] },
    cost: { minutes: 60, leaves: "nothing", parts: ["boot-inboard", "boot-band"].map((role) => ({ role, count: 2 })) },
  };
  const estimate = estimateFor(stocked, job.state, way as unknown as Parameters<typeof estimateFor>[2]);
  // An hour at 60.00 and two bands at 2.10.
  expect(estimate).toMatchObject({ total: "64.20", currency: "TFC" });
  expect(estimate?.parts).toMatchObject([
    { name: "boot-inboard at 18.40 XCR", price: null },
    { name: "boot-band", price: "2.10" },
  ]);
});

test("stores say what is short, what may go in instead, and how long it takes to come", () => {
  const few = { ...gasket, stock: 1, leadDays: 1 };
  expect(storesSay(bench, line(gasket, 2))).toBe("9 in stores");
  expect(storesSay(bench, line(few, 3))).toBe("1 in stores: 2 short, 1 day to come");
  expect(storesSay(bench, line({ ...few, leadDays: null }, 3))).toBe("1 in stores: 2 short");
  const other: StorePart = { ...gasket, id: "other", number: "G-9", stock: 4 };
  const both: Bench = { ...bench, parts: [few, other] };
  expect(storesSay(both, line({ ...few, instead: ["G-9"] }, 3))).toBe(
    "1 in stores: 2 short; G-9 may go in, 4 in stores",
  );
  // One that is short itself helps nobody.
  expect(storesSay(both, line({ ...few, instead: ["G-9"] }, 5))).toBe("1 in stores: 4 short, 1 day to come");
  expect(storesSay(bench, line(null))).toBe("no part on file");
});

test("a kit is told where it holds two or more of what is pulled, and enough of each", () => {
  const kit: StorePart = {
    ...part("kit", "20.00"),
    holds: [
      { role: "gasket", name: "Gasket", count: 1 },
      { role: "spring", name: "Spring", count: 5 },
    ],
  };
  const stocked: Bench = { ...bench, parts: [gasket, spring, kit] };
  expect(kitsFor(stocked, [line(gasket), line(spring, 5)]).map(({ covers }) => covers.length)).toEqual([2]);
  expect(kitsFor(stocked, [line(gasket), line(spring, 6)])).toEqual([]);
  expect(kitsFor(stocked, [line(gasket)])).toEqual([]);
});

test("a part of one place is pulled at that place only; where nobody said which, all are shown", () => {
  const left: StorePart = { ...part("boot-inboard", "18.40"), id: "l", positions: ["front left"] };
  const right: StorePart = { ...left, id: "r", number: "R", positions: ["front right"] };
  const procedure = procedureSchema.parse(shippedBody("axle-boots-inboard"));
  const at = (position: string | null) => {
    const stocked = {
      ...shop("axle-boots-inboard", [], [left, right]),
      ...joined([{ id: "w1", procedure, position }]),
    };
    return partInStores(stocked, new TestJob(stocked, technician, {}).state, "boot-inboard")?.id;
  };
  expect(procedure.positions?.map(({ word }) => word)).toContain("front right");
  expect([at("front left"), at("front right"), at(null)]).toEqual(["l", "r", "l"]);
});

test("what went in new with a work is known by its role; what is used once says nothing of how long it lasts", () => {
  const springs = { found: ["42.1 42.0"], left: ["44.2 44.1"] };
  const worn = Object.fromEntries(
    Object.entries(springs).map(([phase, lines]) => [`measure:spring-length:${phase}`, lines]),
  );
  const job = jobAt("fit:judder", { ...ANSWERS, ...worn });
  expect(newWith(job.shop, job.state, "w1")).toEqual(["spring"]);
  expect(newWith(job.shop, job.state, "w2")).toEqual([]);
});

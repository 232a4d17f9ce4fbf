import { type Actor, onlyWords } from "@averin/core";
import { randomUUID } from "node:crypto";
import type { Database } from "../database.ts";
import { eventsAfter, jobById } from "../jobs/read.ts";
import { intakeSchema } from "../jobs/schema.ts";
import { appendEvents, openJob } from "../jobs/store.ts";
import { addPartOf } from "../parts/store.ts";
import { addGauge, addWrench } from "../tools/store.ts";
import { testDatabase } from "../testing.ts";
import { bookById, bookLines } from "./read.ts";
import { checkInBook, copyBook, enterFigure, enterInBook } from "./store.ts";

// A shop that nobody filled: every machine, figure, tool and price here is invented.
let db: Database;
const liv: Actor = { id: randomUUID(), name: "Liv Sande", roles: ["technician", "lead", "counter", "administrator"] };
beforeAll(async () => {
  db = await testDatabase();
});
afterAll(() => db.sequelize.close());

const opened = (mark: string, more: object = {}) =>
  openJob(
    db,
    intakeSchema.parse({
      machine: {
        ...{ maker: "Brakka", model: "Rull 300", kind: "motorcycle", mark, year: null, meterUnit: "h" },
        owner: { name: "", contact: "" },
        ...more,
      },
      ...{ meter: null, complaint: "slips", procedure: "clutch-coil-spring", symptom: "drags" },
    }),
    liv,
  );
const append = (job: string, ...drafts: object[]) =>
  appendEvents(
    db,
    job,
    { after: 0, events: drafts.map((draft) => ({ id: randomUUID(), draft: draft as never })) },
    liv,
  );
const countsOf = async (job: string) => {
  const [first] = await eventsAfter(db, job, 0);
  return first?.body.type === "job_opened" ? first.body.counts : {};
};

test("a model that nobody knows opens at once; its book fills while the work is done, and the next of it asks nothing twice", async () => {
  const { id } = await opened("Blue one");
  expect(await countsOf(id)).not.toHaveProperty("cover-bolts");
  const counted = { type: "number_counted", figure: "cover-bolt-count", count: 5, whose: "model" };
  await append(id, counted, { type: "number_counted", figure: "spring-count", count: 4, whose: "machine" });
  // Not before the job has ended: until then a line may be struck.
  expect(await db.specs.count()).toBe(0);
  await append(id, { type: "job_handed_back", said: "hand back", words: "nothing is together" });

  const machine = (await db.machines.findOne({ where: { mark: "Blue one" } }))?.get({ plain: true });
  const specs = await db.specs.findAll({ where: { bookId: machine?.bookId ?? "" } });
  expect(specs.map((row) => row.get("body"))).toEqual([
    expect.objectContaining({
      ...{ key: "cover-bolt-count", kind: "count", count: 5 },
      source: { grade: "measured", book: "seen on Blue one in T-0401", edition: "", page: "", checkedBy: null },
    }),
  ]);
  const own = await db.machineFigures.findAll();
  expect(own.map((row) => [row.get("machineId"), row.get("specKey")])).toEqual([[machine?.id, "spring-count"]]);

  // Reopened and ended once more, it leaves nothing twice.
  await append(id, { type: "job_reopened", reason: "goes on" });
  await append(id, { type: "job_handed_back", said: "hand back", words: "still apart" });
  expect([await db.specs.count(), await db.machineFigures.count()]).toEqual([1, 1]);

  // Written otherwise, it is the same model; what held for one machine alone is asked of the other.
  const { id: next } = await opened("Red one", { maker: "BRAKKA", model: "rull 300" });
  expect(await db.books.count()).toBe(1);
  expect(await countsOf(next)).toMatchObject({ "cover-bolts": 5 });
  expect(await countsOf(next)).not.toHaveProperty("spring");
  // Nobody is not one owner: two machines of unknown owners have two.
  expect(await db.owners.count()).toBe(2);
});

test("what a machine is must be one of the kinds; a model with a book needs none", async () => {
  await expect(opened("Odd one", { model: "Rull 400", kind: "boat" })).rejects.toThrow(
    "Say what it is: Motorcycle, Quad or side-by-side, Snow machine, Snow kit on a motorcycle.",
  );
  expect(await db.machines.count()).toBe(2);
  await opened("Grey one", { kind: "whatever" });
  expect(await db.machines.count()).toBe(3);
});

test("a figure is kept for the whole model, once; another for the same key is this machine's own", async () => {
  const { id: job } = await opened("Green one");
  const machine = (await db.jobs.findByPk(job))?.get("machineId") as string;
  const typed = { key: "friction-thickness", least: "2.7", grade: "maker's manual", where: "book" } as const;
  await enterFigure(db, machine, typed, liv, "model");
  const again = enterFigure(db, machine, { ...typed, least: "2.6" }, liv, "model");
  await expect(again).rejects.toThrow(
    /^This model has it on file: 2\.7 mm at least, book \(maker's manual\)\. Keep yours for this machine alone/,
  );
  await enterFigure(db, machine, { ...typed, least: "2.6 mm" }, liv, "machine");
  const { bench } = await jobById(db, job);
  expect(bench.specs.find(({ key }) => key === typed.key)).toMatchObject({ limit: { serviceMin: 2.6 } });
  expect(bench.overruled).toMatchObject([{ limit: { serviceMin: 2.7 } }]);
});

test("gauges, wrenches and parts are made where they are missed, each under a name of its own", async () => {
  const { id: job } = await opened("Black one");
  const machine = (await db.jobs.findByPk(job))?.get("machineId") as string;
  const caliper = { kind: "caliper", quantity: "length", name: "Caliper 1", step: "0.02 mm" } as const;
  await addGauge(db, caliper);
  await expect(addGauge(db, { ...caliper, name: "caliper 1" })).rejects.toThrow(
    /on file already: give this one a name/,
  );
  await expect(addGauge(db, { ...caliper, name: "C", step: "0.02" })).rejects.toThrow(/with its unit/);
  await addWrench(db, { name: "Wrench A", from: "5 N·m", to: "110 N·m" });
  await expect(addWrench(db, { name: "WRENCH A", from: "5 N·m", to: "110 N·m" })).rejects.toThrow(/on file already/);
  const plate = { role: "friction", name: "Friction plate", number: "F-1", price: "8,40", currency: "TFC" };
  await addPartOf(db, machine, plate, liv);
  await expect(addPartOf(db, machine, plate, liv)).rejects.toThrow("Friction plate, number F-1, is on file already.");
  const { bench } = await jobById(db, job);
  expect(bench.gauges.map(({ name, resolution }) => [name, resolution])).toEqual([["Caliper 1", 0.02]]);
  expect(bench.wrenches.map(({ name }) => name)).toEqual(["Wrench A"]);
  expect(bench.parts.map(({ number, price }) => [number, price])).toEqual([["F-1", "8.40"]]);
});

describe("a model's book", () => {
  const typed = { key: "steel-warp", most: "0.15", grade: "maker's manual", where: "workshop book" } as const;
  const book = async (): Promise<string> =>
    (await db.books.findOne({ where: { model: "Rull 300" } }))?.get("id") as string;

  test("a figure takes another's place for a reason only: both are told, with how far they are apart and whose is poorer", async () => {
    const id = await book();
    await enterInBook(db, id, typed, "", liv);
    const poorer = { ...typed, most: "0.2", grade: "guess", where: "a friend" } as const;
    await expect(enterInBook(db, id, poorer, "", liv)).rejects.toThrow(
      "On file: 0.15 mm at most, workshop book (maker's manual). Yours: 0.2 mm at most, +33.3 %. Yours is of a poorer source. Say why yours takes its place, or which machines it is for.",
    );
    await enterInBook(db, id, { ...typed, most: "0.12" }, "second edition", liv);
    const { figures, superseded } = await bookById(db, id);
    expect(figures.find(({ spec }) => spec.key === typed.key)?.spec).toMatchObject({ limit: { serviceMax: 0.12 } });
    expect(superseded).toMatchObject([
      { spec: { limit: { serviceMax: 0.15 } }, by: "Liv Sande", reason: "second edition" },
    ]);
    // The wrong way round nothing is kept.
    const backwards = { key: "chain-slack-stand", least: "50", most: "36", grade: "guess", where: "x" } as const;
    await expect(enterInBook(db, id, backwards, "", liv)).rejects.toThrow(
      /The most that is allowed must be above the least/,
    );
  });

  test("figures for other years stand beside each other: a machine is judged by its own, the narrower before the wider", async () => {
    const id = await book();
    const slack = { key: "steel-thickness", grade: "maker's manual", where: "workshop book" } as const;
    await enterInBook(db, id, { ...slack, least: "1.4", years: "2020 to 2023" }, "", liv);
    await enterInBook(db, id, { ...slack, least: "1.5", years: "from 2024" }, "", liv);
    await enterInBook(db, id, { ...slack, least: "1.3" }, "", liv);
    const judgedBy = async (mark: string, year: number | null) => {
      const { id: job } = await opened(mark, { year });
      const { bench } = await jobById(db, job);
      const its = bench.specs.filter(({ key }) => key === slack.key);
      return its.map((spec) => (spec.kind === "limit" ? spec.limit.serviceMin : null));
    };
    expect([await judgedBy("Old", 2021), await judgedBy("New", 2026), await judgedBy("Any", null)]).toEqual([
      [1.4],
      [1.5],
      [1.3],
    ]);
    // Nobody could say which of two holds in 2024: refused, and nothing changed.
    const both = { ...slack, least: "1.6", years: "2023 to 2024" };
    await expect(enterInBook(db, id, both, "", liv)).rejects.toThrow(
      "On file: 1.4 mm at least, model years 2020 to 2023, workshop book (maker's manual). Some machines would have both: say the model years, frame numbers or the build that tell them apart, or put yours in its place.",
    );
    // What was said of every one holds for some only: it takes the other's place, with a reason.
    await expect(enterInBook(db, id, { ...slack, least: "1.3", years: "to 2019" }, "", liv, "")).rejects.toThrow(
      /Say why yours takes its place\.$/,
    );
    await enterInBook(db, id, { ...slack, least: "1.3", years: "to 2019" }, "read again", liv, "");
    const { figures } = await bookById(db, id);
    const scopes = figures.filter(({ spec }) => spec.key === slack.key).map(({ spec }) => onlyWords(spec));
    expect(scopes.sort()).toEqual(["model years 2020 to 2023", "model years from 2024", "model years to 2019"]);
    await expect(enterInBook(db, id, { ...slack, least: "1.3" }, "x", liv, "years=2001..2002")).rejects.toThrow(
      /is not on file any more/,
    );
    const { key } = slack;
    await expect(checkInBook(db, id, { key }, { ...liv, name: "Arne Vold" }, false)).rejects.toThrow(/figure/);
    await checkInBook(db, id, { key, scope: "years=2024.." }, { ...liv, name: "Arne Vold" }, false);
    const { figures: after } = await bookById(db, id);
    const unchecked = after.filter(({ spec }) => spec.key === key && spec.source.checkedBy === null);
    expect(unchecked.map(({ spec }) => onlyWords(spec)).sort()).toEqual([
      "model years 2020 to 2023",
      "model years to 2019",
    ]);
    await db.specs.destroy({ where: { bookId: id, specKey: key } });
    await db.superseded.destroy({ where: { bookId: id, specKey: key } });
  });

  test("another person checks a figure; whoever entered it does not, unless they work alone", async () => {
    const id = await book();
    await expect(checkInBook(db, id, { key: typed.key }, liv, false)).rejects.toThrow(
      "Liv Sande entered it: another person",
    );
    await checkInBook(db, id, { key: typed.key }, { ...liv, name: "Arne Vold" }, false);
    const unchecked = async () => (await bookLines(db, "rull 300")).books[0]?.unchecked;
    const before = await unchecked();
    await checkInBook(db, id, { key: "friction-thickness" }, liv, true);
    expect(await unchecked()).toBe((before ?? 0) - 1);
    await expect(checkInBook(db, id, { key: "moons" }, liv, true)).rejects.toThrow(/figure/);
  });

  test("what a sister model has is carried over once, each marked so and unchecked", async () => {
    const { id: job } = await opened("Sister", { model: "Rull 310" });
    const sister = (await db.books.findOne({ where: { model: "Rull 310" } }))?.get("id") as string;
    const other = { ...typed, key: "steel-thickness", least: "1.4", most: "" };
    await enterInBook(db, await book(), { ...other, serials: "TF1200 to TF1899" }, "", liv);
    expect(await copyBook(db, sister, await book(), liv)).toBe(3);
    expect(await copyBook(db, sister, await book(), liv)).toBe(0);
    const { bench } = await jobById(db, job);
    expect(bench.specs.find(({ key }) => key === typed.key)?.source).toMatchObject({
      book: "carried over from Brakka Rull 300: workshop book",
      checkedBy: null,
    });
  });
});

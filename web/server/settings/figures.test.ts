import type { Database } from "../database.ts";
import { actorCalled, openedClutchJob, testDatabase } from "../testing.ts";
import { complete, fold, limitOf, openPoints } from "@averin/core";
import { eventsAfter, jobById } from "../jobs/read.ts";
import { createHash, randomUUID } from "node:crypto";
import { enterFigure } from "../books/store.ts";
import { procedureByHash, proceduresFor } from "../procedures/read.ts";
import { keepProcedures, offerNewest, procedureHash } from "../procedures/store.ts";
import { makersWays } from "./read.ts";
import { presetSchema, shopSaidSchema } from "./schema.ts";
import { sayShop, setPreset } from "./store.ts";

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
  const tobin = await actorCalled(db, "Tobin Hask");
  const set = (more: object) => setPreset(db, presetSchema.parse({ question: "soak-time", ...more }), tobin);
  await set({ word: "one hour" });
  expect((await jobById(db, jobId)).bench.presets).toEqual({ "soak-time": "one hour" });
  await expect(set({ word: "a week" })).rejects.toThrow(/no way of that school/);
  await expect(set({ question: "deeper", word: "go deeper" })).rejects.toThrow(/no way of that school/);
});

test("a maker's way goes before the shop's: of the model on each of its machines, of one machine on that alone", async () => {
  const tobin = await actorCalled(db, "Tobin Hask");
  const mira = await actorCalled(db, "Mira Orr");
  const other = await openedClutchJob(db, "Club bike 3");
  const [machine, sister] = await Promise.all(
    ["Club bike 7", "Club bike 3"].map(async (mark) => (await db.machines.findOne({ where: { mark } }))?.get("id")),
  );
  const set = (more: object) =>
    setPreset(db, presetSchema.parse({ question: "soak-time", source: "book, p. 4", machine, ...more }), tobin);
  const wayAt = async (job: string) => {
    const { presets, decidedBy } = (await jobById(db, job)).bench;
    return [presets["soak-time"], decidedBy?.["soak-time"]];
  };
  await set({ word: "overnight", whose: "model" });
  expect(await wayAt(other)).toEqual(["overnight", { whose: "model", source: "book, p. 4" }]);
  await set({ word: "half hour", whose: "machine", source: "label under the seat" });
  expect(await wayAt(jobId)).toEqual(["half hour", { whose: "machine", source: "label under the seat" }]);
  expect(await wayAt(other)).toEqual(["overnight", { whose: "model", source: "book, p. 4" }]);
  expect(await makersWays(db, String(machine))).toMatchObject([
    { ask: "Soak how long?", word: "half hour", source: "label under the seat", saidBy: "Tobin Hask" },
  ]);
  // The line that was answered says whose way it was.
  const { bench, events } = await jobById(db, other);
  const draft = { type: "question_answered", question: "soak-time", word: "overnight", reason: null } as const;
  expect(complete(bench, fold(events), draft, mira)).toMatchObject({
    value: { preset: "overnight", presetBy: "book, p. 4" },
  });
  await set({ word: "", whose: "model", machine: sister });
  await set({ word: "", whose: "machine" });
  expect([await wayAt(jobId), await wayAt(other)]).toEqual([
    ["one hour", undefined],
    ["one hour", undefined],
  ]);
  const faults = (more: object) =>
    presetSchema
      .safeParse({ question: "soak-time", word: "overnight", whose: "model", machine, source: "book", ...more })
      .error?.issues.map(({ message }) => message);
  expect([faults({ source: " " }), faults({ machine: undefined }), faults({ whose: "shop", word: "" })]).toEqual([
    ["say where that stands: the manual and its page, the bulletin, the label"],
    ["say which machine"],
    ["say which way"],
  ]);
});

test("the shop's rule at a limit reaches its benches; a limit that says it itself, and what was read before, go by their own", async () => {
  const limitAtBench = async () =>
    (await jobById(db, jobId)).bench.specs.flatMap((s) => (s.key === "friction-thickness" ? [limitOf(s)] : []))[0];
  const before = await limitAtBench();
  const shop = { name: "Tarn Ferry Works", currency: "tfc", zone: "UTC", units: "metric" };
  await sayShop(db, shopSaidSchema.parse({ ...shop, atLimit: "passes", nearPercent: "70" }));
  expect(await limitAtBench()).toEqual({ ...before, atLimit: "passes", nearFraction: 0.7 });
  const mira = await actorCalled(db, "Mira Orr");
  const machine = (await db.machines.findOne({ where: { mark: "Club bike 7" } }))?.get("id") as string;
  const own = { key: "friction-thickness", grade: "label on the machine" as const, where: "cover", least: "2.6" };
  await enterFigure(db, machine, { ...own, atLimit: "can't call" }, mira);
  expect(await limitAtBench()).toMatchObject({ serviceMin: 2.6, atLimit: "can't call", nearFraction: 0.7 });
  await db.machineFigures.destroy({ where: { machineId: machine } });
  await sayShop(db, shopSaidSchema.parse(shop));
  expect(await limitAtBench()).toEqual(before);
  expect(shopSaidSchema.safeParse({ ...shop, nearPercent: "0" }).error?.issues[0]?.message).toMatch(/1 to 100/);
});

test("figures are read anew once they changed, by whatever store, and are the same object until then", async () => {
  const { bench } = await jobById(db, jobId);
  expect((await jobById(db, jobId)).bench).toBe(bench);
  await db.gauges.update(
    { body: { ...bench.gauges[0], permissibleError: 0.05 } },
    { where: { id: bench.gauges[0]?.id ?? "" } },
  );
  const changed = (await jobById(db, jobId)).bench;
  expect(changed.gauges[0]?.permissibleError).toBe(0.05);
  expect(changed.procedure).toBe(bench.procedure);
});

test("every change of what jobs are judged by raises the version, in its own transaction", async () => {
  const version = async (): Promise<number> =>
    ((await db.counters.findByPk("shop-figures"))?.get("value") as number | undefined) ?? 0;
  const raises = async (change: () => Promise<unknown>): Promise<boolean> => {
    const before = await version();
    await change();
    return (await version()) > before;
  };
  const gauge = { id: "spare", body: {} };
  expect(await raises(() => db.gauges.create(gauge))).toBe(true);
  expect(await raises(() => db.gauges.update({ body: { a: 1 } }, { where: { id: "spare" } }))).toBe(true);
  expect(await raises(() => db.gauges.destroy({ where: { id: "spare" } }))).toBe(true);
  expect(await raises(() => db.presets.upsert({ question: "q", word: "w" }))).toBe(true);
  expect(await raises(() => db.wrenches.bulkCreate([{ id: "spare", body: {} }]))).toBe(true);
  // What is undone raises nothing; what no job is judged by neither.
  const undone = () =>
    db.write(async (transaction) => {
      await db.gauges.create(gauge, { transaction });
      throw new Error("changed my mind");
    });
  expect(await raises(() => undone().catch(() => undefined))).toBe(false);
  expect(await raises(() => db.owners.update({ contact: "x" }, { where: {} }))).toBe(false);
  await db.wrenches.destroy({ where: { id: "spare" } });
  await db.presets.destroy({ where: { question: "q" } });
});

test("a job keeps the version it began with; new jobs take the newest", async () => {
  const { bench } = await jobById(db, jobId);
  const next = { ...bench.procedure, version: bench.procedure.version + 1, title: "Clutch pack, newer" };
  const hash = procedureHash(next);
  await keepProcedures(db, [next]);
  await keepProcedures(db, [next]);
  expect(await offerNewest(db)).toEqual([]);
  expect((await proceduresFor(db, ["coil-spring"], null))[0]?.hash).toBe(hash);
  expect((await jobById(db, jobId)).bench.procedure.title).toBe(bench.procedure.title);
  expect((await procedureByHash(db, hash, null)).title).toBe("Clutch pack, newer");
});

test("a figure of some years judges machines of those alone, also once their year is put right", async () => {
  const mira = await actorCalled(db, "Mira Orr");
  const where = { mark: "Club bike 3" };
  const machine = (await db.machines.findOne({ where }))?.get({ plain: true });
  const job = await openedClutchJob(db, "Club bike 3");
  const own = { key: "spring-rate", grade: "kit sheet" as const, where: "kit", value: "19", years: "2024 to 2026" };
  await db.specs.destroy({ where: { bookId: machine?.bookId ?? "", specKey: "spring-rate" } });
  await enterFigure(db, machine?.id ?? "", own, mira, "model");
  const atBench = async () => {
    const { specs, otherBuilds } = (await jobById(db, job)).bench;
    return [specs, otherBuilds].map((all) => all.some(({ key }) => key === "spring-rate"));
  };
  await db.machines.update({ year: 2025 }, { where });
  expect(await atBench()).toEqual([true, false]);
  await db.machines.update({ year: 2027 }, { where });
  expect(await atBench()).toEqual([false, true]);
  await db.machines.update({ year: null }, { where });
  expect(await atBench()).toEqual([false, true]);
  // Said of this machine alone, it holds for it.
  await enterFigure(db, machine?.id ?? "", own, mira);
  expect(await atBench()).toEqual([true, false]);
  await db.machineFigures.destroy({ where: { machineId: machine?.id ?? "", specKey: "spring-rate" } });
  await db.machines.update({ year: machine?.year ?? null }, { where });
});

const readEventsAnew = (id: string) => eventsAfter(db, id, 0);

describe("a figure of one machine", () => {
  const typed = { key: "steel-warp", grade: "measured" as const, where: "plate on the table", most: "0.2", page: "" };
  const machineOf = async (mark: string): Promise<string> =>
    (await db.machines.findOne({ where: { mark } }))?.get("id") as string;

  test("governs over its model's book from now on, on that machine only; what it overrules stays in sight", async () => {
    const other = await openedClutchJob(db, "Club bike 3");
    const [mira, tobin] = [await actorCalled(db, "Mira Orr"), await actorCalled(db, "Tobin Hask")];
    const book = (await jobById(db, jobId)).bench.specs.find((s) => s.key === "steel-warp");
    await enterFigure(db, await machineOf("Club bike 7"), typed, mira);
    const { bench } = await jobById(db, jobId);
    const own = bench.specs.filter((s) => s.key === "steel-warp");
    expect(own).toMatchObject([{ limit: { serviceMax: 0.2 }, source: { grade: "measured", checkedBy: null } }]);
    expect(bench.overruled).toEqual([book]);
    expect((await jobById(db, other)).bench.specs).toContainEqual(book);
    await enterFigure(db, await machineOf("Club bike 7"), { ...typed, most: "0.18" }, tobin);
    const later = (await jobById(db, jobId)).bench;
    expect(later.specs.find((s) => s.key === "steel-warp")).toMatchObject({
      limit: { serviceMax: 0.18 },
      // Whoever enters it has not checked it: a second person does.
      source: { checkedBy: null },
    });
    expect(later.overruled).toHaveLength(2);
  });

  test("what is wrong is told and changes nothing", async () => {
    const mira = await actorCalled(db, "Mira Orr");
    const before = await db.machineFigures.count();
    const machine = await machineOf("Club bike 7");
    await expect(enterFigure(db, machine, { ...typed, most: "" }, mira)).rejects.toThrow(
      /give the least that is allowed/,
    );
    await expect(enterFigure(db, machine, { ...typed, key: "flux" }, mira)).rejects.toThrow(
      /no figure that can be entered/,
    );
    await expect(enterFigure(db, randomUUID(), typed, mira)).rejects.toThrow(/machine/);
    expect(await db.machineFigures.count()).toBe(before);
  });
});

test("a procedure kept in an earlier shape is read in today's: jobs go on with what they began with", async () => {
  const { bench } = await jobById(db, jobId);
  const questions = bench.procedure.questions.map((q) => ({
    ...q,
    ways: q.ways.map(({ proposes, against: _, ...way }) => ({
      ...way,
      ...(proposes[0] ? { proposes: proposes[0] } : {}),
    })),
  }));
  const body = { ...bench.procedure, questions };
  const hash = createHash("sha256").update(JSON.stringify(body)).digest("hex");
  const { format: _, ...unnumbered } = body;
  const row = { hash, procedureId: "older", version: 1, build: body.build, keptAt: new Date(), offered: false };
  await db.procedures.create({ ...row, body: unnumbered });
  expect((await procedureByHash(db, hash, null)).questions).toEqual(bench.procedure.questions);
});

test("a kept procedure that today's checks refuse opens its jobs and their sheets, and is only not offered for new ones", async () => {
  const { bench, events } = await jobById(db, jobId);
  // A rule that came later: nothing is tightened after an entry that the spine does not have.
  const spine = bench.procedure.spine.map((entry) =>
    entry.kind === "fasteners" ? { ...entry, torque: { ...entry.torque, after: "no-such-entry" } } : entry,
  );
  const refused = { ...bench.procedure, id: "clutch-refused", title: "Clutch, refused", spine };
  await keepProcedures(db, [refused]);
  const [told] = await offerNewest(db);
  expect(told).toMatchObject({ procedure: `clutch-refused ${bench.procedure.version}` });
  expect(told?.faults[0]).toMatch(/"no-such-entry" is no part of the spine/);
  expect((await proceduresFor(db, ["coil-spring"], null)).map(({ procedure }) => procedure.id)).not.toContain(
    refused.id,
  );
  await db.jobs.update({ procedureHash: procedureHash(refused) }, { where: { id: jobId } });
  const opened = await jobById(db, jobId);
  expect(opened.bench.procedure.title).toBe("Clutch, refused");
  expect(openPoints(opened.bench, fold(events)).length).toBeGreaterThan(0);
});

test("what a later version of Averin kept is told as such, by its format", async () => {
  await db.events.update({ format: 99 }, { where: { jobId } });
  await expect(readEventsAnew(jobId)).rejects.toThrow(/kept by a later version of Averin \(format 99/);
  await db.events.update({ format: 1 }, { where: { jobId } });
  expect(await readEventsAnew(jobId)).not.toEqual([]);
});

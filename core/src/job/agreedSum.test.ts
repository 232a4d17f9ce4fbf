import { ANSWERS, bench, type Job, jobAt, lead, technician } from "../../testingBench.ts";
import type { Question } from "../procedure/index.ts";
import { worksOf } from "./worksOf.ts";
import { type Actor, type Bench, costNow, type Draft, draftSchema, overAgreed, summarise } from "./index.ts";

// Parts, prices and sums here are invented: a gasket at 6.20 that is used once, two springs at 2.60 that are renewed.
const RENEWED = {
  ...ANSWERS,
  "measure:spring-length:found": ["42.1 42.0"],
  "measure:spring-length:left": ["44.2 44.1"],
};
const agreed = (sum: string): Draft => ({
  ...{ type: "sum_agreed", name: "A. Brand", by: "phone", words: "go ahead", sum },
});
const at = (task: string, shop: Bench = bench): Job => jobAt(task, RENEWED, shop, technician);

test("a job comes to its parts and the work so far, or what the way that was chosen reckons with", () => {
  const job = at("fit:judder");
  expect(costNow(bench, job.state)).toMatchObject({ total: "11.40", labour: null, minutes: 0, unpriced: 0 });
  const paid = { ...bench, labour: { perHour: "60.00", currency: "TFC" } };
  job.clock = "2026-11-23T10:15:00.000Z";
  job.keep({ type: "noted", text: "a quarter of an hour on" });
  expect(costNow(paid, job.state)).toMatchObject({ total: "26.40", labour: "15.00", minutes: 15 });
  const taxed = { ...paid, tax: { name: "levy", percent: 7.5 } };
  // 7.5 % of 26.40 is 1.98.
  expect(costNow(taxed, job.state)).toMatchObject({ total: "28.38", tax: { name: "levy", percent: 7.5, sum: "1.98" } });
  const abroad = { ...bench, parts: bench.parts.map((part) => ({ ...part, currency: "XCR" })), currency: "TFC" };
  expect(costNow(abroad, job.state)).toMatchObject({ total: "0.00", unpriced: 2 });
});

test("before its work is done a job comes to what the shop reckons with; a way chosen, and the log where it took longer, go before", () => {
  const job = at("off:cover");
  const paid = { ...bench, labour: { perHour: "60.00", currency: "TFC" } };
  const shop = { ...paid, reckoned: { [bench.procedure.id]: { minutes: 90, words: "our list" } } };
  expect(costNow(shop, job.state)).toMatchObject({ minutes: 90, reckoned: true, labour: "90.00" });
  expect(costNow(paid, job.state)).toMatchObject({ minutes: 0, reckoned: false, labour: "0.00" });
  job.keep({ type: "time_corrected", work: "w1", minutes: 120, reason: "seized bolts" });
  expect(costNow(shop, job.state)).toMatchObject({ minutes: 120, reckoned: false, labour: "120.00" });
});

test("past the sum the owner is called, nothing new goes in, and the new sum lets it go on", () => {
  const job = at("fit:judder");
  job.keep(agreed("11.40"));
  expect(overAgreed(bench, job.state)).toBeNull();
  job.keep(agreed("9"));
  expect(job.state.agreed?.body).toMatchObject({ sum: "9.00", currency: "TFC" });
  const said = "comes to 11.40 TFC by now, 2.40 more than A. Brand agreed to (9.00)";
  expect(job.open.map(({ text }) => text)).toContain(`this job ${said}: ask the owner`);
  expect(summarise(bench, job.state)).toMatchObject({ needs: "owner", next: `it ${said}`, stage: "together" });
  // What is old goes back in; what is new waits.
  job.until("fit:spring");
  expect(job.offer({ type: "part_fitted", entry: "spring", item: 1 })).toMatchObject({
    error: {
      message: `This job ${said}: take the owner's word first (Parts, The owner agrees), or a lead signs for it.`,
    },
  });
  job.keep(agreed("12"));
  expect(overAgreed(bench, job.state)).toBeNull();
  job.until(null, RENEWED);
  expect(job.open.filter(({ key }) => key.startsWith("agreed:"))).toEqual([]);
  expect(summarise(bench, job.state).needs).not.toBe("owner");
});

test("plates of an accepted stack come from stores, and wait for the owner's word as well", () => {
  const job = jobAt("build:stack", { "measure:steel-warp:found": ["0.3 0.3"] });
  job.type("");
  job.until("fit:pack", ANSWERS);
  job.keep(agreed("1"));
  expect(job.offer({ type: "part_fitted", entry: "pack", item: 1 })).toMatchObject({
    error: { message: expect.stringContaining("take the owner's word first") as string },
  });
  job.keep(agreed("500"));
  expect(job.offer({ type: "part_fitted", entry: "pack", item: 1 })).toMatchObject({ ok: true });
});

test("a lead may sign for it, until more is renewed; struck, the sum before it holds again", () => {
  const job = at("fit:spring");
  job.keep(agreed("20"));
  const low = job.keep(agreed("9.00"));
  const point = job.open.find(({ key }) => key.startsWith("agreed:"));
  job.by = lead;
  job.keep({ type: "open_point_signed", key: point?.key ?? "", reason: "owner cannot be reached, brother pays" });
  expect(job.offer({ type: "part_fitted", entry: "spring", item: 1 })).toMatchObject({ ok: true });
  job.append({
    ...{ type: "followed_up", event: low.id, way: "renew", words: "1 gasket", text: "gasket torn" },
    ...{ meter: null, on: null, count: 1, now: null, later: null },
  });
  // A part without a role has no price; the sum of parts is as it was, and so the signature holds.
  expect(job.open.some(({ key }) => key.startsWith("agreed:"))).toBe(false);
  job.keep({ type: "struck", event: low.id });
  expect(job.state.agreed?.body.sum).toBe("20.00");
});

test("the counter says it too; a sum that is none is told what would be right", () => {
  const job = at("fit:judder");
  const edda: Actor = { id: "edda", name: "Edda Vane", roles: ["counter"] };
  job.by = edda;
  expect(job.offer(agreed("220"))).toMatchObject({ ok: true });
  const wrong = draftSchema.safeParse({ ...agreed("2.5"), sum: "2,5" });
  expect(wrong.error?.issues[0]?.message).toBe("a sum such as 45 or 45.50");
});

test("what a dropped work reckoned with is not in the sum any more", () => {
  const job = at("fit:judder");
  const question = { ...bench.procedure.questions[0], id: "w2-way", ways: [] } as unknown as Question;
  const way = {
    word: "rebuild",
    means: "m",
    against: [],
    proposes: [],
    cost: { minutes: 90, parts: [], leaves: "nothing" },
  };
  const [own] = worksOf(bench);
  if (!own) throw new Error("no work");
  const shop: Bench = {
    ...bench,
    labour: { perHour: "60.00", currency: "TFC" },
    procedure: {
      ...bench.procedure,
      questions: [...bench.procedure.questions, { ...question, ways: [way as unknown as Question["ways"][number]] }],
    },
    works: [own, { ...own, id: "w2" }],
  };
  const { id, version } = bench.procedure;
  job.append({
    ...{ type: "work_added", work: "w2", procedure: { id, version, hash: "h" }, position: null },
    ...{ counts: {}, config: {}, because: "it clunks", from: null },
  });
  job.append({
    ...{ type: "question_answered", question: "w2-way", word: "rebuild", means: "m", preset: null },
    ...{ reason: null, agreed: null, estimate: null },
  });
  expect(costNow(shop, job.state).minutes).toBe(90);
  job.append({ type: "work_dropped", work: "w2", reason: "owner wants it later" });
  expect(costNow(shop, job.state).minutes).toBe(0);
});

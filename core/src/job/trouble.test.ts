import { ANSWERS, bench, jobAt, lead } from "../../testingBench.ts";
import { TROUBLES } from "../trouble/index.ts";
import { torqueSpecAt } from "../task/index.ts";
import {
  complaintsOf,
  type Draft,
  type DraftOf,
  eventSentence,
  openPoints,
  pullList,
  standingOf,
  troubledRows,
  troublesFor,
  unsigned,
} from "./index.ts";
import { rechecksOf } from "./rechecks.ts";
import { entryOf } from "../procedure/index.ts";

// Torques are the test bench's: 10 N·m, more or less a tenth; those of a mended thread are invented.
type At = ReturnType<typeof jobAt>;
const MET = {
  ...({ type: "trouble_met", trouble: "broken", row: "plate-bolts", item: 2 } as const),
  ...{ task: "off:plate-bolts", words: "sheared flush" },
};
const met = (job: At, more: Partial<DraftOf<"trouble_met">> = {}): string => job.keep({ ...MET, ...more }).id;
const end = (event: string, more: object = {}): Draft => ({
  ...({ type: "trouble_ended", event, end: "insert", words: "M6, open end" } as const),
  ...{ agreed: { name: "A. Brand", by: "phone", words: "go ahead" }, torque: "8 N·m insert sheet" },
  ...more,
});
const AGREED = { name: "A. Brand", by: "phone", words: "go ahead" } as const;
const refusal = (job: At, draft: Draft): string => {
  const answer = job.offer(draft);
  return answer.ok ? "taken" : answer.error.message;
};
const open = (job: At) => unsigned(job.state, openPoints(job.shop, job.state));
const specOf = (job: At, place: number) => {
  const entry = entryOf(job.shop.procedure, "plate-bolts");
  return entry?.kind === "fasteners" ? torqueSpecAt(job.shop, job.state, entry, place) : null;
};

describe("something broke, stripped or will not come", () => {
  test("met at any step it is open until its end is said: no signature stands for it, and a machine handed back says so", () => {
    const job = jobAt("off:plate-bolts", undefined, bench, lead);
    const event = met(job);
    const [point] = open(job);
    expect(point).toMatchObject({
      ...{ key: `trouble:${event}`, group: "trouble", task: "off:plate-bolts", hard: true },
      text: "plate bolt 2: broken off, and nobody has said how it ended",
    });
    const signed = { type: "open_point_signed", key: `trouble:${event}`, reason: "r" } as const;
    expect(refusal(job, signed)).toMatch(/No signature/);
    expect(standingOf(job.shop, job.state)).toContain(`Not proven: ${point?.text}`);
    expect(rechecksOf(job.shop, job.state)).toContainEqual({
      ...{ id: "trouble-plate-bolts-2", due: null, days: null },
      what: "plate bolt 2: broken off, not ended",
    });
    job.keep({ type: "struck", event });
    expect(open(job).some(({ group }) => group === "trouble")).toBe(false);
  });

  test("what was tried is kept in its order, with what came of it", () => {
    const job = jobAt("off:plate-bolts");
    const event = met(job);
    const lines = ["soak", "heat"].map((way) =>
      job.keep({ type: "trouble_tried", event, way, words: "no movement" } as Draft),
    );
    expect(lines.map((line) => eventSentence(job.shop, job.state, line))).toEqual([
      "plate bolt 2: penetrating oil, and time; taps on its end meanwhile: no movement",
      "plate bolt 2: the housing warmed, not the bolt, and turned while warm: no movement",
    ]);
    expect(refusal(job, { type: "trouble_tried", event, way: "split", words: "w" })).toMatch(/not tried on it: penet/);
  });

  test("an insert asks for the owner's word and for the torque of the thread as it is now; each refusal says what would be right", () => {
    const job = jobAt("off:plate-bolts");
    const event = met(job);
    expect(refusal(job, end(event, { agreed: null }))).toMatch(/the owner agrees first/);
    expect(refusal(job, end(event, { torque: null }))).toMatch(/was for the thread as it was made/);
    expect(refusal(job, end(event, { torque: "8" }))).toBe(
      "8 of what? Type the unit as it is printed: 8 N·m, or 8 in-lb.",
    );
    expect(refusal(job, end(event, { torque: "8 mm sheet" }))).toMatch(/is no torque: 8 N·m, or 70 in-lb/);
    expect(refusal(job, end(event, { torque: "8 N·m" }))).toMatch(/by whom\? Say whose figure it is/);
    expect(refusal(job, end(event, { torque: "0 N·m sheet" }))).toMatch(/above 0/);
    expect(refusal(job, end(event, { end: "split" }))).toMatch(/does not end so: out, the thread/);
    const line = job.keep(end(event));
    expect(eventSentence(job.shop, job.state, line)).toBe(
      "plate bolt 2: drilled out, a thread insert of the same size set, M6, open end; A. Brand (phone): go ahead; 8.0 N·m from now on, insert sheet",
    );
    expect(refusal(job, end(event))).toMatch(/it has ended/);
    expect(rechecksOf(job.shop, job.state).map(({ what }) => what)).toContain(
      "plate bolt 2: drilled out, a thread insert of the same size set, 8.0 N·m: does it hold?",
    );
  });

  test("that place alone is pulled and judged by its own torque, and another bolt is on the pull list", () => {
    const job = jobAt("off:plate-bolts", undefined, bench, lead);
    job.keep(end(met(job)));
    expect([specOf(job, 1)?.targetNm, specOf(job, 2)?.targetNm]).toEqual([10, 8]);
    job.until("torque:plate-bolts", ANSWERS);
    const said: string[] = [];
    for (let i = 0; i < 40 && job.task?.id === "torque:plate-bolts"; i += 1) said.push(job.type(""));
    expect(said.filter((text) => text.includes("plate bolt 2, pass"))).toEqual([
      "plate bolt 2, pass 1: 4.0 N·m, in band",
      "plate bolt 2, pass 2: 8.0 N·m, in band",
    ]);
    expect(said.filter((text) => text.includes("plate bolt 1, pass"))[1]).toBe(
      "plate bolt 1, pass 2: 10.0 N·m, in band",
    );
    expect(pullList(job.shop, job.state).filter(({ why }) => why === "broken off")).toMatchObject([
      { name: "plate bolt 2", quantity: 1 },
    ]);
  });

  test("broken while it is pulled, what was pulled there is pulled again; as on file is a word of somebody's", () => {
    const job = jobAt("torque:plate-bolts", undefined, bench, lead);
    const first = job.aim;
    if (first?.kind !== "pull") throw new Error("no pull");
    job.type("5");
    const event = met(job, { trouble: "thread", item: first.place, task: "torque:plate-bolts" });
    const line = job.keep(end(event, { agreed: AGREED, torque: "as on file, says the insert's sheet" }));
    expect(line.body).toMatchObject({ undoes: [first.key], torque: { valueNm: null } });
    expect(job.aim).toMatchObject({ kind: "pull", place: first.place, pass: 1 });
    expect(specOf(job, first.place)?.targetNm).toBe(10);
  });

  test("chased clean it is the same thread, and yet what was pulled before proves nothing", () => {
    const job = jobAt("torque:plate-bolts", undefined, bench, lead);
    const first = job.aim;
    if (first?.kind !== "pull") throw new Error("no pull");
    job.type("5");
    const event = met(job, { trouble: "thread", item: first.place, task: "torque:plate-bolts" });
    const chased = end(event, { end: "chased", agreed: null, torque: null });
    expect(job.keep(chased).body).toMatchObject({ undoes: [first.key], renews: false, torque: null });
    expect(job.aim).toMatchObject({ kind: "pull", place: first.place, pass: 1 });
  });

  test("twice at one place, of what is not there, and of what cannot have it: each is told", () => {
    const job = jobAt("off:plate-bolts");
    met(job);
    expect(refusal(job, MET)).toMatch(/broken off already. Say first how that ended/);
    expect(refusal(job, { ...MET, item: 9 })).toBe('There is no "plate-bolts" 9 in this job.');
    expect(refusal(job, { ...MET, item: 1, trouble: "rusty" })).toMatch(
      /say which of these it is: a bolt or stud broke off; /,
    );
    expect(refusal(job, { ...MET, row: "cover", item: 1 })).toMatch(
      /^Cover: say which of these it is: it broke, cracked or bent; a taper/,
    );
  });
});

test("what can have trouble is offered it, and everything offered is taken", () => {
  const job = jobAt("off:plate-bolts");
  const rows = troubledRows(job.shop, job.state);
  expect(rows.map(({ name }) => name)).toContain("plate bolt 2");
  for (const row of rows) {
    for (const { id } of troublesFor(row)) {
      expect([row.row, id, refusal(job, { ...MET, row: row.row, item: row.item, trouble: id })]).toEqual([
        ...[row.row, id, "taken"],
      ]);
    }
  }
  // A torque of its own only where the thread is another one, and then the owner pays for it.
  for (const { ends } of TROUBLES) for (const one of ends) expect(one.torque && !one.owner).toBe(false);
});

test("of a new one that was refused another goes in besides, and a complaint stands until it turns out right", () => {
  const job = jobAt("off:gasket");
  const pulled = () => pullList(job.shop, job.state).filter(({ role }) => role === "gasket");
  const before = pulled().length;
  const gasket = { row: "gasket", item: 1, trouble: "new-refused", words: "a hole short" };
  const end = (event: string, end: string): Draft => ({
    ...{ type: "trouble_ended", event, end, words: "w", torque: null },
    agreed: AGREED,
  });
  const event = met(job, gasket);
  // The cover's gasket is used once: the old one is never put back.
  expect(refusal(job, end(event, "old"))).toMatch(/goes in new here: the old one is not put back/);
  const right = job.keep(end(event, "right"));
  expect([pulled().length - before, complaintsOf(job.shop, job.state)]).toEqual([0, []]);
  job.keep({ type: "struck", event: right.id });
  job.keep(end(event, "another"));
  expect(pulled().length - before).toBe(1);
  expect(complaintsOf(job.shop, job.state)).toEqual([
    expect.objectContaining({ event, role: "gasket", words: "a hole short", task: "off:plate-bolts" }),
  ]);
  // What broke while it was taken off is nobody's fault who sold it, and is renewed anyway.
  const broke = met(job, { ...gasket, trouble: "damaged" });
  job.keep(end(broke, "renewed"));
  expect([pulled().length - before, complaintsOf(job.shop, job.state).length]).toEqual([1, 1]);
});

test("of a plate of the pack it is said by its number", () => {
  const job = jobAt("off:plate-bolts");
  expect(troubledRows(job.shop, job.state).map(({ name }) => name)).toContain("friction 2");
});

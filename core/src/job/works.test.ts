import { readFileSync } from "node:fs";
import path from "node:path";
import { chainFigures, figure, limit, part, shop, spec, torque } from "../../testingShop.ts";
import { TestJob } from "../../testing.ts";
import { lead, technician } from "../../testingBench.ts";
import { shippedBodies, shippedBody } from "../../testingProcedures.ts";
import { joined, type Procedure, procedureSchema, type WorkAsked } from "../procedure/index.ts";
import {
  acceptWork,
  type Actor,
  type Bench,
  complete,
  type Draft,
  jobTitle,
  openPoints,
  RELEASE_WORD,
  rehearseTogether,
  troubledRows,
  worksStanding,
  walk,
} from "./index.ts";
import { workOfTask } from "./works.ts";
import { workOfRow } from "./worksOf.ts";

// Every figure here is invented.
const SPECS = [
  ...["rear-axle", "shaft-nut", "rear-bolt", "guard-bolt"].map((key) => torque(key)),
  ...Object.entries(chainFigures).map(([key, value]) => figure(key, value)),
  limit("chain-slack", { kind: "range", serviceMin: 25, serviceMax: 35 }),
  spec("count", "guard-bolt-count", { count: 3 }),
  spec("count", "shaft-nut-count", { count: 1 }),
];
const shipped = (id: string): Procedure => procedureSchema.parse(shippedBody(id));
const one: WorkAsked = { id: "w1", procedure: shipped("chain-slack-check"), position: null };
const OFFERED = [
  "chain-slack-check",
  "countershaft-nut",
  "chain-only",
  "axle-joint-outboard",
  "clutch-coil-spring",
].map((id) => ({
  hash: id,
  procedure: shipped(id),
}));
const wanted = (procedure: string, position: string | null = null) => ({
  ...{ procedure, position, because: "it clunks", from: null },
});

/** A bike in for its chain's slack, and how a work is added to it. */
class Job {
  works: [WorkAsked, ...WorkAsked[]] = [one];
  job: TestJob = new TestJob(shop("chain-slack-check", SPECS, [part("lock-washer", "1.00")]), technician, {});
  offer(procedure: string, position: string | null = null, from: string | null = null) {
    const { shop: bench, state } = this.job;
    return acceptWork(bench, state, { ...wanted(procedure, position), from }, this.works, OFFERED, SPECS);
  }
  add(procedure: string): this {
    const answer = this.offer(procedure);
    if (!answer.ok) throw new Error(answer.error.message);
    const { work, position } = answer.value;
    this.works.push({ id: work, procedure: shipped(procedure), position });
    const laidOut: Bench = { ...this.job.shop, ...joined(this.works) };
    const { events, by } = this.job;
    this.job = new TestJob(laidOut, by, {});
    this.job.events = events;
    this.job.append(answer.value);
    return this;
  }
  refusal(procedure: string, position: string | null = null, from: string | null = null): string {
    const answer = this.offer(procedure, position, from);
    return answer.ok ? "taken" : answer.error.message;
  }
}

test("a work that is added is laid out with the first, named, and asked for from where it stands", () => {
  const { job } = new Job().add("countershaft-nut");
  expect(jobTitle(job.shop, job.state)).toBe("Chain slack and alignment · Countershaft nut and front sprocket");
  expect(worksStanding(job.shop, job.state).map(({ stage }) => stage)).toEqual(["to do", "to do"]);
  // On its stand once, for both.
  expect(job.task?.id).toBe("do:stand");
  expect(job.task && workOfTask(job.shop, job.task)).toBeNull();
  const [first] = worksStanding(job.shop, job.state);
  expect(first?.waits).toMatch(/^first 1 .*: several works need it, so it is done once$/);
});

test("a work twice at one place, none of this machine, a place it does not have, a finding of another job", () => {
  const at = new Job();
  expect(at.refusal("chain-slack-check")).toBe("Chain slack and alignment is part of this job already.");
  expect(at.refusal("slides-renewal")).toMatch(/^That is no work for this machine. There are: Chain slack/);
  expect(at.refusal("chain-only", "front left")).toBe("Chain only has one place on a machine: leave the place away.");
  expect(at.refusal("axle-joint-outboard", "middle")).toMatch(/no place for this work: front left, front right/);
  expect(at.refusal("countershaft-nut", null, "00000000-0000-4000-8000-00000000ffff")).toMatch(
    /That finding is not in this job/,
  );
});

test("a job has an end of works", () => {
  const at = new Job();
  at.works = [one, ...Array.from({ length: 8 }, (_, i) => ({ ...one, id: `w${i + 2}` }))];
  expect(at.refusal("countershaft-nut")).toBe("A job has at most 9 works: release it, and open another.");
});

test("a work is dropped with its reason while nothing of it is off; its rows fall away, its lines stay", () => {
  const { job } = new Job().add("countershaft-nut");
  const before = openPoints(job.shop, job.state).length;
  expect(job.offer({ type: "work_dropped", work: "w3", reason: "x" })).toMatchObject({
    error: { message: "That work is not part of this job." },
  });
  const group = job.shop.procedure.spine.find(
    ({ id, kind }) => kind === "fasteners" && workOfRow(job.shop, id)?.id === "w2",
  );
  const undone = () => job.offer({ type: "pull_undone", entry: group?.id ?? "", place: 1, how: "renewed" });
  expect(undone()).toMatchObject({ error: { message: expect.stringMatching(/was not pulled too far/) as string } });
  job.keep({ type: "work_dropped", work: "w2", reason: "owner wants it later" });
  expect(openPoints(job.shop, job.state).length).toBeLessThan(before);
  expect(worksStanding(job.shop, job.state)[1]).toMatchObject({ stage: "dropped" });
  expect(job.offer({ type: "work_dropped", work: "w1", reason: "x" })).toMatchObject({
    error: { message: expect.stringMatching(/the only work of this job/) as string },
  });
  expect(job.offer({ type: "struck", event: job.events.at(-1)?.id ?? "" })).toMatchObject({ ok: false });
  // A pull of it that went too far is not undone any more either.
  expect(undone()).toMatchObject({ error: { message: expect.stringMatching(/dropped: owner wants/) as string } });
});

test("what a dropped work waits for is waited for no more", () => {
  const { job } = new Job().add("clutch-coil-spring");
  const starts = () => walk(job.shop, job.state).filter(({ kind }) => kind === "wait");
  expect(starts()).toHaveLength(1);
  job.keep({ type: "work_dropped", work: "w2", reason: "the other sheet" });
  expect(starts()).toEqual([]);
});

test("the counter drops a work that was written down wrongly, while the machine is as it came", () => {
  const { job } = new Job().add("countershaft-nut");
  const draft: Draft = { type: "work_dropped", work: "w2", reason: "the other sheet" };
  const counter: Actor = { id: "edda", name: "Edda Vane", roles: ["counter"] };
  expect(complete(job.shop, job.state, draft, counter)).toMatchObject({ ok: true });
  job.until("off:w2-guard", { "measure:slack-stand:found": ["30", "30", "30", "30"] });
  expect(complete(job.shop, job.state, draft, counter)).toMatchObject({
    error: { message: "Only a technician or a lead works at the bench: ask one to sign in." },
  });
});

test("parts of it off: they go back in before it is dropped", () => {
  const { job } = new Job().add("countershaft-nut");
  job.until("off:w2-guard", { "measure:slack-stand:found": ["30", "30", "30", "30"] });
  expect(job.offer({ type: "work_dropped", work: "w2", reason: "x" })).toMatchObject({
    error: {
      message: expect.stringMatching(/^Parts of it are off: sprocket cover bolts. They go back in before/) as string,
    },
  });
});

test("each work is released by itself before the whole is; released, nothing more is taken in it", () => {
  const { job } = new Job().add("countershaft-nut");
  job.by = lead;
  expect(job.offer({ type: "work_released", work: "w2", said: RELEASE_WORD })).toMatchObject({
    error: { message: expect.stringMatching(/open in Countershaft nut and front sprocket/) as string },
  });
  const works = [one, { id: "w2", procedure: shipped("countershaft-nut"), position: null }] as const;
  expect(rehearseTogether([works[0], works[1]]).faults).toEqual([]);
});

const { together: TOGETHER } = JSON.parse(
  readFileSync(path.join(__dirname, "../../../procedures/machines/builds.json"), "utf8"),
) as { together: string[][] };
const all = shippedBodies.map(([, body]) => procedureSchema.parse(body));
const onOne = (a: Procedure, b: Procedure): boolean =>
  TOGETHER.some((builds) => builds.includes(a.build) && builds.includes(b.build));

test("every pair of shipped works that shares a step is worked through to its release in the shop's presets", () => {
  const faults: string[] = [];
  let pairs = 0;
  for (const [i, a] of all.entries()) {
    for (const b of all.slice(i)) {
      if (!onOne(a, b) || (a === b && !a.positions)) continue;
      const [here, there] = [a.positions?.[0]?.word ?? null, b.positions?.[a === b ? 1 : 0]?.word ?? null];
      const together = rehearseTogether([
        { id: "w1", procedure: a, position: here },
        { id: "w2", procedure: b, position: there },
      ]);
      if (Object.keys(together.shared).length === 0) continue;
      pairs += 1;
      faults.push(...together.faults.map(({ at, message }) => `${a.id} + ${b.id}: ${at}: ${message}`));
    }
  }
  expect(faults).toEqual([]);
  expect(pairs).toBeGreaterThan(60);
}, 1_200_000);

test("what broke in a work and has no end yet keeps it from being dropped or released; afterwards nothing is said of it", () => {
  const { job } = new Job().add("countershaft-nut");
  const bolt = troubledRows(job.shop, job.state).find(({ row, of }) => of === "fasteners" && row.startsWith("w2-"));
  const { row = "", item = 0, name = "" } = bolt ?? {};
  // Met in a step of the other work: it is the fastener's own work that waits.
  const met = { type: "trouble_met", trouble: "broken", row, item, task: "x", words: "sheared" } as const;
  const event = job.keep(met).id;
  const refused = (draft: Draft): string => {
    const answer = job.offer(draft);
    return answer.ok ? "" : answer.error.message;
  };
  const open = `${name}: broken off, and nobody has said how it ended`;
  expect(refused({ type: "work_dropped", work: "w2", reason: "x" })).toBe(
    `${open}. Say that before the work is dropped.`,
  );
  expect(refused({ type: "work_released", work: "w2", said: "release" })).toContain("open in");
  const ended = { type: "trouble_ended", event, end: "sound", words: "w", agreed: null, torque: null } as const;
  job.keep(ended);
  job.keep({ type: "work_dropped", work: "w2", reason: "owner wants it later" });
  expect(refused(met)).not.toBe("");
  expect(refused({ ...ended, words: "again" })).toMatch(/was dropped: owner wants/);
});

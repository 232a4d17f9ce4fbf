import { bench, jobAt, lead, technician } from "../../testingBench.ts";
import { specSchema } from "../spec/index.ts";
import { acceptCorrection, type Actor, type Bench, type Corrected, setAside, summarise } from "./index.ts";

// Machines, meters and counts in this file are invented.
const counter: Actor = { id: "counter", name: "Counter", roles: ["counter"] };
const source = { grade: "shop rule", book: "test book", edition: "1", page: "1", checkedBy: null };
const spec = (kind: string, key: string, more: object) => specSchema.parse({ kind, key, label: key, source, ...more });
const works = [{ id: "w1", procedure: bench.procedure, position: null }];
const builds = [bench.procedure.build];
const right = (more: Partial<Corrected> = {}): Corrected => ({
  machine: { id: "other", maker: "Skarn", model: "250", year: null, mark: "Bike 2", build: "coil-spring" },
  owner: { name: "A. Brand", contact: "" },
  meter: { unit: "h", value: 61, last: 50, goesBack: false },
  second: null,
  reason: "its twin stands beside it",
  ...more,
});
/** The bench as the right machine has it: one friction plate fewer. */
const counts = {
  "friction-count": 2,
  "steel-count": 2,
  "spring-count": 2,
  "plate-bolt-count": 4,
  "cover-bolt-count": 4,
};
const made = {
  ...{ "clutch-release": "arm in the cover", "cover-seal": "gasket", "spring-washers": "none" },
  ...{ "innermost-friction": "as the others", "outermost-friction": "as the others" },
};
const other: Bench = {
  ...bench,
  specs: [
    ...bench.specs,
    ...Object.entries(counts).map(([key, count]) => spec("count", key, { count })),
    ...Object.entries(made).map(([key, word]) => spec("word", key, { word })),
  ],
};
const said = (
  job: ReturnType<typeof jobAt>,
  more: Partial<Corrected> = {},
  by = technician,
  offered = builds,
): string => {
  const answer = acceptCorrection(bench, job.state, right(more), other, { works, builds: offered }, by);
  return answer.ok ? answer.value.body.differs.join("; ") : answer.error.message;
};

test("another machine: what differs, what is asked for no more, and what was typed stays, set aside", () => {
  const job = jobAt("inspect:friction-lining:found");
  const answer = acceptCorrection(bench, job.state, right(), other, { works, builds }, technician);
  if (!answer.ok) throw new Error(answer.error.message);
  const { body, fallsOut } = answer.value;
  expect(body.differs).toEqual(expect.arrayContaining(["machine: 1, now Bike 2", "how many: friction: 3, now 2"]));
  // The third friction plate was read three times; this machine has two.
  expect(fallsOut).toHaveLength(3);
  const before = job.events.length;
  job.append(body);
  expect(job.state.opened?.body).toMatchObject({ machine: { mark: "Bike 2" }, meter: { value: 61 } });
  expect(job.state.counts.friction).toBe(2);
  expect(job.events).toHaveLength(before + 1);
  expect(setAside(other, job.state).size).toBe(3);
  expect(summarise(other, job.state).stage).toBe("measure");
});

test("the same machine with another meter keeps what the work began with", () => {
  const job = jobAt("inspect:friction-lining:found");
  const machine = job.state.opened?.body.machine;
  const owner = job.state.opened?.body.owner;
  if (!machine || !owner) throw new Error("not opened");
  const meter = { unit: "h" as const, value: 786, last: 700, goesBack: false };
  expect(said(job, { machine, owner, meter })).toMatch(/^meter: .*, now 786 h$/);
  const was = job.state.opened?.body.meter;
  expect(said(job, { machine, owner, meter: { ...meter, ...was, last: null } })).toBe(
    "Nothing differs: it stands so already.",
  );
});

test("what cannot be is told with what would be right", () => {
  const job = jobAt("inspect:friction-lining:found");
  expect(said(job, { meter: { unit: "h", value: 40, last: 50, goesBack: false } })).toMatch(/stood at 50 h last time/);
  expect(said(job, {}, technician, ["snow-machine"])).toMatch(/is no work for Bike 2 .*take that machine in by itself/);
  expect(said(job, {}, { id: "x", name: "X", roles: ["administrator"] })).toMatch(/ask one to sign in/);
  expect(said(job, {}, counter)).toMatch(/machine: 1, now Bike 2/);
});

test("after the end only a lead puts it right, and the end stands", () => {
  const job = jobAt("do:make-safe");
  job.keep({ type: "job_cancelled", reason: "opened by mistake" });
  expect(said(job)).toMatch(/only a lead/);
  expect(said(job, {}, lead)).toMatch(/machine: 1, now Bike 2/);
});

test("cancelled while the machine is as it came; with parts off it is only handed back; a lead takes it up again", () => {
  const open = jobAt("inspect:friction-lining:found");
  expect(open.offer({ type: "job_cancelled", reason: "opened twice" })).toMatchObject({
    error: {
      message: expect.stringMatching(/^The machine is not as it came: make safe: done\. .*hand it back/),
    },
  });
  const job = jobAt("do:make-safe", {}, bench, lead);
  job.keep({ type: "job_cancelled", reason: "opened twice" });
  expect(summarise(bench, job.state)).toMatchObject({ stage: "cancelled", open: 0, needs: "nobody" });
  expect(job.offer({ type: "noted", text: "x" })).toMatchObject({
    error: { message: expect.stringMatching(/was cancelled and is closed/) },
  });
  job.keep({ type: "job_reopened", reason: "wanted after all" });
  expect(summarise(bench, job.state).needs).toBe("technician");
});

test("promised for a day and somebody's to do, until that is taken back; a day that is past is refused", () => {
  const job = jobAt("do:make-safe");
  job.keep({ type: "job_promised", on: "2026-12-01" });
  job.keep({ type: "job_assigned", to: { id: "p", name: "P. Rell" } });
  expect(summarise(bench, job.state)).toMatchObject({ promised: "2026-12-01", assigned: { name: "P. Rell" } });
  expect(job.offer({ type: "job_promised", on: "2026-11-22" })).toMatchObject({
    error: { message: "2026-11-22 is past: say 2026-11-23 or a day after it." },
  });
  job.keep({ type: "job_promised", on: null });
  job.keep({ type: "job_assigned", to: null });
  expect(summarise(bench, job.state)).toMatchObject({ promised: null, assigned: null });
});

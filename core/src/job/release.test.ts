import { ANSWERS, bench, Job, jobAt, lead, technician } from "../../testingBench.ts";
import { draftSchema, fold, openPoints, RELEASE_WORD, type Stray, unsigned } from "./index.ts";
import { waitsOf } from "../task/index.ts";

// Every figure in this file is invented.
const finished = (): Job => {
  const job = jobAt(null, ANSWERS, bench, lead);
  for (const point of job.open) job.keep({ type: "open_point_signed", key: point.key, reason: "looked at" });
  return job;
};
const release = { type: "job_released", said: RELEASE_WORD } as const;

describe("a release is a deliberate act", () => {
  test("it takes the word itself, and nothing else stands for it", () => {
    expect(draftSchema.safeParse(release).success).toBe(true);
    for (const said of [undefined, "", "yes", "1"]) {
      expect(draftSchema.safeParse({ type: "job_released", said }).success).toBe(false);
    }
  });

  test("a lead takes it back with a reason; the work goes on, and the next release is another one", () => {
    const job = finished();
    job.by = technician;
    const first = job.keep(release);
    expect(job.offer({ type: "noted", text: "x" })).toMatchObject({
      error: { message: expect.stringMatching(/a lead reopens it with a reason, or a new one is opened/) },
    });
    expect(job.offer({ type: "job_reopened", reason: "cable forgotten" })).toMatchObject({
      error: { message: "Only a lead reopens a job that has ended." },
    });
    job.by = lead;
    job.keep({ type: "job_reopened", reason: "cable forgotten" });
    expect(job.state).toMatchObject({ released: null, releases: [{ id: first.id }], reopened: { by: lead } });
    expect(job.offer({ type: "job_reopened", reason: "again" })).toMatchObject({ ok: false });
    job.keep({ type: "noted", text: "cable put back" });
    const second = job.keep(release);
    expect(job.state.released?.id).toBe(second.id);
    expect(job.state.releases).toHaveLength(2);
    expect(job.offer({ type: "struck", event: first.id })).toMatchObject({ ok: false });
  });
});

describe("what the record could not take", () => {
  const stray: Stray = {
    ...{ id: "00000000-0000-4000-8000-000000000999", text: "2.9x", by: "Tech" },
    ...{ typedAt: "2026-11-23T10:00:00.000Z", why: "that is no reading" },
  };

  test("is an open point that a lead may sign, and holds the release until then", () => {
    const job = finished();
    const state = () => fold(job.events, [stray]);
    const open = () => unsigned(state(), openPoints(bench, state()));
    expect(open()).toMatchObject([{ group: "not taken", text: "“2.9x” by Tech: that is no reading", hard: false }]);
    job.append({ type: "open_point_signed", key: open()[0]?.key ?? "", text: "x", reason: "typed again" });
    expect(open()).toEqual([]);
  });
});

test("a clock that was started where no server was runs from when it was typed", () => {
  const job = jobAt("start:soak").typeAll("one hour", "");
  const started = job.events.find(({ body }) => body.type === "wait_started");
  if (!started) throw new Error("no clock");
  const typed = { at: "2026-11-23T08:00:00.000Z", bound: null };
  const events = job.events.map((event) => (event === started ? { ...event, typed } : event));
  expect(waitsOf(bench, fold(events))[0]).toMatchObject({
    startedAt: "2026-11-23T08:00:00.000Z",
    endsAt: "2026-11-23T09:00:00.000Z",
  });
});

test("words with a sign cut in half are told so, before anything is kept", () => {
  const parsed = draftSchema.safeParse({ type: "noted", text: "smooth \ud83d" });
  expect(parsed.error?.issues[0]?.message).toMatch(/a sign in it is cut in half/);
  expect(draftSchema.safeParse({ type: "noted", text: "smooth \ud83d\udd27" }).success).toBe(true);
});

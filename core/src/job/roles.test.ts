import { ANSWERS, bench, Job, jobAt, lead, technician } from "../../testingBench.ts";
import { uuid } from "../../testing.ts";
import { type Actor, complete, type Draft, type DraftOf, draftSchema, fold, RELEASE_WORD } from "./index.ts";

// Who may do what, whatever the screen offers: the same rule is run where a line is shown and where it is kept.
const ROLES: Record<string, readonly string[]> = {
  nobody: [],
  counter: ["counter"],
  administrator: ["administrator"],
  technician: ["technician"],
  lead: ["lead"],
};
const actor = (name: string): Actor => ({ id: name, name, roles: [...(ROLES[name] ?? [])] });

type At = { job: Job; draft: Draft };
const stopped = (): Job => {
  const job = jobAt("do:arm-engaged");
  job.by = lead;
  // What a lead saw and kept as a reason to stop.
  job.append({
    ...{ type: "finding_recorded", point: "basket-bearing", item: 1, word: "missing" },
    ...{ means: "a roller is missing", leads: "stop" },
  });
  return job;
};
const done = (): Job => {
  const job = jobAt(null, ANSWERS, bench, lead);
  for (const point of job.open) job.keep({ type: "open_point_signed", key: point.key, reason: "looked at" });
  return job;
};
const at =
  (task: string, draft: Draft): (() => At) =>
  () => ({ job: jobAt(task), draft });

const NONE = "00000000-0000-4000-8000-00000000ffff";
const FOLLOWED: DraftOf<"followed_up"> = {
  ...({ type: "followed_up", event: NONE, way: "leave", words: "w" } as const),
  ...{ meter: null, on: null, count: null, now: null, later: null },
};

/** A place in a job for each type of draft where it is right but for who types it. */
const PLACES: Record<Draft["type"], () => At> = {
  part_removed: () => {
    const job = jobAt("off:cover");
    return { job, draft: { type: "part_removed", entry: "cover" } };
  },
  fastener_out: at("off:cover-bolts", {
    type: "fastener_out",
    entry: "cover-bolts",
    place: 1,
    lengthMm: 25,
    under: null,
  }),
  pieces_counted: at("fit:cover", { type: "pieces_counted", piece: "cover-dowel", way: "together", count: 2 }),
  question_answered: at("off:judder", { type: "question_answered", question: "depth", word: "stay", reason: null }),
  word_said: at("off:judder", { type: "word_said", figure: "x", word: "y", whose: "model" }),
  number_counted: at("off:judder", { type: "number_counted", figure: "x", count: 2, whose: "model" }),
  reading_worded: at("measure:friction-thickness:found", {
    ...{ type: "reading_worded", point: "friction-thickness", item: 1, place: 1 },
    ...{ phase: "found", how: "by feel", words: "worn" },
  }),
  step_verified: at("measure:friction-thickness:found", { type: "step_verified", step: "x", typed: "1" }),
  adjust_read: at("measure:friction-thickness:found", { type: "adjust_read", step: "x", text: "1", gauge: "rule" }),
  adjust_turned: at("measure:friction-thickness:found", { type: "adjust_turned", step: "x", amount: 1 }),
  figure_taken: at("measure:friction-thickness:found", { type: "figure_taken", step: "x", typed: "" }),
  gate_passed: at("measure:friction-thickness:found", { type: "gate_passed", gate: "x", reason: "r" }),
  wait_started: at("start:soak", { type: "wait_started", wait: "soak" }),
  wait_ended: at("measure:friction-thickness:found", { type: "wait_ended", wait: "soak" }),
  reading_taken: at("measure:friction-thickness:found", {
    ...{ type: "reading_taken", point: "friction-thickness", item: 1, place: 1 },
    ...{ phase: "found", text: "2.86", gauge: "caliper" },
  }),
  finding_recorded: at("inspect:basket-fingers:found", {
    ...{ type: "finding_recorded", point: "basket-fingers", item: 1, word: "smooth" },
  }),
  decision_taken: at("decide:friction", {
    type: "decision_taken",
    part: "friction",
    item: 0,
    decision: "keep",
    reason: "r",
  }),
  build_accepted: at("build:stack", { type: "build_accepted", step: "stack", counts: { "2.0": 2 } }),
  pack_checked: at("check:stack", { type: "pack_checked", step: "stack", check: "count", values: [3, 2] }),
  part_fitted: at("fit:gasket", { type: "part_fitted", entry: "gasket", item: 1 }),
  torque_applied: at("torque:plate-bolts", {
    ...{ type: "torque_applied", entry: "plate-bolts", place: 1, pass: 1, text: "5", wrench: "A" },
  }),
  fastener_tightened: at("torque:plate-bolts", {
    ...{ type: "fastener_tightened", entry: "plate-bolts", place: 1, pass: 1 },
    ...{ how: "by angle", text: "90 deg", wrench: null },
  }),
  fastener_locked: at("measure:friction-thickness:found", {
    ...{ type: "fastener_locked", entry: "hub-nut", place: 1, pastDeg: null },
  }),
  step_confirmed: at("do:make-safe", { type: "step_confirmed", step: "make-safe" }),
  caution_shown: at("do:make-safe", { type: "caution_shown", task: "do:make-safe" }),
  photo_taken: at("off:cover", { type: "photo_taken", photo: uuid(7), task: "off:cover", caption: "" }),
  slot_skipped: at("measure:friction-thickness:found", {
    ...{ type: "slot_skipped", slot: "read:friction-thickness:1:1:found", reason: "r" },
  }),
  open_point_signed: () => {
    const job = jobAt("measure:friction-thickness:found");
    return { job, draft: { type: "open_point_signed", key: job.open.find((p) => !p.hard)?.key ?? "", reason: "r" } };
  },
  noted: at("off:cover", { type: "noted", text: "x" }),
  piece_laid: at("off:cover", { type: "piece_laid", task: "off:cover", name: "clip", count: 1 }),
  piece_back: () => {
    const job = jobAt("off:cover");
    job.keep({ type: "piece_laid", task: "off:cover", name: "clip", count: 2 });
    return { job, draft: { type: "piece_back", event: job.events.at(-1)?.id ?? "", count: 1 } };
  },
  read_besides: at("off:cover", { type: "read_besides", name: "Brake disc, thickness", text: "3.9 mm, caliper" }),
  struck: () => {
    const job = stopped();
    return { job, draft: { type: "struck", event: job.events.at(-1)?.id ?? "" } };
  },
  job_released: () => ({ job: done(), draft: { type: "job_released", said: RELEASE_WORD } }),
  followed_up: () => ({ job: jobAt(null), draft: FOLLOWED }),
  owner_said: () => ({
    job: jobAt(null),
    draft: { type: "owner_said", event: FOLLOWED.event, name: "N", by: "phone", words: "w", agreed: true },
  }),
  job_parked: () => ({ job: jobAt(null), draft: { type: "job_parked", reason: "parts are on order", on: null } }),
  sum_agreed: () => ({
    job: jobAt(null),
    draft: { type: "sum_agreed", name: "N", by: "phone", words: "go ahead", sum: "220" },
  }),
  job_promised: () => ({ job: jobAt(null), draft: { type: "job_promised", on: "2999-01-01" } }),
  job_assigned: () => ({ job: jobAt(null), draft: { type: "job_assigned", to: { id: "p", name: "P" } } }),
  job_cancelled: at("do:make-safe", { type: "job_cancelled", reason: "not wanted after all" }),
  job_resumed: () => ({ job: jobAt(null), draft: { type: "job_resumed" } }),
  job_handed_back: () => ({ job: jobAt(null), draft: { type: "job_handed_back", said: "hand back", words: "w" } }),
  second_look: () => ({ job: jobAt(null), draft: { type: "second_look", task: "do:x", saw: "s", well: true } }),
  outcome_said: () => ({ job: jobAt(null), draft: { type: "outcome_said", work: "w1", how: "held", words: "w" } }),
  time_corrected: () => ({ job: jobAt(null), draft: { type: "time_corrected", work: "w1", minutes: 30, reason: "r" } }),
  card_said: at("off:judder", { type: "card_said", entry: "hub-nut", text: "M20x1.5", whose: "model" }),
  pull_undone: at("torque:plate-bolts", {
    ...{ type: "pull_undone", entry: "plate-bolts", place: 1, how: "renewed" },
  }),
  trouble_met: at("off:cover", {
    ...{ type: "trouble_met", trouble: "broken", row: "plate-bolts", item: 1, task: "off:cover", words: "w" },
  }),
  trouble_tried: () => ({ job: jobAt(null), draft: { type: "trouble_tried", event: NONE, way: "soak", words: "w" } }),
  trouble_ended: () => ({
    job: jobAt(null),
    draft: { type: "trouble_ended", event: NONE, end: "sound", words: "w", agreed: null, torque: null },
  }),
  limit_found: () => ({ job: jobAt(null), draft: { type: "limit_found", point: "x" } }),
  cause_said: () => ({ job: jobAt(null), draft: { type: "cause_said", symptom: "x", suspect: null } }),
  work_dropped: () => ({ job: jobAt(null), draft: { type: "work_dropped", work: "w1", reason: "r" } }),
  work_released: () => ({ job: jobAt(null), draft: { type: "work_released", work: "w1", said: RELEASE_WORD } }),
  job_reopened: () => {
    const job = done();
    job.keep({ type: "job_released", said: RELEASE_WORD });
    return { job, draft: { type: "job_reopened", reason: "forgotten" } };
  },
};

/** What only a lead does; a stroke is a lead's where the line is another's. */
const LEADS = new Set<string>(["job_handed_back", "open_point_signed", "gate_passed", "job_reopened", "struck"]);
/** What the counter says too. */
const COUNTERS = new Set<string>(["outcome_said", "job_promised", "job_assigned", "job_cancelled", "sum_agreed"]);
const types = draftSchema.options.map((option) => option.shape.type.value);

test("every type of draft has its place here", () => {
  expect(Object.keys(PLACES).sort()).toEqual([...types].sort());
});

test.each(types)("%s: who may, and who is told whom to ask", (type) => {
  const { job, draft } = PLACES[type]();
  const told = (who: string): string => {
    const answer = complete(bench, fold(job.events), draft, actor(who));
    return answer.ok ? "taken" : answer.error.message;
  };
  for (const who of ["nobody", "counter", "administrator"]) {
    if (COUNTERS.has(type) && who === "counter") {
      expect(told(who)).toBe(told("lead"));
      continue;
    }
    expect(told(who)).toMatch(/Only a technician or a lead works at the bench|Only a lead/);
  }
  const forTechnician = told("technician");
  if (LEADS.has(type) && type !== "gate_passed") {
    expect(told("lead")).toBe("taken");
    expect(forTechnician).toMatch(/Only a lead|or a lead does/);
  } else {
    // Where the place is right for a lead it is right for a technician, and the other way round.
    expect(forTechnician).toBe(told("lead"));
    expect(forTechnician).not.toMatch(/Only a/);
  }
});

test("a line of one's own is struck by whoever typed it; a lead's stop-work line by no technician", () => {
  const job = stopped();
  const stop = job.events.at(-1);
  job.by = technician;
  expect(job.offer({ type: "struck", event: stop?.id ?? "" })).toMatchObject({
    error: { message: "That line is Lead's: they strike it themselves, or a lead does." },
  });
  const own = job.keep({ type: "noted", text: "mine" });
  expect(job.offer({ type: "struck", event: own.id })).toMatchObject({ ok: true });
});

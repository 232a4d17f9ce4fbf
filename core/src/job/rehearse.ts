import { MOST_PLATES } from "../clutch/index.ts";
import {
  countsNeeded,
  type Entry,
  factsIn,
  type Part,
  pointOf,
  type Procedure,
  type Question,
  questionOf,
} from "../procedure/index.ts";
import { type Source, type Spec, specSchema } from "../spec/index.ts";
import { activeSpine } from "./applies.ts";
import { type Bench, specFor } from "./bench.ts";
import { complete } from "./complete.ts";
import { cautionDrafts, draftsOf, interpret, tools } from "./entryLine.ts";
import { type Actor, type Draft, isEvent, type JobEvent } from "./events.ts";
import { fold, type JobState } from "./fold.ts";
import { openPoints, unsigned } from "./openPoints.ts";
import type { Slot } from "./slot.ts";
import { stackChecks } from "./stackChecks.ts";
import { computeStepOf, nextTask, slotName, waitingSlots, walk } from "./walk.ts";

/** What a rehearsal found wrong: where in the procedure, and what would be right. */
export type Fault = { at: string; message: string };
export type Rehearsal = { walks: number; lines: number; faults: Fault[] };

/** How a technician of a rehearsal works: their answer to each question, and whether parts are kept or renewed. */
type Manner = { answers: ReadonlyMap<string, string>; renew: boolean };

// Figures that a rehearsal works with. They stand for nothing: every reading is in the middle of its limits.
const SOURCE: Source = { grade: "shop rule", book: "rehearsal", edition: "", page: "", checkedBy: null };
const READING = 2;
const MOST_LINES = 2000;
const START = Date.parse("2000-01-01T00:00:00.000Z");
const MINUTE = 60_000;
const TECHNICIAN: Actor = { id: "rehearsal", name: "Rehearsal", roles: ["technician", "lead"] };

/** How many of each there are: two, or in a pack three of the outer kind and two of the inner, so that they alternate. */
function countsFor(procedure: Procedure): Record<string, number> {
  const counts: Record<string, number> = {};
  for (const [id, count] of countsNeeded(procedure)) counts[id] = typeof count === "number" ? count : 2;
  for (const entry of procedure.spine) {
    if (entry.kind === "pack") counts[entry.layers[0].id] = (counts[entry.layers[1].id] ?? 2) + 1;
  }
  return counts;
}

/** A shop in which every figure that the procedure asks for is on file. */
function benchFor(procedure: Procedure, counts: Readonly<Record<string, number>>): Bench {
  const specs = new Map<string, Spec>();
  const file = (kind: Spec["kind"], key: string, more: object): void => {
    specs.set(key, specSchema.parse({ kind, key, label: key, source: SOURCE, ...more }));
  };
  for (const point of procedure.points) {
    if (point.kind === "measure") {
      file("limit", point.spec, { limit: { kind: "range", serviceMin: READING / 2, serviceMax: READING * 2 } });
    }
  }
  for (const entry of procedure.spine) {
    if (entry.kind === "fasteners") file("torque", entry.torque.spec, { targetNm: 10, tolerancePercent: 10 });
  }
  const parts: Bench["parts"] = [];
  for (const step of procedure.steps) {
    if (step.kind !== "compute") continue;
    const pack = procedure.spine.find((entry) => entry.id === step.pack);
    if (pack?.kind !== "pack") continue;
    const height = READING * pack.layers.reduce((sum, layer) => sum + (counts[layer.id] ?? 1), 0);
    file("height", step.spec, { heightMm: { min: height / 2, max: height * 2, target: height } });
    for (const layer of pack.layers) {
      parts.push({
        ...{ id: layer.id, role: layer.role ?? layer.id, name: layer.name, number: layer.id, nominal: String(READING) },
        ...{ thicknessMm: READING, price: "1.00", currency: "X", stock: MOST_PLATES },
      });
    }
  }
  const gauged = new Map(procedure.points.flatMap((point) => (point.kind === "measure" ? [[point.gauge, point]] : [])));
  const gauges = [...gauged.values()].map((point) => ({
    ...{ id: `${point.gauge}`, name: point.gauge, kind: point.gauge, unit: point.unit },
    ...{ resolution: 0.01, permissibleError: 0.01, calibrationDue: null },
  }));
  const wrenches = [{ id: "wrench", name: "Wrench", minNm: 2, maxNm: 50, calibrationDue: null, lengthMm: null }];
  return { procedure, specs: [...specs.values()], gauges, wrenches, parts, presets: {} };
}

/** What a good technician types at a slot. */
function lineFor(bench: Bench, state: JobState, s: Slot, manner: Manner): string {
  switch (s.kind) {
    case "ask":
      return manner.answers.get(s.question) ?? "";
    case "read": {
      const point = pointOf(bench.procedure, s.point);
      const spec = point?.kind === "measure" ? specFor(bench, point.spec) : null;
      return String(spec?.kind === "height" ? (spec.heightMm.target ?? spec.heightMm.min) : READING);
    }
    case "find":
      return "1";
    case "decide":
      return manner.renew ? "2" : "1";
    case "check": {
      if (s.check === "facing") return "";
      const step = computeStepOf(bench, s.step);
      const pack = bench.procedure.spine.find((entry) => entry.id === step?.pack);
      if (!step || pack?.kind !== "pack") return "";
      if (s.check === "plates") return stackChecks(bench, state, step)[2]?.text ?? "";
      return pack.layers.map((layer) => state.opened?.body.counts[layer.id] ?? 1).join(" ");
    }
    default:
      return "";
  }
}

const opening = (procedure: Procedure, counts: Record<string, number>): JobEvent => ({
  id: "00000000-0000-4000-8000-000000000000",
  number: 1,
  at: new Date(START).toISOString(),
  by: TECHNICIAN,
  body: {
    type: "job_opened",
    complaint: "rehearsal",
    symptom: "known age",
    machine: { id: "m", maker: "", model: "", year: null, mark: "", build: procedure.build },
    owner: { name: "", contact: "" },
    meter: { unit: "h", value: 0 },
    procedure: { id: procedure.id, version: procedure.version, hash: "" },
    counts,
  },
});

const idOf = (n: number): string => `00000000-0000-4000-8000-${String(n).padStart(12, "0")}`;

type Walked = { lines: number; fault: Fault | null; events: readonly JobEvent[]; tasks: ReadonlySet<string> };

/** One job from its opening to its release, worked in one manner; the first thing that goes wrong ends it. */
function walkOnce(bench: Bench, counts: Record<string, number>, manner: Manner): Walked {
  let events: readonly JobEvent[] = [opening(bench.procedure, counts)];
  const seen = new Set<string>();
  let clock = START;
  let lines = 0;
  const end = (at: string, message: string): Walked => ({ lines, fault: { at, message }, events, tasks: seen });
  const keep = (draft: Draft): string | null => {
    const answer = complete(bench, fold(events), draft, TECHNICIAN);
    if (!answer.ok) return answer.error.message;
    const number = events.length + 1;
    const event = { id: idOf(number), number, at: new Date(clock).toISOString(), by: TECHNICIAN, body: answer.value };
    events = [...events, event];
    // A wait is waited out, as a good technician does.
    if (answer.value.type === "wait_started") clock += answer.value.minutes * MINUTE;
    return null;
  };
  for (; lines < MOST_LINES; lines += 1) {
    const state = fold(events);
    const tasks = walk(bench, state);
    for (const task of tasks) seen.add(task.id);
    const task = nextTask(bench, state, tasks);
    const open = unsigned(state, openPoints(bench, state));
    if (task === null) {
      if (open[0]) return end(open[0].task, `stays open although all was done well: ${open[0].text}`);
      const refused = keep({ type: "job_released" });
      return refused ? end("release", refused) : { lines, fault: null, events, tasks: seen };
    }
    if (open.length === 0) return end(task.id, "something waits, and yet the job could be released");
    const waiting = waitingSlots(bench, state, task);
    const aim = waiting[0];
    if (!aim) return end(task.id, "waits for nothing");
    const typed = lineFor(bench, state, aim, manner);
    const answer = interpret(typed, { bench, state, waiting, by: TECHNICIAN.id, ...tools(bench, task) });
    const drafts = draftsOf(answer, "rehearsal");
    if (drafts === null) return end(task.id, `"${typed}" at ${slotName(bench, state, aim)}: ${said(answer)}`);
    for (const draft of [...cautionDrafts(state, task, TECHNICIAN.id), ...drafts]) {
      const refused = keep(draft);
      if (refused) return end(task.id, `"${typed}" at ${slotName(bench, state, aim)}: ${refused}`);
    }
  }
  return end("release", `does not end within ${MOST_LINES} lines`);
}

const said = (answer: ReturnType<typeof interpret>): string => ("message" in answer ? answer.message : answer.kind);

/** Taken off outside in, put back inside out: the second order must be the first one backwards. */
function orderFault(bench: Bench, events: readonly JobEvent[]): Fault | null {
  const first = (ids: readonly string[]): string[] => [...new Set(ids)];
  const off = first(
    events.flatMap((e) => (isEvent(e, "part_removed") || isEvent(e, "fastener_out") ? [e.body.entry] : [])),
  );
  const fitted = first(events.flatMap((e) => (isEvent(e, "part_fitted") ? [e.body.entry] : [])));
  const wrong = [...off].reverse().findIndex((id, i) => fitted[i] !== id);
  if (wrong >= 0) {
    return { at: `spine.${off[off.length - 1 - wrong] ?? ""}`, message: `goes back as ${fitted[wrong] ?? "nothing"}` };
  }
  const spine = activeSpine(bench, fold(events)).map((entry) => entry.id);
  return off.length === spine.length ? null : { at: "spine", message: `${spine.length - off.length} never come off` };
}

/** Answers that work alike in the walk: the same conditions, time or none, the same proposal. */
function kindOfWay(procedure: Procedure, question: Question, word: string): string {
  const way = question.ways.find((w) => w.word === word);
  const conditions = [
    ...procedure.spine.map((entry: Entry) => entry.when),
    ...procedure.points.map((point) => point.when),
    ...procedure.questions.map((q) => q.when),
    ...procedure.steps.flatMap((step) => (step.kind === "do" ? [step.when] : [])),
  ];
  const named = conditions.flatMap(factsIn).map((c) => (c.fact === question.id ? c.is.includes(word) : null));
  return JSON.stringify([named, way?.minutes === 0, way?.proposes ?? null]);
}

/** Every combination of answers that work differently, and every other answer once. */
function manners(procedure: Procedure): Manner[] {
  const choices = procedure.questions.map((question) => {
    const kinds = new Map(question.ways.map((way) => [kindOfWay(procedure, question, way.word), way.word]));
    return { id: question.id, words: [...kinds.values()], all: question.ways.map((way) => way.word) };
  });
  let combined: ReadonlyMap<string, string>[] = [new Map()];
  for (const { id, words } of choices) {
    combined = combined.flatMap((sofar) => words.map((word) => new Map([...sofar, [id, word]])));
  }
  const first = combined[0] ?? new Map<string, string>();
  const others = choices.flatMap(({ id, words, all }) =>
    all.filter((word) => !words.includes(word)).map((word) => new Map([...first, [id, word]])),
  );
  return [
    ...combined.flatMap((answers) => [true, false].map((renew) => ({ answers, renew }))),
    ...others.map((answers) => ({ answers, renew: true })),
  ];
}

/** Tasks that every procedure's pieces should come to in one walk or another. */
function expectedTasks(procedure: Procedure): string[] {
  const decided = (part: Part): string[] => (part.decision ? [`decide:${part.id}`] : []);
  return [
    ...procedure.spine.flatMap((entry) => [`off:${entry.id}`, `fit:${entry.id}`]),
    ...procedure.spine.flatMap((entry) =>
      entry.kind === "pack" ? entry.layers.flatMap(decided) : entry.kind === "part" ? decided(entry) : [],
    ),
    ...procedure.points.map(
      (p) => `${p.kind}:${p.id}:${p.kind === "measure" && p.stage !== "bench" ? "left" : "found"}`,
    ),
    ...procedure.steps.flatMap((step) =>
      step.kind === "do"
        ? [`do:${step.id}`]
        : step.kind === "wait"
          ? [`start:${step.id}`, `end:${step.id}`]
          : [`build:${step.id}`],
    ),
  ];
}

/**
 * Works a procedure through from opening to release in every way that its questions allow, as a technician would who
 * does all well. It must always end, close only when all is done, put back in reverse what was taken off, and reach
 * every one of its pieces in some walk. Pure: figures and times are the rehearsal's own.
 */
export function rehearse(procedure: Procedure): Rehearsal {
  const counts = countsFor(procedure);
  const bench = benchFor(procedure, counts);
  const faults = new Map<string, Fault>();
  const note = (fault: Fault | null): void => {
    if (fault) faults.set(`${fault.at} ${fault.message}`, fault);
  };
  const reached = new Set<string>();
  let lines = 0;
  const all = manners(procedure);
  for (const manner of all) {
    const walked = walkOnce(bench, counts, manner);
    lines += walked.lines;
    for (const task of walked.tasks) reached.add(task);
    note(walked.fault);
    if (walked.fault === null) note(orderFault(bench, walked.events));
  }
  for (const task of expectedTasks(procedure)) {
    if (!reached.has(task)) note({ at: task, message: "is never reached, whatever is answered" });
  }
  for (const question of procedure.questions) {
    const asked = questionOf(procedure, question.id) && reached.has(question.at);
    if (!asked) note({ at: `questions.${question.id}`, message: `is asked in ${question.at}, which is never reached` });
  }
  return { walks: all.length, lines, faults: [...faults.values()] };
}

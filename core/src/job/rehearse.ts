import { MOST_PLATES } from "../clutch/index.ts";
import {
  conditionsIn,
  countsNeeded,
  figuresKnown,
  type Joined,
  joined,
  machineFact,
  machineFacts,
  pointOf,
  type Procedure,
  questionOf,
  stackStepsOf,
  type Step,
  tasksIn,
  type WorkAsked,
} from "../procedure/index.ts";
import { type Source, type Spec, specSchema } from "../spec/index.ts";
import { rehearsedFigures } from "../task/figure/figure.ts";
import { readTaskId } from "../task/ids.ts";
import { kindsOfWays } from "../task/question/question.ts";
import { slotRule } from "../task/registry.ts";
import { firstOfEach } from "../task/tellApart.ts";
import { complete } from "./accept.ts";
import { nextTask, slotName, waitingSlots } from "./answered.ts";
import { activeSpine, goesBack, goingIn } from "./applies.ts";
import { type Bench, NO_MORE_SAID } from "./bench.ts";
import { concernsOf } from "./concerns.ts";
import { type Actor, type Draft, isEvent, type JobEvent, RELEASE_WORD } from "./events.ts";
import { fold, foldOn, type JobState } from "./fold.ts";
import { cautionDrafts, draftsOf, interpret, tools } from "./line.ts";
import { openPoints, unsigned } from "./openPoints.ts";
import { pairwise } from "./pairwise.ts";
import { secondLooks } from "./secondLook.ts";
import type { Task } from "./task.ts";
import { walk } from "./walk.ts";
import { workOfRow, worksOf } from "./worksOf.ts";

/** What a rehearsal found wrong: where in the procedure, and what would be right. */
export type Fault = { at: string; message: string };
export type Rehearsal = { walks: number; lines: number; faults: Fault[] };

/** How a technician of a rehearsal works: their answer to each question, and whether parts are kept or renewed. */
type Manner = {
  said: Map<string, string>;
  renew: boolean;
  /** How the machine that they work on is made. */
  config: Record<string, string>;
  /** Whether nothing of that is on file: it is said, and counted, where the work turns on it. */
  unknown?: boolean;
  /** Another walk is to go another way from here on: what both have in common is not walked twice. */
  branch: (said: Map<string, string>, from: Begun) => void;
  /** How far this one was walked already by the walk that it branched off from. */
  from?: Begun;
  /** Told of each question that is answered as it was told to be. */
  answered?: (question: string) => void;
  /** What must hold as a walk comes to a task: what is wrong, or null. */
  meets?: (bench: Bench, state: JobState, task: Task) => string | null;
  /** Steps from one task to another at which a release was tried already, by whichever walk came first; null: none is. */
  tried: Set<string> | null;
};

/** A walk as far as it has come. */
type Begun = {
  readonly events: readonly JobEvent[];
  readonly clock: number;
  readonly lines: number;
  /** The task it is in, and all that it has met. */
  readonly at: string;
  readonly seen: ReadonlySet<string>;
};

// Figures that a rehearsal works with. They stand for nothing: every reading is in the middle of its limits.
const SOURCE: Source = { grade: "shop rule", book: "rehearsal", edition: "", page: "", checkedBy: null };
const READING = 2;
const MOST_LINES = 2000;
/** So many ways are walked in every combination; of what is left then, each answer on each machine, and pairs. */
const WHOLE_WALKS = 60;
const START = Date.parse("2000-01-01T00:00:00.000Z");
const MINUTE = 60_000;
const LABOUR = { perHour: "60.00", currency: "X" };
const SECOND: Actor = { id: "second", name: "Second", roles: ["technician"] };
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

/** The figures by which parts are told apart by counting: each another number. */
function countedFigures(procedure: Procedure): Record<string, number> {
  const keys = procedure.steps.flatMap((step) =>
    step.kind === "verify" && step.expect.by === "count"
      ? [step.expect.spec, ...step.expect.mistaken.map((m) => m.spec)]
      : [],
  );
  return Object.fromEntries([...new Set(keys)].map((key, i) => [key, READING + i]));
}

/** The figures that a step works with, under the keys by which it asks for them. */
function figuresOf(step: Step): Readonly<Record<string, number>> {
  if (step.kind === "verify" && step.expect.by === "length") return { [step.expect.tolerance]: READING };
  if (step.kind === "adjust" && step.under) return { [step.under.spec]: READING };
  if (step.kind === "adjust") return step.setBy ? { [step.spec]: READING } : {};
  if (step.kind !== "compute" || step.calculator === "clutch.stack") return {};
  return rehearsedFigures(step, READING);
}

/** A shop in which every figure that the procedure asks for is on file. */
function benchFor(procedure: Procedure, counts: Readonly<Record<string, number>>): Bench {
  const specs = new Map<string, Spec>();
  const file = (kind: Spec["kind"], key: string, more: object): void => {
    specs.set(key, specSchema.parse({ kind, key, label: key, source: SOURCE, ...more }));
  };
  for (const point of procedure.points) {
    if (point.kind === "measure") {
      const keys = [point.spec, ...Object.values(point.ends ?? {})].filter((key) => key !== undefined);
      const range = { kind: "range", serviceMin: READING / 2, serviceMax: READING * 2 };
      for (const key of keys)
        file("limit", key, { limit: point.difference ? { kind: "max", serviceMax: READING } : range });
      if (point.under) file("figure", point.under.spec, { value: READING, unit: point.under.unit });
    }
  }
  for (const entry of procedure.spine) {
    if (entry.kind === "fasteners") file("torque", entry.torque.spec, { targetNm: 10, tolerancePercent: 10 });
  }
  for (const [key, value] of Object.entries(countedFigures(procedure))) file("figure", key, { value, unit: "1" });
  for (const step of procedure.steps) {
    const figures = figuresOf(step);
    for (const [key, value] of Object.entries(figures)) file("figure", key, { value, unit: "1" });
    if (step.kind === "adjust" && step.setBy === undefined) {
      const limit = step.sides
        ? { kind: "max", serviceMax: READING }
        : { kind: "range", serviceMin: READING / 2, serviceMax: READING * 2 };
      file("limit", step.spec, { limit });
    }
  }
  const parts: Bench["parts"] = [];
  for (const step of stackStepsOf(procedure)) {
    const pack = procedure.spine.find((entry) => entry.id === step.pack);
    if (pack?.kind !== "pack") continue;
    const height = READING * pack.layers.reduce((sum, layer) => sum + (counts[layer.id] ?? 1), 0);
    file("height", step.spec, { heightMm: { min: height / 2, max: height * 2, target: height } });
    const kinds = pack.layers.flatMap(({ id, role = id, name, ends = [] }) => [
      { id, role, name },
      ...ends.map((end) => ({ ...end, id: end.role })),
    ]);
    for (const { id, role, name } of kinds) {
      parts.push({
        ...{ id, role, name, number: id, nominal: String(READING) },
        ...{ thicknessMm: READING, price: "1.00", currency: "X", stock: MOST_PLATES },
        ...NO_MORE_SAID,
      });
    }
  }
  const gauged = new Map(
    [...procedure.points, ...procedure.steps].flatMap((it) =>
      it.kind === "measure" || it.kind === "adjust" ? [[it.gauge, it] as const] : [],
    ),
  );
  const gauges = [...gauged.values()].map((point) => ({
    ...{ id: `${point.gauge}`, name: point.gauge, kind: point.gauge, unit: point.unit },
    ...{ resolution: 0.01, permissibleError: 0.01, calibrationDue: null },
  }));
  const wrench = { id: "wrench", name: "Wrench", minNm: 2, maxNm: 50, calibrationDue: null };
  const wrenches = [{ ...wrench, lengthMm: null, multiplier: null }];
  return {
    procedure,
    specs: [...specs.values()],
    gauges,
    wrenches,
    parts,
    presets: {},
    labour: LABOUR,
    overruled: [],
    otherBuilds: [],
  };
}

/** The word said at a place where several work differently: as told, or the first, with every other way left to be walked. */
function wordAt(manner: Manner, key: string, words: readonly string[], here: () => Begun): string {
  const told = manner.said.get(key);
  if (told !== undefined) {
    manner.answered?.(key);
    return told;
  }
  for (const word of words.slice(1)) manner.branch(new Map([...manner.said, [key, word]]), here());
  const first = words[0] ?? "";
  manner.said.set(key, first);
  return first;
}

/**
 * The machines of a rehearsal: made in so many ways that every pair of words of their configuration which conditions can
 * tell apart is there together in one of them.
 */
const machinesFor = (procedure: Procedure): Record<string, string>[] => pairwise(machineWords(procedure));

function machineWords(procedure: Procedure): Record<string, string[]> {
  const asked = conditionsIn(procedure);
  const columns = machineFacts(procedure).map((key): [string, string[]] => {
    const named = asked.filter((c) => c.fact === machineFact(key));
    const words = figuresKnown(procedure).get(key)?.words ?? [];
    return [key, firstOfEach(words, (word) => JSON.stringify(named.map((c) => c.is.includes(word))))];
  });
  return Object.fromEntries(columns);
}

const opening = (procedure: Procedure, counts: Record<string, number>, config: Record<string, string>): JobEvent => ({
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
    config,
    position: null,
    symptoms: [],
  },
});

/** The first lines of a job: its opening, and each further work of it. */
const begun = (bench: Bench, counts: Record<string, number>, config: Record<string, string>): JobEvent[] => [
  opening(bench.procedure, counts, config),
  ...worksOf(bench)
    .slice(1)
    .map(({ id: work, of, position }, i): JobEvent => {
      const procedure = { id: of, version: 1, hash: "" };
      const body = { type: "work_added", work, procedure, position, because: "rehearsal", from: null } as const;
      const line = { id: idOf(i + 2), number: i + 2, at: new Date(START).toISOString(), by: TECHNICIAN };
      return { ...line, body: { ...body, counts: {}, config: {} } };
    }),
];

const idOf = (n: number): string => `00000000-0000-4000-8000-${String(n).padStart(12, "0")}`;

type Walked = { lines: number; fault: Fault | null; events: readonly JobEvent[]; tasks: ReadonlySet<string> };

/** How many there are of what, by the figure that it is kept under. */
const numbersOf = (procedure: Procedure, counts: Readonly<Record<string, number>>): Record<string, number> =>
  Object.fromEntries(
    [...countsNeeded(procedure)].flatMap(([part, count]): [string, number][] =>
      typeof count === "number" ? [] : [[count.spec, counts[part] ?? 1]],
    ),
  );

/** What is on file of a machine that nobody has seen before: only what the procedure itself says. */
const fixedCounts = (procedure: Procedure): Record<string, number> =>
  Object.fromEntries(
    [...countsNeeded(procedure)].flatMap(([part, count]): [string, number][] =>
      typeof count === "number" ? [[part, count]] : [],
    ),
  );

/** One job from its opening to its release, worked in one manner; the first thing that goes wrong ends it. */
function walkOnce(bench: Bench, counts: Record<string, number>, manner: Manner): Walked {
  const { procedure } = bench;
  const numbers = numbersOf(procedure, counts);
  const first: Begun = {
    events: manner.unknown ? begun(bench, fixedCounts(procedure), {}) : begun(bench, counts, manner.config),
    ...{ clock: START, lines: 0, at: "", seen: new Set() },
  };
  let { events, clock, lines, at } = manner.from ?? first;
  const seen = new Set((manner.from ?? first).seen);
  let state = fold(events);
  const end = (at: string, message: string): Walked => ({ lines, fault: { at, message }, events, tasks: seen });
  const keep = (draft: Draft, by = TECHNICIAN): string | null => {
    let answer = complete(bench, state, draft, by);
    const lacks = answer.ok ? undefined : answer.error.lacks;
    const gate = lacks?.what === "gate" ? (lacks.id ?? null) : null;
    // A gate that a lead may pass is passed: both ways on must be walked.
    if (gate !== null && bench.procedure.gates.some((g) => g.id === gate && g.pass === "lead")) {
      const refused = keep({ type: "gate_passed", gate, reason: "rehearsal" });
      if (refused) return refused;
      answer = complete(bench, state, draft, TECHNICIAN);
    }
    if (!answer.ok) return answer.error.message;
    const number = events.length + 1;
    const event = { id: idOf(number), number, at: new Date(clock).toISOString(), by, body: answer.value };
    state = foldOn(state, event);
    events = state.events;
    // A wait is waited out, as a good technician does.
    if (answer.value.type === "wait_started") clock += answer.value.minutes * MINUTE;
    return null;
  };
  for (; lines < MOST_LINES; lines += 1) {
    const tasks = walk(bench, state);
    const task = nextTask(bench, state, tasks);
    if (task === null) {
      for (const look of secondLooks(bench, state)) {
        if (look.seen) continue;
        const body = { type: "second_look", task: look.task.id, saw: "rehearsal", well: true } as const;
        const refused = keep(body, SECOND);
        if (refused) return end(look.task.id, refused);
      }
      // What will not wait is left to a day, with the owner's word.
      for (const { event, urgent, condemned } of concernsOf(bench, state)) {
        if (!urgent || condemned) continue;
        const watch = { type: "followed_up", event, way: "watch", words: "Owner: knows it" } as const;
        const refused = keep({ ...watch, meter: null, on: "2000-12-31", count: null, now: null, later: null });
        if (refused) return end("release", refused);
      }
      const stranger = isStranger(bench.procedure, manner);
      const open = unsigned(state, openPoints(bench, state)).filter((point) => {
        // A stranger's figures are withheld, and what a walk round found is left: a lead answers for both.
        if (!(stranger || isOfWalk(procedure, point.task)) || point.group !== "look again") return true;
        return keep({ type: "open_point_signed", key: point.key, reason: "rehearsal" }) !== null;
      });
      if (open[0]) return end(open[0].task, `stays open although all was done well: ${open[0].text}`);
      const works = worksOf(bench).length > 1 ? worksOf(bench) : [];
      for (const { id } of works) {
        const refused = keep({ type: "work_released", work: id, said: RELEASE_WORD });
        if (refused) return end("release", refused);
      }
      const refused = keep({ type: "job_released", said: RELEASE_WORD });
      return refused ? end("release", refused) : { lines, fault: null, events, tasks: seen };
    }
    // Asked once for each step from one task to another: nothing may be closed while something waits.
    const step = `${at} ${task.id}`;
    if (task.id !== at) {
      for (const one of tasks) seen.add(one.id);
      const wrong = manner.meets?.(bench, state, task) ?? null;
      if (wrong !== null) return end(task.id, wrong);
    }
    if (task.id !== at && manner.tried?.has(step) === false) {
      manner.tried.add(step);
      if (complete(bench, state, { type: "job_released", said: RELEASE_WORD }, TECHNICIAN).ok) {
        return end(task.id, "something waits, and yet the job could be released");
      }
    }
    at = task.id;
    const waiting = waitingSlots(bench, state, task);
    const aim = waiting[0];
    if (!aim) return end(task.id, "waits for nothing");
    const here = (): Begun => ({ events, clock, lines, at, seen: new Set(seen) });
    const one = (key: string, words: readonly string[]): string => wordAt(manner, key, words, here);
    const made = manner.config;
    const how = { bench, state, reading: READING, renew: manner.renew, one, made, numbers };
    const typed = slotRule(aim).rehearsed(how, aim);
    const answer = interpret(typed, {
      bench,
      state,
      waiting,
      by: TECHNICIAN,
      here: task,
      aim: null,
      ...tools(bench, task),
    });
    const drafts = draftsOf(answer, answer.kind === "owner" ? "Owner: go ahead" : "rehearsal");
    if (drafts === null) return end(task.id, `"${typed}" at ${slotName(bench, state, aim)}: ${said(answer)}`);
    for (const draft of [...cautionDrafts(state, task, TECHNICIAN), ...drafts]) {
      const refused = keep(draft);
      if (refused) return end(task.id, `"${typed}" at ${slotName(bench, state, aim)}: ${refused}`);
    }
  }
  return end("release", `does not end within ${MOST_LINES} lines`);
}

const isStranger = ({ identity }: Procedure, manner: Manner): boolean =>
  identity !== undefined && identity.strangers.includes(manner.said.get(identity.question) ?? "");

/** Whether a task looks at something on a walk round a machine: what it finds is the answer, not a fault of the walk. */
const isOfWalk = (procedure: Procedure, task: string): boolean =>
  pointOf(procedure, readTaskId(task)?.of ?? "")?.swept === true;

const said = (answer: ReturnType<typeof interpret>): string => ("message" in answer ? answer.message : answer.kind);

/** Taken off outside in, put back inside out: the second order must be the first one backwards, in each work of the job. */
const orderFault = (bench: Bench, events: readonly JobEvent[]): Fault | null =>
  worksOf(bench)
    .map((work) => orderFaultOf(bench, events, (id) => (workOfRow(bench, id) ?? work).id === work.id))
    .find((fault) => fault !== null) ?? null;

function orderFaultOf(bench: Bench, events: readonly JobEvent[], own: (entry: string) => boolean): Fault | null {
  const first = (ids: readonly string[]): string[] => [...new Set(ids)].filter(own);
  const off = first(
    events.flatMap((e) => (isEvent(e, "part_removed") || isEvent(e, "fastener_out") ? [e.body.entry] : [])),
  );
  const fitted = first(events.flatMap((e) => (isEvent(e, "part_fitted") ? [e.body.entry] : [])));
  const state = fold(events);
  const active = activeSpine(bench, state).filter(({ id }) => own(id));
  // What is looked at where it sits comes out only where it is renewed.
  const stays = active.filter((entry) => entry.kind === "part" && entry.stays === true && !off.includes(entry.id));
  const spine = active.filter((entry) => !stays.includes(entry)).map((entry) => entry.id);
  const gone = new Set(active.filter((entry) => !goesBack(bench, state, entry)).map((entry) => entry.id));
  const back = goingIn(bench, state)
    .map(({ id }) => id)
    .filter((id) => off.includes(id) && !gone.has(id));
  const wrong = back.findIndex((id, i) => fitted[i] !== id);
  if (wrong >= 0) return { at: `spine.${back[wrong] ?? ""}`, message: `goes back as ${fitted[wrong] ?? "nothing"}` };
  return off.length === spine.length ? null : { at: "spine", message: `${spine.length - off.length} never come off` };
}

/** How the walks of several works differ: the words of the machine, the answers, and whether parts are renewed. */
const RENEWED = "renewed";
function mannersOf(procedure: Procedure): Record<string, string>[] {
  const answers = procedure.questions.map((question): [string, string[]] => [
    `ask ${question.id}`,
    kindsOfWays(procedure, question),
  ]);
  const machine = Object.entries(machineWords(procedure)).map(([key, words]): [string, string[]] => [
    `is ${key}`,
    words,
  ]);
  return pairwise(Object.fromEntries([[RENEWED, ["yes", "no"]], ...machine, ...answers]));
}

const named = (row: Readonly<Record<string, string>>, begin: string): [string, string][] =>
  Object.entries(row).flatMap(([key, word]) => (key.startsWith(begin) ? [[key.slice(begin.length), word]] : []));

/**
 * Several works of one job worked through: once in the shop's presets, or `thorough`ly with every pair of answers, of words
 * of the machine, and of parts kept or renewed. It must end, close, and go back in reverse. The rows that are done once
 * are answered with.
 */
export function rehearseTogether(
  asked: readonly [WorkAsked, ...WorkAsked[]],
  thorough = false,
): { shared: Joined["shared"]; faults: Fault[]; walks: number } {
  const laidOut = joined(asked);
  const { procedure, shared } = laidOut;
  if (Object.keys(shared).length === 0) return { shared, faults: [], walks: 0 };
  const counts = countsFor(procedure);
  const bench = { ...benchFor(procedure, counts), ...laidOut };
  const presets = procedure.questions.flatMap(({ id, preset }) =>
    preset === undefined ? [] : [[id, preset] as const],
  );
  const rows = thorough
    ? mannersOf(procedure).map((row) => ({ said: named(row, "ask "), config: named(row, "is "), renew: row[RENEWED] }))
    : [{ said: presets, config: Object.entries(machinesFor(procedure)[0] ?? {}), renew: "yes" }];
  const faults = rows.flatMap(({ said, config, renew }): Fault[] => {
    const manner: Manner = {
      ...{ said: new Map(said), config: Object.fromEntries(config), renew: renew === "yes" },
      ...{ branch: () => undefined, tried: null },
    };
    const { fault, events } = walkOnce(bench, counts, manner);
    return [fault ?? orderFault(bench, events) ?? []].flat();
  });
  return { shared, faults, walks: rows.length };
}

/** One whole job of a procedure, every step of it done: its log, and the shop that it was worked in. */
export function rehearsedJob(procedure: Procedure): { bench: Bench; events: readonly JobEvent[] } {
  const counts = countsFor(procedure);
  const bench = benchFor(procedure, counts);
  const { events } = walkOnce(bench, counts, {
    said: new Map(),
    renew: true,
    config: machinesFor(procedure)[0] ?? {},
    branch: () => undefined,
    tried: new Set(),
  });
  return { bench, events };
}

/**
 * A machine of which nothing is on file comes to the same work as one of which all is: what is said and counted on the way
 * takes the place of the book.
 */
function unknownFault(bench: Bench, counts: Record<string, number>, config: Record<string, string>): Fault | null {
  const walked = [true, false].map((unknown) => {
    const manner = { said: new Map(), renew: true, config, unknown, branch: () => undefined, tried: null };
    return walkOnce(bench, counts, manner);
  });
  const fault = walked.find((one) => one.fault !== null)?.fault ?? null;
  if (fault) return { at: fault.at, message: `with nothing on file: ${fault.message}` };
  const [without = [], withAll = []] = walked.map(({ events }) => walk(bench, fold(events)).map(({ id }) => id));
  const i = without.findIndex((id, n) => id !== withAll[n]);
  if (i < 0 && without.length === withAll.length) return null;
  const message = `with nothing on file comes ${without[i] ?? "nothing"}, and ${withAll[i] ?? "nothing"} where it is known`;
  return { at: withAll[i] ?? "spine", message };
}

/**
 * Works a procedure through from opening to release in every way that its questions allow, on machines made in every
 * pair of ways, as a technician would who does all well; where those are more than can be walked, the rest by each answer
 * on each machine, and every pair of answers, of words of the machine, and of parts kept or renewed. It must always end, close only when all is done, put back in reverse what was taken off, and reach
 * every one of its pieces in some walk. What else must hold of each walk, as its tasks in order, `look` tells; and what
 * must hold as it comes to a task, `meets`. Pure: figures and times are the rehearsal's own.
 */
export function rehearse(
  procedure: Procedure,
  look: (tasks: readonly string[]) => Fault | null = () => null,
  meets: Manner["meets"] = () => null,
): Rehearsal {
  const counts = countsFor(procedure);
  const bench = benchFor(procedure, counts);
  const faults = new Map<string, Fault>();
  const note = (fault: Fault | null): void => {
    if (fault) faults.set(`${fault.at} ${fault.message}`, fault);
  };
  const reached = new Set<string>();
  const tried = new Set<string>();
  const once = new Set<string>();
  let lines = 0;
  let walks = 0;
  // Whether a walk branches off once only: at each answer, and behind it where nobody has said that one yet.
  let single = false;
  const branched = new Set<string>();
  const round = procedure.points.some(({ swept }) => swept === true);
  type Told = Pick<Manner, "said" | "renew" | "config" | "from"> & { alone: string | null };
  const machines = machinesFor(procedure);
  const told = machines.flatMap((config) =>
    [true, false].map((renew): Told => ({ said: new Map(), renew, config, alone: null })),
  );
  // Answers that work alike are each said once too: their words must be possible to type.
  for (const question of procedure.questions) {
    const kinds = kindsOfWays(procedure, question);
    for (const { word } of question.ways) {
      if (kinds.includes(word)) continue;
      for (const config of machines)
        told.push({ said: new Map([[question.id, word]]), renew: true, config, alone: `${question.id} ${word}` });
    }
  }
  const go = ({ alone, ...how }: Told): void => {
    // Said on one machine that asks it, it was said.
    if (alone !== null && once.has(alone)) return;
    const branch: Manner["branch"] = (said, from) => {
      const last = [...said].at(-1)?.join(" ");
      // Behind a branch only what nobody has said yet, such as an answer that only that branch asks for.
      if (alone !== null && (alone !== "" || branched.has(last ?? ""))) return;
      if (single && last !== undefined) branched.add(last);
      // A walk round is asked and finds something at every step: each is said once, and pairs of answers besides.
      if (round && last !== undefined) {
        if (once.has(last)) return;
        once.add(last);
      }
      told.push({ ...how, said, from, alone: single ? "" : null });
    };
    const answered = (question: string): void => {
      const word = `${question} ${how.said.get(question) ?? ""}`;
      if (word === alone) once.add(word);
    };
    const walked = walkOnce(bench, counts, { ...how, branch, answered, tried, meets });
    walks += 1;
    lines += walked.lines;
    for (const task of walked.tasks) reached.add(task);
    note(walked.fault);
    if (walked.fault === null) {
      note(orderFault(bench, walked.events));
      note(look(walk(bench, fold(walked.events)).map(({ id }) => id)));
    }
  };
  // On a walk round what is found here changes little there: its answers are not walked in every combination.
  while (told.length > 0 && walks < (round ? 0 : WHOLE_WALKS)) {
    const next = told.pop();
    if (next) go(next);
  }
  if (told.length > 0) {
    told.length = 0;
    single = true;
    machines.forEach((config, i) => told.push({ said: new Map(), renew: i % 2 === 0, config, alone: null }));
    for (const row of mannersOf(procedure)) {
      const config = Object.fromEntries(named(row, "is "));
      told.push({ said: new Map(named(row, "ask ")), renew: row[RENEWED] === "yes", config, alone: "" });
    }
    for (let next = told.pop(); next; next = told.pop()) go(next);
  }
  for (const config of machines) note(unknownFault(bench, counts, config));
  for (const task of tasksIn(procedure)) {
    if (!reached.has(task)) note({ at: task, message: "is never reached, whatever is answered" });
  }
  for (const question of procedure.questions) {
    const asked = questionOf(procedure, question.id) && reached.has(question.at);
    if (!asked) note({ at: `questions.${question.id}`, message: `is asked in ${question.at}, which is never reached` });
  }
  return { walks, lines, faults: [...faults.values()] };
}

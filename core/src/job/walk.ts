import { fastenerSequence } from "../fastener/index.ts";
import {
  type AdjustStep,
  type BackoffStep,
  type LugsStep,
  type PairStep,
  type ComputeStep,
  type DoStep,
  type Entry,
  entryHolding,
  type FastenerEntry,
  type GearingStep,
  holds,
  isSetting,
  itemName,
  type MeasurePoint,
  partOf,
  phaseOfStage,
  type Point,
  pointOf,
  pieceOf,
  questionOf,
  type Sized,
  sizeFor,
  type SlackStep,
  type SplineStep,
  type Step,
  stepOf,
  type VerifyStep,
  type WaitStep,
  waitStepsOf,
} from "../procedure/index.ts";
import { isAdjusted, turnOf } from "./adjust.ts";
import { activeIds, activeParts, activePoints, activeSpine, goesBack, stepApplies, wayOf } from "./applies.ts";
import type { Bench } from "./bench.ts";
import { type Phase, PACK_CHECKS } from "./events.ts";
import { factsOf } from "./facts.ts";
import { countOf, type JobState } from "./fold.ts";
import { isRenewed, judgeItem } from "./judged.ts";
import { perState } from "./perState.ts";
import { type Slot, slot } from "./slot.ts";
import { acceptedBuild, platesOf } from "./stack.ts";
import { isPackRight } from "./stackChecks.ts";
import { waitApplies } from "./waits.ts";

export const STAGES = ["apart", "measure", "decide", "build", "together", "prove"] as const;
export type Stage = (typeof STAGES)[number];

export type TaskKind =
  | "off"
  | "do"
  | "wait"
  | "measure"
  | "inspect"
  | "decide"
  | "build"
  | "check"
  | "verify"
  | "adjust"
  | "compute"
  | "fit"
  | "torque"
  | "lock"
  | "count";

/** One stretch of work: what the middle of the bench shows and the entry line walks through. */
export type Task = {
  id: string;
  number: number;
  stage: Stage;
  kind: TaskKind;
  title: string;
  do: string;
  why: string | null;
  caution: string | null;
  tools: readonly string[];
  /** Figures of the machine that are told here, by key. */
  tells: readonly string[];
  /** What a second pair of hands does here, where there is one. */
  helper: string | null;
  /** The spine entry it belongs to, to light up its part; null for steps of the whole machine. */
  entry: string | null;
  slots: Slot[];
};

type Sketch = Omit<Task, "number" | "why" | "caution" | "tools" | "tells" | "helper"> & {
  helper?: string | undefined;
  why?: string | undefined;
  caution?: string | undefined;
  tools?: readonly Sized[];
  tells?: readonly string[];
};

const numbers = (count: number): number[] => Array.from({ length: count }, (_, i) => i + 1);

function doTask(step: DoStep): Sketch {
  const { id, stage, title, why, caution, tools, tells, helper } = step;
  const counts = step.temporary.map((piece) => slot.count(piece.id, "apart"));
  return {
    id: `do:${id}`,
    stage,
    kind: "do",
    title,
    do: step.do,
    ...{ why, caution, tools, tells, helper },
    entry: step.before ?? null,
    slots: [slot.do(id), ...counts],
  };
}

/** A step with one slot of its own kind: something verified, adjusted or computed. */
function ownTask(
  step: VerifyStep | AdjustStep | SlackStep | GearingStep | SplineStep | BackoffStep | PairStep | LugsStep,
): Sketch {
  const { id, stage, kind, title, why, caution, tools } = step;
  const before = "before" in step ? step.before : undefined;
  const after = "after" in step ? step.after : undefined;
  const what = { id: `${kind}:${id}`, stage, kind, title, do: step.do, why, caution, tools };
  return { ...what, entry: before ?? after ?? null, slots: [slot[kind](id)] };
}

function offTask(state: JobState, entry: Entry): Sketch {
  const byPlace = entry.kind === "fasteners" && entry.tray === "by place";
  return {
    ...entry.apart,
    id: `off:${entry.id}`,
    stage: "apart",
    kind: "off",
    title: `${entry.name} off`,
    entry: entry.id,
    slots: byPlace
      ? numbers(countOf(state, entry.id)).map((place) => slot.out(entry.id, place))
      : [
          slot.off(entry.id),
          ...(entry.kind === "part" ? entry.loose.map((piece) => slot.count(piece.id, "apart")) : []),
        ],
  };
}

/** Places and items of a point in the order they are read: all places of one item, then the next item. */
function pointTask(bench: Bench, state: JobState, point: Point, stage: Stage, phase: Phase): Sketch {
  const part = partOf(bench.procedure, point.on);
  const items = part === undefined ? [1] : numbers(countOf(state, part.id));
  // Measured once more when what was worn is replaced: only the new ones.
  const renewed = stage === "decide";
  const chosen = renewed && part ? items.filter((i) => isRenewed(state, part, i)) : items;
  return {
    id: `${point.kind}:${point.id}:${phase}`,
    stage,
    kind: point.kind,
    title: renewed ? `${point.name}, new parts` : point.name,
    do: renewed ? "measure the new parts too: new parts can be wrong" : point.ask,
    ...{ why: point.why, caution: point.caution, tells: point.tells },
    entry: entryHolding(bench.procedure, point.on)?.id ?? null,
    slots: chosen.flatMap((item) =>
      point.kind === "inspect"
        ? [slot.find(point.id, item)]
        : numbers(renewed ? point.placesNew : point.places).map((place) => slot.read(point.id, item, place, phase)),
    ),
  };
}

/**
 * Passes in order, each over every place in the pattern's order. A cross needs an even count of four or more; a model
 * with another count is pulled in a star. Common practice, no source.
 */
export function pullSlots(state: JobState, entry: FastenerEntry): Slot[] {
  const { stagesPercent } = entry.torque;
  const count = countOf(state, entry.id);
  const pattern = entry.torque.pattern === "cross" && (count < 4 || count % 2 === 1) ? "star" : entry.torque.pattern;
  const answer = fastenerSequence({ count, pattern, stagesPercent });
  if (!answer.ok) throw new Error(`${entry.id}: ${answer.error.message}`);
  return answer.value.passes.flatMap((pass, p) => pass.order.map((place) => slot.pull(entry.id, place, p + 1)));
}

/** How many times something of an entry goes in: plates one by one, bolts with places of their own each. */
function fitCount(bench: Bench, state: JobState, entry: Entry): number {
  if (entry.kind === "pack") return platesOf(bench, state, entry).length;
  return entry.kind === "fasteners" && entry.tray === "by place" ? countOf(state, entry.id) : 1;
}

/** Torque and lock of a group; held back until another entry is in where the procedure says so. */
function torqueTasks(state: JobState, entry: FastenerEntry): Sketch[] {
  const torque: Sketch = {
    id: `torque:${entry.id}`,
    stage: "together",
    kind: "torque",
    title: `${entry.name}: torque`,
    do: entry.torque.before,
    caution: entry.torque.caution,
    tools: entry.together.tools,
    entry: entry.id,
    slots: pullSlots(state, entry),
  };
  if (!entry.locking) return [torque];
  const lock: Sketch = {
    id: `lock:${entry.id}`,
    stage: "together",
    kind: "lock",
    title: `${entry.name}: lock`,
    do: entry.locking.do,
    entry: entry.id,
    slots: numbers(countOf(state, entry.id)).map((place) => slot.lock(entry.id, place)),
  };
  return [torque, lock];
}

function fitTask(bench: Bench, state: JobState, entry: Entry): Sketch {
  const counted = entry.kind === "part" ? entry.loose.map((piece) => slot.count(piece.id, "together")) : [];
  return {
    ...entry.together,
    id: `fit:${entry.id}`,
    stage: "together",
    kind: "fit",
    title: entry.kind === "fasteners" ? `${entry.name}: start by hand` : entry.name,
    entry: entry.id,
    slots: [...numbers(fitCount(bench, state, entry)).map((item) => slot.fit(entry.id, item)), ...counted],
  };
}

function startTask(bench: Bench, state: JobState, wait: WaitStep): Sketch {
  const { id, title, why, caution, tools } = wait;
  const none = wayOf(bench, state, wait.minutesBy)?.minutes === 0;
  const slots = none ? [] : [slot.start(id)];
  return {
    id: `start:${id}`,
    stage: wait.starts === "first" ? "apart" : "measure",
    kind: "wait",
    title,
    do: wait.do,
    why,
    caution,
    tools,
    entry: null,
    slots,
  };
}

/** A wait that was started, or may still be, ends before its entry goes in. */
function endTasks(bench: Bench, state: JobState, entry: Entry): Sketch[] {
  return waitStepsOf(bench.procedure)
    .filter((wait) => wait.before === entry.id && waitApplies(bench, state, wait))
    .filter((wait) => state.bySlot.has(slot.start(wait.id).key))
    .map((wait) => ({
      id: `end:${wait.id}`,
      stage: "together",
      kind: "wait",
      title: `${wait.title}: over`,
      do: wait.end,
      entry: entry.id,
      slots: [slot.end(wait.id)],
    }));
}

/**
 * What the list of work depends on: counts, answers, findings, decisions, clocks started, and which entries are worked
 * on. Readings and pulls do not change it.
 */
const shapeOf = (bench: Bench, state: JobState): string => {
  const parts: string[] = [state.opened?.id ?? "", ...activeIds(bench, state)];
  for (const [key, lines] of state.bySlot) {
    if (/^(ask|decide|start|find):/.test(key)) parts.push(key, lines[lines.length - 1]?.id ?? "");
  }
  return parts.join(" ");
};

/** The list made last for each bench, with its shape: most lines typed leave it as it is. */
const lastWalks = new WeakMap<Bench, { shape: string; tasks: readonly Task[] }>();

/**
 * The whole job as an ordered list of work. Going apart runs down the spine; going together is the same row walked up,
 * never written twice. Questions stand in the task they belong to; what depends on one appears once it is answered.
 */
export const walk = perState((bench, state): readonly Task[] => {
  const shape = shapeOf(bench, state);
  const last = lastWalks.get(bench);
  if (last?.shape === shape) return last.tasks;
  const tasks = layOut(bench, state);
  lastWalks.set(bench, { shape, tasks });
  return tasks;
});

/** Rows by what `keyOf` says of each, in their own order. */
function grouped<Row>(rows: readonly Row[], keyOf: (row: Row) => string): ReadonlyMap<string, readonly Row[]> {
  const groups = new Map<string, Row[]>();
  for (const row of rows) {
    const key = keyOf(row);
    const group = groups.get(key);
    if (group) group.push(row);
    else groups.set(key, [row]);
  }
  return groups;
}

/** Whether a part that is looked at where it sits is left there: until it is decided to be renewed. */
const staysIn = (bench: Bench, state: JobState, entry: Entry): boolean =>
  entry.kind === "part" &&
  entry.stays === true &&
  !numbers(countOf(state, entry.id)).some((item) => isRenewed(state, entry, item));

function layOut(bench: Bench, state: JobState): readonly Task[] {
  const { procedure } = bench;
  const facts = factsOf(bench, state);
  const spine = activeSpine(bench, state);
  const points = activePoints(bench, state);
  const steps = procedure.steps.filter((step) => stepApplies(bench, state, step));
  type Anchored = { before?: string | undefined; after?: string | undefined };
  const placeOf = (stage: string, { before = "", after = "" }: Anchored): string => `${stage} ${before} ${after}`;
  // Each looked up by where it stands: a long procedure has a hundred places.
  const stepsByPlace = grouped(steps, (step) => ("stage" in step ? placeOf(step.stage, step as Anchored) : ""));
  const pointsByPlace = grouped(points, (point) => placeOf(point.stage, point));
  const stepTask = (step: Step): Sketch[] => {
    if (step.kind === "do") return [doTask(step)];
    if (step.kind === "verify" || step.kind === "adjust") return [ownTask(step)];
    return step.kind === "compute" && step.calculator !== "clutch.stack" ? [ownTask(step)] : [];
  };
  // What works a figure out, turns something or cannot be undone comes after what is read at the same place.
  const comesLate = (step: Step, stage: Stage): boolean =>
    step.kind === "adjust" ||
    (step.kind === "compute" && stage === "together") ||
    (step.kind === "do" && step.irreversible !== undefined);
  const isEarly = (step: Step): boolean => step.kind === "do" && step.early;
  /** Steps of a stage at a place, in their own order. */
  const stepsAt = (stage: Stage, at: Anchored, late: boolean): Sketch[] =>
    (stepsByPlace.get(placeOf(stage, at)) ?? [])
      .filter((step) => comesLate(step, stage) === late && !isEarly(step))
      .flatMap(stepTask);
  const pointsAt = (stage: Point["stage"], at: Anchored, under: Stage): Sketch[] =>
    (pointsByPlace.get(placeOf(stage, at)) ?? []).map((point) =>
      pointTask(bench, state, point, under, phaseOfStage(stage)),
    );
  const back = spine.filter((entry) => goesBack(bench, state, entry) && !staysIn(bench, state, entry));
  // Read once more as left: after the first of its entries that goes in, or at the end.
  const asLeft = grouped(
    points.filter((point): point is MeasurePoint => point.kind === "measure" && point.again),
    ({ leftAfter }) => leftAfter.find((id) => back.some((entry) => entry.id === id)) ?? "",
  );
  const readAgain = (after: string, stage: Stage): Sketch[] =>
    (asLeft.get(after) ?? []).map((point) => ({
      ...pointTask(bench, state, point, stage, "left"),
      title: `${point.name}, as left`,
    }));
  const at = (stage: Stage & Point["stage"], place: Anchored): Sketch[] => [
    ...stepsAt(stage, place, false),
    ...pointsAt(stage, place, stage),
    ...(stage === "together" && place.after !== undefined ? readAgain(place.after, stage) : []),
    ...stepsAt(stage, place, true),
  ];
  const computes = steps.filter((s): s is ComputeStep => s.kind === "compute" && s.calculator === "clutch.stack");
  /** The entry a group waits for before it is tightened, where that goes in; else null: as soon as it is in itself. */
  const tightenedAfter = (entry: FastenerEntry): string | null =>
    back.find((e) => e.id === entry.torque.after)?.id ?? null;
  const waitingFor = grouped(
    back.filter((entry): entry is FastenerEntry => entry.kind === "fasteners"),
    (entry) => tightenedAfter(entry) ?? "",
  );
  // Those that waited longest are tightened first: the group's own come last.
  const tightened = (after: string): Sketch[] =>
    [...(waitingFor.get(after) ?? [])].reverse().flatMap((entry) => torqueTasks(state, entry));

  const starting = (when: WaitStep["starts"]): Sketch[] =>
    waitStepsOf(procedure)
      .filter((wait) => wait.starts === when && waitApplies(bench, state, wait))
      .map((wait) => startTask(bench, state, wait));

  const sketches: Sketch[] = [
    ...starting("first"),
    ...at("apart", {}),
    ...spine.flatMap((entry) => [
      ...at("apart", { before: entry.id }),
      ...(staysIn(bench, state, entry) ? [] : [offTask(state, entry)]),
    ]),
    ...pointsAt("bench", {}, "measure"),
    ...starting("bench"),
    ...activeParts(bench, state)
      .filter((part) => part.decision !== undefined)
      .map((part): Sketch => ({
        id: `decide:${part.id}`,
        stage: "decide",
        kind: "decide",
        title: `${part.name}: keep, renew or leave`,
        do: "take the proposal with Enter, or say otherwise",
        why: part.decision?.because,
        entry: entryHolding(procedure, part.id)?.id ?? null,
        slots:
          part.decision?.scope === "each"
            ? numbers(countOf(state, part.id)).map((item) => slot.decide(part.id, item))
            : [slot.decide(part.id, 0)],
      })),
    ...points
      .filter((point) => point.kind === "measure" && point.stage === "bench")
      .map((point) => pointTask(bench, state, point, "decide", "left"))
      .filter((task) => task.slots.length > 0),
    ...computes.flatMap((step): Sketch[] => [
      {
        ...step,
        id: `build:${step.id}`,
        kind: "build",
        entry: step.pack,
        slots: [slot.build(step.id)],
      },
      {
        id: `check:${step.id}`,
        stage: "build",
        kind: "check",
        title: "Lay the pack out and check it",
        do: "Plates on the bench in the order they go in, outermost first. Count, thicknesses, order and facing are four checks.",
        why: "A right sum can hide a wrong plate or a wrong order.",
        entry: step.pack,
        slots: PACK_CHECKS.map((check) => slot.check(step.id, check)),
      },
    ]),
    ...stepsAt("build", {}, false),
    ...pointsAt("build", {}, "build"),
    ...stepsAt("build", {}, true),
    ...[...back].reverse().flatMap((entry) => {
      const own = entry.kind === "fasteners" && tightenedAfter(entry) === null ? torqueTasks(state, entry) : [];
      return [
        ...endTasks(bench, state, entry),
        ...at("together", { before: entry.id }),
        fitTask(bench, state, entry),
        ...own,
        ...at("together", { after: entry.id }),
        ...tightened(entry.id),
      ];
    }),
    ...steps
      .filter((step): step is DoStep => step.kind === "do")
      .flatMap((step) =>
        step.temporary.map((piece): Sketch => ({
          id: `away:${piece.id}`,
          stage: "prove",
          kind: "count",
          title: `${piece.name} taken away`,
          do: `Take away what was put on for the work, and count it.`,
          entry: null,
          slots: [slot.count(piece.id, "together")],
        })),
      ),
    ...steps.filter(isEarly).flatMap(stepTask),
    ...pointsAt("prove", {}, "prove"),
    ...stepsAt("prove", {}, true),
    ...readAgain("", "prove"),
    ...stepsAt("prove", {}, false),
  ];
  const asked = procedure.questions.filter((q) => holds(q.when, facts) === true);
  const askedAt = grouped(asked, (q) => `${q.turn} ${q.at}`);
  const askedIn = (at: string, turn: "first" | "last"): Slot[] =>
    (askedAt.get(`${turn} ${at}`) ?? []).map((q) => slot.ask(q.id));
  // Where somebody said that they work alone, nobody is called.
  const alone = procedure.questions.some((q) => wayOf(bench, state, q.id)?.alone);
  const { hardware } = state.opened?.body.config ?? {};
  return sketches.map((sketch, i): Task => {
    const first = askedIn(sketch.id, "first");
    const last = askedIn(sketch.id, "last");
    return {
      id: sketch.id,
      number: i + 1,
      stage: sketch.stage,
      kind: sketch.kind,
      title: sketch.title,
      do: sketch.do,
      why: sketch.why ?? null,
      caution: sketch.caution ?? null,
      tools: sketch.tools?.map((tool) => sizeFor(tool, hardware)) ?? [],
      tells: sketch.tells ?? [],
      helper: alone ? null : (sketch.helper ?? null),
      entry: sketch.entry,
      slots: first.length + last.length > 0 ? [...first, ...sketch.slots, ...last] : sketch.slots,
    };
  });
}

export function isAnswered(bench: Bench, state: JobState, s: Slot): boolean {
  if (s.kind === "build") {
    const step = computeStepOf(bench, s.step);
    return step !== null && acceptedBuild(bench, state, step) !== null;
  }
  if (s.kind === "adjust") return isAdjusted(state, s.step);
  // A setting that is read as left and is not well is not left so: it is set and read again, or left with a word.
  if (s.kind === "read" && s.phase === "left" && state.bySlot.has(s.key)) {
    const point = pointOf(bench.procedure, s.point);
    if (point?.kind === "measure" && isSetting(point)) {
      const verdict = judgeItem(state, point, s.item, "left")?.verdict;
      return verdict !== "past" && verdict !== "undecided";
    }
  }
  if (s.kind === "check") {
    const step = computeStepOf(bench, s.step);
    return step !== null && state.bySlot.has(s.key) && isPackRight(bench, state, step, s.check);
  }
  return (state.bySlot.get(s.key)?.length ?? 0) > 0;
}

/**
 * Left open with a reason. A wait that was passed over when nothing was to wait is asked again once its part is decided to
 * be new: what was skipped then was skipped for the old one.
 */
export function isSkipped(bench: Bench, state: JobState, s: Slot): boolean {
  const skip = state.skipped.get(s.key);
  if (!skip || (state.bySlot.has(s.key) && isAnswered(bench, state, s))) return false;
  if (s.kind !== "start") return true;
  const wait = waitStepsOf(bench.procedure).find(({ id }) => id === s.wait);
  if (wait?.for === undefined) return true;
  const decided = [...state.bySlot].flatMap(([key, lines]) =>
    key.startsWith(`decide:${wait.for ?? ""}:`) ? (lines[lines.length - 1] ?? []) : [],
  );
  return !decided.some(({ number, body }) => number > skip.number && "decision" in body && body.decision === "renew");
}

/** Whether an entry has come off whole. */
export function isOff(bench: Bench, state: JobState, entry: Entry): boolean {
  return offTask(state, entry)
    .slots.filter((s) => s.kind !== "count")
    .every((s) => isAnswered(bench, state, s));
}

/** Slots of a task that still wait for an answer, skipped ones left out. */
export function waitingSlots(bench: Bench, state: JobState, task: Task): Slot[] {
  return task.slots.filter((s) => !isAnswered(bench, state, s) && !isSkipped(bench, state, s));
}

/**
 * The slots that the line walks through in a task: those that wait, from the one pointed at. In a task that was gone to
 * on purpose and where nothing waits, the skipped ones are asked again.
 */
export function slotsInHand(bench: Bench, state: JobState, task: Task, chosen: boolean, aim: string | null): Slot[] {
  const waiting = waitingSlots(bench, state, task);
  // What was answered and is gone to on purpose is asked again before anything else.
  const again = chosen ? task.slots.find((s) => s.kind === "ask" && s.key === aim && !waiting.includes(s)) : undefined;
  if (again) return [again, ...waiting];
  const open = waiting.length === 0 && chosen ? task.slots.filter((s) => isSkipped(bench, state, s)) : waiting;
  const at = open.findIndex((s) => s.key === aim);
  return at <= 0 ? open : [...open.slice(at), ...open.slice(0, at)];
}

/** The first task that still waits, or null when every one is answered or skipped. */
export function nextTask(bench: Bench, state: JobState, tasks: readonly Task[]): Task | null {
  return tasks.find((task) => waitingSlots(bench, state, task).length > 0) ?? null;
}

const CHECK_NAMES = { count: "count", plates: "thicknesses, outermost first", facing: "facing" } as const;

/** What the line aims at, in words: "friction 5, place 2", "plate bolt 3, pass 1". */
export function slotName(bench: Bench, state: JobState, s: Slot): string {
  const { procedure } = bench;
  switch (s.kind) {
    case "ask":
      return questionOf(procedure, s.question)?.ask ?? s.question;
    case "out":
    case "lock": {
      const entry = procedure.spine.find((e) => e.id === s.entry);
      return entry?.kind === "fasteners" ? itemName(entry, s.place, countOf(state, entry.id)) : s.entry;
    }
    case "count": {
      const piece = pieceOf(procedure, s.piece);
      if (!piece) return s.piece;
      const there = s.way === "apart" ? !piece.temporary : piece.temporary;
      return `${piece.name.toLowerCase()}, how many ${there ? "out" : piece.temporary ? "put on" : "in"}`;
    }
    case "start":
    case "end":
    case "build":
    case "verify":
    case "compute":
    case "do": {
      const id = s.kind === "start" || s.kind === "end" ? s.wait : s.step;
      return procedure.steps.find((step) => step.id === id)?.title.toLowerCase() ?? id;
    }
    case "adjust": {
      const step = stepOf(procedure, s.step);
      if (step?.kind !== "adjust") return s.step;
      const turning = turnOf(state, step.id) === "turn" && !isAdjusted(state, step.id);
      return turning ? `turned, ${step.turn.unit}` : `${step.title.toLowerCase()}, reading`;
    }
    case "check":
      return CHECK_NAMES[s.check];
    case "off":
    case "fit": {
      const entry = procedure.spine.find((e) => e.id === s.entry);
      if (!entry) return s.entry;
      if (s.kind === "fit" && entry.kind === "fasteners" && entry.tray === "by place") {
        return itemName(entry, s.item, countOf(state, entry.id));
      }
      if (s.kind === "off" || entry.kind !== "pack") return entry.name.toLowerCase();
      const plates = platesOf(bench, state, entry);
      return plates[plates.length - s.item]?.name ?? entry.name;
    }
    case "read":
    case "find": {
      const point = pointOf(procedure, s.point);
      const part = point && partOf(procedure, point.on);
      const count = part ? countOf(state, part.id) : 1;
      const plain = part && count > 1 ? itemName(part, s.item, count) : (point?.name.toLowerCase() ?? s.point);
      if (point?.kind !== "measure" || s.kind !== "read") return plain;
      const name = point.again && s.phase === "left" ? `${plain}, as left` : plain;
      // A renewed part is measured at fewer places, which have no names of their own.
      const renewed = s.phase === "left" && point.stage === "bench" && !point.again;
      if (renewed || point.places === 1) return name;
      return `${name}, ${point.placeNames?.[s.place - 1] ?? `place ${s.place}`}`;
    }
    case "decide": {
      const part = partOf(procedure, s.part);
      if (!part) return s.part;
      return s.item === 0 ? part.name.toLowerCase() : itemName(part, s.item, countOf(state, part.id));
    }
    case "pull": {
      const entry = procedure.spine.find((e) => e.id === s.entry);
      return entry?.kind === "fasteners" ? `${entry.one} ${s.place}, pass ${s.pass}` : s.entry;
    }
  }
}

export function computeStepOf(bench: Bench, id: string): ComputeStep | null {
  const step = stepOf(bench.procedure, id);
  return step?.kind === "compute" && step.calculator === "clutch.stack" ? step : null;
}

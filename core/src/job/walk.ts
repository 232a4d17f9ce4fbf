import { fastenerSequence } from "../fastener/index.ts";
import {
  type ComputeStep,
  type Entry,
  type FastenerEntry,
  itemName,
  partOf,
  partsOf,
  type Point,
  pointOf,
  type Step,
} from "../procedure/index.ts";
import type { Bench } from "./bench.ts";
import type { Phase } from "./events.ts";
import { countOf, type JobState } from "./fold.ts";
import { isRenewed } from "./judged.ts";
import { type Slot, slot } from "./slot.ts";
import { acceptedBuild, platesOf } from "./stack.ts";

export const STAGES = ["apart", "measure", "decide", "build", "together", "prove"] as const;
export type Stage = (typeof STAGES)[number];

export type TaskKind = "off" | "do" | "measure" | "inspect" | "decide" | "build" | "fit" | "torque";

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
  /** The spine entry it belongs to, to light up its part; null for steps of the whole machine. */
  entry: string | null;
  slots: Slot[];
};

type Sketch = Omit<Task, "number">;

const entryHolding = (bench: Bench, part: string): string | null =>
  bench.procedure.spine.find((e) => e.id === part || (e.kind === "pack" && e.layers.some((l) => l.id === part)))?.id ??
  null;

const numbers = (count: number): number[] => Array.from({ length: count }, (_, i) => i + 1);

function stepTask(step: Extract<Step, { kind: "do" }>): Sketch {
  return {
    id: `do:${step.id}`,
    stage: step.stage,
    kind: "do",
    title: step.title,
    do: step.do,
    why: step.why ?? null,
    caution: step.caution ?? null,
    entry: null,
    slots: [slot.do(step.id)],
  };
}

/** Places and items of a point in the order they are read: all places of one item, then the next item. */
function pointTask(bench: Bench, state: JobState, point: Point, stage: Stage, phase: Phase): Sketch {
  const part = partOf(bench.procedure, point.on);
  const items = part === undefined ? [1] : numbers(countOf(state, part.id));
  const chosen =
    phase === "left" && stage === "decide" && part ? items.filter((i) => isRenewed(state, part, i)) : items;
  const renewed = stage === "decide";
  const slots = chosen.flatMap((item) =>
    point.kind === "inspect"
      ? [slot.find(point.id, item)]
      : numbers(renewed ? point.placesNew : point.places).map((place) => slot.read(point.id, item, place, phase)),
  );
  return {
    id: `${point.kind}:${point.id}:${phase}`,
    stage,
    kind: point.kind,
    title: renewed ? `${point.name}, new parts` : point.name,
    do: renewed ? "measure the new parts too: new parts can be wrong" : point.ask,
    why: point.why ?? null,
    caution: point.caution ?? null,
    entry: entryHolding(bench, point.on),
    slots,
  };
}

/** Passes in order, each over every place in the pattern's order. */
export function pullSlots(state: JobState, entry: FastenerEntry): Slot[] {
  const { pattern, stagesPercent } = entry.torque;
  const answer = fastenerSequence({ count: countOf(state, entry.id), pattern, stagesPercent });
  if (!answer.ok) throw new Error(`${entry.id}: ${answer.error.message}`);
  return answer.value.passes.flatMap((pass, p) => pass.order.map((place) => slot.pull(entry.id, place, p + 1)));
}

function fitTasks(bench: Bench, state: JobState, entry: Entry): Sketch[] {
  const items = entry.kind === "pack" ? platesOf(bench, state, entry).length : 1;
  const fit: Sketch = {
    id: `fit:${entry.id}`,
    stage: "together",
    kind: "fit",
    title: entry.kind === "fasteners" ? `${entry.name}: start by hand` : entry.name,
    do: entry.together.do,
    why: entry.together.why ?? null,
    caution: entry.together.caution ?? null,
    entry: entry.id,
    slots: numbers(items).map((item) => slot.fit(entry.id, item)),
  };
  if (entry.kind !== "fasteners") return [fit];
  const torque: Sketch = {
    id: `torque:${entry.id}`,
    stage: "together",
    kind: "torque",
    title: `${entry.name}: torque`,
    do: entry.torque.before,
    why: null,
    caution: entry.torque.caution ?? null,
    entry: entry.id,
    slots: pullSlots(state, entry),
  };
  return [fit, torque];
}

/**
 * The whole job as an ordered list of work. Going apart runs down the spine; going together is the same row walked up,
 * never written twice.
 */
export function walk(bench: Bench, state: JobState): Task[] {
  const { spine, points, steps } = bench.procedure;
  const doSteps = (stage: Stage, after?: string): Sketch[] =>
    steps
      .filter((s): s is Extract<Step, { kind: "do" }> => s.kind === "do" && s.stage === stage && s.after === after)
      .map(stepTask);
  const atStage = (stage: "bench" | "build" | "prove"): Point[] =>
    points.filter((p) => (p.kind === "inspect" ? stage === "bench" : p.stage === stage));

  const sketches: Sketch[] = [
    ...doSteps("apart"),
    ...spine.map((entry): Sketch => ({
      id: `off:${entry.id}`,
      stage: "apart",
      kind: "off",
      title: `${entry.name} off`,
      do: entry.apart.do,
      why: entry.apart.why ?? null,
      caution: entry.apart.caution ?? null,
      entry: entry.id,
      slots: [slot.off(entry.id)],
    })),
    ...atStage("bench").map((point) => pointTask(bench, state, point, "measure", "found")),
    ...partsOf(bench.procedure)
      .filter((part) => part.decision !== undefined)
      .map((part): Sketch => ({
        id: `decide:${part.id}`,
        stage: "decide",
        kind: "decide",
        title: `${part.name}: keep, renew or leave`,
        do: "take the proposal with Enter, or say otherwise",
        why: part.decision?.because ?? null,
        caution: null,
        entry: entryHolding(bench, part.id),
        slots:
          part.decision?.scope === "each"
            ? numbers(countOf(state, part.id)).map((item) => slot.decide(part.id, item))
            : [slot.decide(part.id, 0)],
      })),
    ...atStage("bench")
      .map((point) => pointTask(bench, state, point, "decide", "left"))
      .filter((task) => task.kind === "measure" && task.slots.length > 0),
    ...steps
      .filter((s): s is ComputeStep => s.kind === "compute")
      .map((step): Sketch => ({
        id: `build:${step.id}`,
        stage: "build",
        kind: "build",
        title: step.title,
        do: step.do,
        why: step.why ?? null,
        caution: step.caution ?? null,
        entry: step.pack,
        slots: [slot.build(step.id)],
      })),
    ...atStage("build").map((point) => pointTask(bench, state, point, "build", "left")),
    ...[...spine].reverse().flatMap((entry) => [...fitTasks(bench, state, entry), ...doSteps("together", entry.id)]),
    ...atStage("prove").map((point) => pointTask(bench, state, point, "prove", "left")),
    ...doSteps("prove"),
  ];
  return sketches.map((sketch, i) => ({ ...sketch, number: i + 1 }));
}

export function isAnswered(bench: Bench, state: JobState, s: Slot): boolean {
  if (s.kind === "build") {
    const step = bench.procedure.steps.find((x): x is ComputeStep => x.kind === "compute" && x.id === s.step);
    return step !== undefined && acceptedBuild(bench, state, step) !== null;
  }
  return (state.bySlot.get(s.key)?.length ?? 0) > 0;
}

export const isSkipped = (state: JobState, s: Slot): boolean => state.skipped.has(s.key) && !state.bySlot.has(s.key);

/** Slots of a task that still wait for an answer, skipped ones left out. */
export function waitingSlots(bench: Bench, state: JobState, task: Task): Slot[] {
  return task.slots.filter((s) => !isAnswered(bench, state, s) && !isSkipped(state, s));
}

/** The first task that still waits, or null when every one is answered or skipped. */
export function nextTask(bench: Bench, state: JobState, tasks: readonly Task[]): Task | null {
  return tasks.find((task) => waitingSlots(bench, state, task).length > 0) ?? null;
}

/** What the line aims at, in words: "friction 5, place 2", "plate bolt 3, pass 1". */
export function slotName(bench: Bench, state: JobState, s: Slot): string {
  const { procedure } = bench;
  switch (s.kind) {
    case "off":
    case "fit": {
      const entry = procedure.spine.find((e) => e.id === s.entry);
      if (!entry) return s.entry;
      if (s.kind === "off" || entry.kind !== "pack") return entry.name.toLowerCase();
      const plates = platesOf(bench, state, entry);
      return plates[plates.length - s.item]?.name ?? entry.name;
    }
    case "read":
    case "find": {
      const point = pointOf(procedure, s.point);
      const part = point && partOf(procedure, point.on);
      const count = part ? countOf(state, part.id) : 1;
      const name = part && count > 1 ? itemName(part, s.item, count) : (point?.name.toLowerCase() ?? s.point);
      const places = point?.kind === "measure" && s.kind === "read" && s.phase === "found" ? point.places : 1;
      return s.kind === "read" && places > 1 ? `${name}, place ${s.place}` : name;
    }
    case "decide": {
      const part = partOf(procedure, s.part);
      if (!part) return s.part;
      return s.item === 0 ? part.name.toLowerCase() : itemName(part, s.item, countOf(state, part.id));
    }
    case "build":
    case "do":
      return procedure.steps.find((step) => step.id === s.step)?.title.toLowerCase() ?? s.step;
    case "pull": {
      const entry = procedure.spine.find((e) => e.id === s.entry);
      return entry?.kind === "fasteners" ? `${entry.one} ${s.place}, pass ${s.pass}` : s.entry;
    }
  }
}

export function computeStepOf(bench: Bench, id: string): ComputeStep | null {
  return bench.procedure.steps.find((s): s is ComputeStep => s.kind === "compute" && s.id === id) ?? null;
}

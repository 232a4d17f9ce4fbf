import {
  type ComputeStep,
  type Entry,
  type FastenerEntry,
  holds,
  type MeasurePoint,
  phaseOfStage,
  type Point,
  sizeFor,
  type Step,
  type WaitStep,
  waitStepsOf,
} from "../procedure/index.ts";
import { awayTasks } from "../task/count/count.ts";
import { decisionTask } from "../task/decision/decision.ts";
import { torqueTasks } from "../task/fasteners/fasteners.ts";
import { slot, type Slot } from "../task/lines.ts";
import { packTasks } from "../task/pack/pack.ts";
import { fitTask, offTask } from "../task/part/part.ts";
import { pointTask } from "../task/reading/point.ts";
import { shapesWalk } from "../task/registry.ts";
import { doTask } from "../task/step/step.ts";
import { waitApplies } from "../task/wait/clocks.ts";
import { endTasks, startTask } from "../task/wait/wait.ts";
import { activeIds, activeParts, activePoints, activeSpine, goesBack, stepApplies, wayOf } from "./applies.ts";
import type { Bench } from "./bench.ts";
import { factsOf } from "./facts.ts";
import { countOf, type JobState } from "./fold.ts";
import { isRenewed } from "./judged.ts";
import { perState } from "./perState.ts";
import { worksInJob, worksOf } from "./worksOf.ts";
import { numbers, ownTask, type Sketch, type Stage, type Task } from "./task.ts";

/**
 * What the list of work depends on: counts, answers, findings, decisions, clocks started, and which entries are worked
 * on. Readings and pulls do not change it.
 */
const shapeOf = (bench: Bench, state: JobState): string => {
  const works = worksInJob(bench, state).map(({ id }) => id);
  const parts: string[] = [state.opened?.id ?? "", ...works, ...activeIds(bench, state)];
  for (const [key, lines] of state.bySlot) {
    if (shapesWalk(key)) parts.push(key, lines[lines.length - 1]?.id ?? "");
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

/** The tasks that a step makes where it stands; those that stand elsewhere make none here. */
function stepTasks(step: Step): Sketch[] {
  switch (step.kind) {
    case "do":
      return [doTask(step)];
    case "verify":
      return [ownTask(step, slot.verify(step.id))];
    case "adjust":
      return [ownTask(step, slot.adjust(step.id))];
    case "compute":
      return step.calculator === "clutch.stack" ? [] : [ownTask(step, slot.compute(step.id))];
    case "wait":
      return [];
  }
}

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
      .flatMap(stepTasks);
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
      .map((part) => decisionTask(bench, state, part)),
    ...points
      .filter((point) => point.kind === "measure" && point.stage === "bench")
      .map((point) => pointTask(bench, state, point, "decide", "left"))
      .filter((task) => task.slots.length > 0),
    ...computes.flatMap(packTasks),
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
    ...steps.flatMap((step) => (step.kind === "do" ? awayTasks(step) : [])),
    ...steps.filter(isEarly).flatMap(stepTasks),
    ...pointsAt("prove", {}, "prove"),
    ...stepsAt("prove", {}, true),
    ...readAgain("", "prove"),
    ...stepsAt("prove", {}, false),
  ];
  const byPlace = new Set(worksOf(bench).flatMap(({ answers }) => Object.keys(answers)));
  const asked = procedure.questions.filter((q) => !byPlace.has(q.id) && holds(q.when, facts) === true);
  const askedAt = grouped(asked, (q) => `${q.turn} ${q.at}`);
  const askedIn = (at: string, turn: "first" | "last"): Slot[] =>
    (askedAt.get(`${turn} ${at}`) ?? []).map((q) => slot.ask(q.id));
  // Where somebody said that they work alone, nobody is called.
  const alone = procedure.questions.some((q) => wayOf(bench, state, q.id)?.alone);
  const { hardware } = state.config;
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

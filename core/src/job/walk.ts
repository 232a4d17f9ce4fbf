import { baseOf } from "../figures/index.ts";
import {
  type ComputeStep,
  type Condition,
  type Entry,
  entryHolding,
  entryOf,
  type Facts,
  type FastenerEntry,
  holds,
  machineFact,
  machineKey,
  type MeasurePoint,
  phaseOfStage,
  type Point,
  type Step,
  turnsOn,
  type WaitStep,
  waitStepsOf,
} from "../procedure/index.ts";
import { awayTasks } from "../task/count/count.ts";
import { decisionTask } from "../task/decision/decision.ts";
import { partsOfSlot, uncounted, wordsAsked } from "../task/machine/asked.ts";
import { torqueTasks } from "../task/fasteners/fasteners.ts";
import { slot, type Slot } from "../task/lines.ts";
import { packTasks } from "../task/pack/pack.ts";
import { fitTask, offTask } from "../task/part/part.ts";
import { pointTask } from "../task/reading/point.ts";
import { shapesWalk } from "../task/registry.ts";
import { doTask } from "../task/step/step.ts";
import { waitApplies } from "../task/wait/clocks.ts";
import { endTasks, startTask } from "../task/wait/wait.ts";
import { activeIds, activeParts, activePoints, activeSpine, goesBack, goingIn, stepApplies, wayOf } from "./applies.ts";
import type { Bench } from "./bench.ts";
import { factsOf } from "./facts.ts";
import { cardOf, withOwnTool } from "./cards.ts";
import { countOf, type JobState } from "./fold.ts";
import { isRenewed } from "./judged.ts";
import { perState } from "./perState.ts";
import { stepToolsAt } from "./stepTools.ts";
import { worksInJob, worksOf } from "./worksOf.ts";
import { numbers, ownTask, type Sketch, type Stage, type Task } from "./task.ts";

/**
 * What the list of work depends on: counts, answers, findings, decisions, clocks started, and which entries are worked
 * on. Readings and pulls do not change it.
 */
const shapeOf = (bench: Bench, state: JobState): string => {
  const parts: (string | number)[] = [state.opened ? nameOf(state.opened.body) : ""];
  for (const { id } of worksInJob(bench, state)) parts.push(id);
  for (const id of activeIds(bench, state)) parts.push(id);
  for (const [key, lines] of state.bySlot) {
    if (!shapesWalk(key)) continue;
    const last = lines[lines.length - 1];
    parts.push(key, last ? nameOf(last.body) : "");
  }
  for (const { body } of state.cards.values()) parts.push(nameOf(body));
  return parts.join(" ");
};

/** A number for what a line says, the same for as long as it lives: what is only tried is kept as it was tried. */
const names = new WeakMap<object, number>();
let named = 0;
function nameOf(body: object): number {
  const known = names.get(body);
  if (known !== undefined) return known;
  names.set(body, (named += 1));
  return named;
}

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

/** Words of the machine that nobody had on file: asked before whatever stands next. */
type Ask = { asks: readonly string[] };
const isAsk = (row: Sketch | Ask): row is Ask => "asks" in row;

/** What is known at the bench without what was said of the machine since the job began. */
function factsBegun(state: JobState, facts: Facts): Facts {
  const since = Object.keys(state.config).filter((key) => state.onFile.config[key] === undefined);
  const began = new Map(facts);
  for (const key of since) {
    began.delete(machineFact(key));
    for (const fact of facts.keys()) if (baseOf(machineKey(fact) ?? "") === key) began.delete(fact);
  }
  return began;
}

/** What has to be asked before each entry comes off, by its id; behind the last of them by "". */
function asksOnTheWayApart(
  { procedure: { spine, routes } }: Bench,
  active: readonly Entry[],
  asksOf: (when: Condition | undefined) => Ask[],
): ReadonlyMap<string, readonly Ask[]> {
  const before = new Map<string, Ask[]>();
  let carried: Ask[] = [];
  const turningAt = grouped(routes, ({ order }) => spine.find(({ id }) => order.includes(id))?.id ?? "");
  for (const entry of spine) {
    const turning = turningAt.get(entry.id) ?? [];
    carried.push(...turning.flatMap(({ when }) => asksOf(when)), ...asksOf(entry.when));
    if (!active.includes(entry)) continue;
    before.set(entry.id, carried);
    carried = [];
  }
  before.set("", carried);
  return before;
}

/** Which task each word is asked in: the first that stands behind a row that turns on it, or the last there is. */
function askedInPlace(
  rows: readonly (Sketch | Ask)[],
  more: readonly { at: string; asks: readonly Ask[] }[],
): { sketches: Sketch[]; wordsIn: ReadonlyMap<string, readonly Slot[]> } {
  const sketches = rows.filter((row): row is Sketch => !isAsk(row));
  const wordsIn = new Map<string, Slot[]>();
  const asked = new Set<string>();
  const ask = (task: string | undefined, keys: readonly string[]): void => {
    for (const key of keys) {
      if (task === undefined || asked.has(key)) continue;
      asked.add(key);
      wordsIn.set(task, [...(wordsIn.get(task) ?? []), slot.word(key)]);
    }
  };
  const moreAt = grouped(
    more.filter(({ asks }) => asks.length > 0),
    ({ at }) => at,
  );
  let open: string[] = [];
  for (const row of rows) {
    if (isAsk(row)) {
      open.push(...row.asks);
      continue;
    }
    const own = (moreAt.get(row.id) ?? []).flatMap(({ asks }) => asks.flatMap((one) => one.asks));
    ask(row.id, [...open, ...own]);
    open = [];
  }
  ask(sketches[sketches.length - 1]?.id, open);
  return { sketches, wordsIn };
}

/** Which task each number is counted in that nobody had on file: the first that turns on it. */
function countedInPlace(
  bench: Bench,
  state: JobState,
  sketches: readonly Sketch[],
): ReadonlyMap<string, readonly Slot[]> {
  const numbersIn = new Map<string, Slot[]>();
  const open = uncounted(bench, state);
  if (open.size === 0) return numbersIn;
  const asked = new Set<string>();
  for (const { id, slots } of sketches) {
    for (const part of slots.flatMap((s) => partsOfSlot(bench, s))) {
      const figure = open.get(part);
      if (figure === undefined || asked.has(figure)) continue;
      asked.add(figure);
      numbersIn.set(id, [...(numbersIn.get(id) ?? []), slot.many(figure)]);
    }
  }
  return numbersIn;
}

function layOut(bench: Bench, state: JobState): readonly Task[] {
  const { procedure } = bench;
  const facts = factsOf(bench, state);
  const began = factsBegun(state, facts);
  const asksOf = (when: Condition | undefined): Ask[] => {
    const asks = wordsAsked(when, began, facts);
    return asks.length === 0 ? [] : [{ asks }];
  };
  const spine = activeSpine(bench, state);
  const points = activePoints(bench, state);
  const isRead = new Set(points);
  const working = activeIds(bench, state);
  const steps = procedure.steps.filter((step) => stepApplies(bench, state, step));
  const isDone = new Set(steps);
  /** A row in its place: what has to be asked before it, and what it comes to where it is part of the work. */
  const inPlace = (when: Condition | undefined, applies: boolean, laid: () => Sketch[]): (Sketch | Ask)[] => [
    ...asksOf(when),
    ...(applies ? laid() : []),
  ];
  const whenOf = (row: object): Condition | undefined => (row as { when?: Condition }).when;
  type Anchored = { before?: string | undefined; after?: string | undefined };
  const placeOf = (stage: string, { before = "", after = "" }: Anchored): string => `${stage} ${before} ${after}`;
  // Each looked up by where it stands: a long procedure has a hundred places.
  const stepsByPlace = grouped(procedure.steps, (step) =>
    "stage" in step ? placeOf(step.stage, step as Anchored) : "",
  );
  const pointsByPlace = grouped(
    procedure.points.filter((point) => working.has(entryHolding(procedure, point.on)?.id ?? "")),
    (point) => placeOf(point.stage, point),
  );
  // What works a figure out, turns something or cannot be undone comes after what is read at the same place.
  const comesLate = (step: Step, stage: Stage): boolean =>
    step.kind === "adjust" ||
    (step.kind === "compute" && stage === "together") ||
    (step.kind === "do" && step.irreversible !== undefined);
  const isEarly = (step: Step): boolean => step.kind === "do" && step.early;
  /** Steps of a stage at a place, in their own order. */
  const laidStep = (step: Step): (Sketch | Ask)[] => [
    ...(step.kind === "verify" && step.expect.by === "machine"
      ? asksOf({ fact: machineFact(step.expect.key), is: [""] })
      : []),
    ...inPlace(whenOf(step), isDone.has(step), () => stepTasks(step)),
  ];
  const stepsAt = (stage: Stage, at: Anchored, late: boolean): (Sketch | Ask)[] =>
    (stepsByPlace.get(placeOf(stage, at)) ?? [])
      .filter((step) => comesLate(step, stage) === late && !isEarly(step))
      .flatMap((step) => [...laidStep(step), ...(stage === "prove" ? tightened(step.id) : [])]);
  type Turn = "first" | "late" | "last";
  const turnOf = ({ late, last }: Point): Turn => (last ? "last" : late ? "late" : "first");
  const pointsAt = (stage: Point["stage"], at: Anchored, under: Stage, turn: Turn = "first"): (Sketch | Ask)[] =>
    (pointsByPlace.get(placeOf(stage, at)) ?? [])
      .filter((point) => turnOf(point) === turn)
      .flatMap((point) =>
        inPlace(point.when, isRead.has(point), () => [pointTask(bench, state, point, under, phaseOfStage(stage))]),
      );
  const back = goingIn(bench, state).filter((entry) => goesBack(bench, state, entry) && !staysIn(bench, state, entry));
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
  const at = (stage: Stage & Point["stage"], place: Anchored): (Sketch | Ask)[] => [
    ...stepsAt(stage, place, false),
    ...pointsAt(stage, place, stage),
    ...(stage === "together" && place.after !== undefined ? readAgain(place.after, stage) : []),
    ...stepsAt(stage, place, true),
    ...pointsAt(stage, place, stage, "late"),
  ];
  const computes = steps.filter((s): s is ComputeStep => s.kind === "compute" && s.calculator === "clutch.stack");
  /** The step of the proof that a group waits for before it is tightened, where it is tightened there; else null. */
  const provenBy = ({ torque: { proof } }: FastenerEntry): string | null =>
    proof && holds(proof.when, facts) === true && steps.some(({ id }) => id === proof.after) ? proof.after : null;
  /** The entry a group waits for before it is tightened, where that goes in later; else null: as soon as it is in itself. */
  const tightenedAfter = (entry: FastenerEntry): string | null =>
    provenBy(entry) ?? back.slice(back.indexOf(entry)).find((e) => e.id === entry.torque.after)?.id ?? null;
  const waitingFor = grouped(
    back.filter((entry): entry is FastenerEntry => entry.kind === "fasteners"),
    (entry) => tightenedAfter(entry) ?? "",
  );
  // Those that waited longest are tightened first: the group's own come last.
  const tightened = (after: string): Sketch[] =>
    (waitingFor.get(after) ?? []).flatMap((entry) =>
      torqueTasks(bench, state, entry, provenBy(entry) === null ? "together" : "prove"),
    );

  const starting = (when: WaitStep["starts"]): Sketch[] =>
    waitStepsOf(procedure)
      .filter((wait) => wait.starts === when && waitApplies(bench, state, wait))
      .map((wait) => startTask(bench, state, wait));

  const asksBefore = asksOnTheWayApart(bench, spine, asksOf);
  const rows: (Sketch | Ask)[] = [
    ...starting("first"),
    ...at("apart", {}),
    ...spine.flatMap((entry) => [
      ...(asksBefore.get(entry.id) ?? []),
      ...at("apart", { before: entry.id }),
      ...(staysIn(bench, state, entry) ? [] : [offTask(state, entry)]),
      ...at("apart", { after: entry.id }),
    ]),
    ...(asksBefore.get("") ?? []),
    ...pointsAt("bench", {}, "measure"),
    ...pointsAt("bench", {}, "measure", "late"),
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
    ...pointsAt("build", {}, "build", "late"),
    ...back.flatMap((entry) => {
      const own = entry.kind === "fasteners" && tightenedAfter(entry) === null ? torqueTasks(bench, state, entry) : [];
      return [
        ...asksOf(entry.backWhen),
        ...(entry.kind === "fasteners" ? entry.locks.flatMap(({ when }) => asksOf(when)) : []),
        ...endTasks(bench, state, entry),
        ...at("together", { before: entry.id }),
        fitTask(bench, state, entry),
        ...own,
        ...at("together", { after: entry.id }),
        ...tightened(entry.id),
      ];
    }),
    ...steps.flatMap((step) => (step.kind === "do" ? awayTasks(step) : [])),
    ...procedure.steps.filter(isEarly).flatMap(laidStep),
    ...pointsAt("prove", {}, "prove"),
    ...stepsAt("prove", {}, true),
    ...pointsAt("prove", {}, "prove", "late"),
    ...readAgain("", "prove"),
    ...stepsAt("prove", {}, false),
    ...pointsAt("prove", {}, "prove", "last"),
    ...procedure.release.rechecks.flatMap(({ when }) => asksOf(when)),
  ];
  const { sketches, wordsIn } = askedInPlace(rows, [
    ...procedure.questions.map(({ at, when }) => ({ at, asks: asksOf(when) })),
    // What speaks against a way is known before it is chosen; what a way turns on is asked once it is.
    ...procedure.questions.flatMap(({ id, at, when, ways }) =>
      holds(when, facts) === true
        ? ways.flatMap((way) =>
            (facts.get(id) === way.word ? turnsOn(way) : way.against.map((one) => one.when)).map((turning) => ({
              at,
              asks: asksOf(turning),
            })),
          )
        : [],
    ),
    ...procedure.gates.flatMap(({ before, when, needs }) => [
      { at: before, asks: asksOf(when) },
      { at: before, asks: asksOf(needs) },
    ]),
  ]);
  const numbersIn = countedInPlace(bench, state, sketches);
  const byPlace = new Set(worksOf(bench).flatMap(({ answers }) => Object.keys(answers)));
  const asked = procedure.questions.filter((q) => !byPlace.has(q.id) && holds(q.when, facts) === true);
  const askedAt = grouped(asked, (q) => `${q.turn} ${q.at}`);
  const askedIn = (at: string, turn: "first" | "last"): Slot[] =>
    (askedAt.get(`${turn} ${at}`) ?? []).map((q) => slot.ask(q.id));
  // Where somebody said that they work alone, nobody is called.
  const alone = procedure.questions.some((q) => wayOf(bench, state, q.id)?.alone);
  return sketches.map((sketch, i): Task => {
    const counted = numbersIn.get(sketch.id) ?? [];
    const own = entryOf(procedure, sketch.entry ?? "");
    const ofFasteners =
      own?.kind === "fasteners" && (sketch.kind === "off" || sketch.kind === "fit" || sketch.kind === "torque")
        ? own
        : null;
    // Of a pack it is counted what came out; of what comes off one by one it is known how many first.
    const afterwards = sketch.kind === "off" && own?.kind === "pack";
    const first = [...(wordsIn.get(sketch.id) ?? []), ...askedIn(sketch.id, "first"), ...(afterwards ? [] : counted)];
    const last = [...(afterwards ? counted : []), ...askedIn(sketch.id, "last")];
    return {
      id: sketch.id,
      number: i + 1,
      stage: sketch.stage,
      kind: sketch.kind,
      title: sketch.title,
      do: sketch.do,
      why: sketch.why ?? null,
      caution: sketch.caution ?? null,
      tools: [
        ...(ofFasteners ? withOwnTool(sketch.tools ?? [], cardOf(bench, state, ofFasteners)) : (sketch.tools ?? [])),
        ...stepToolsAt(bench, sketch.id).map(({ words }) => words),
      ],
      tells: sketch.tells ?? [],
      helper: alone ? null : (sketch.helper ?? null),
      entry: sketch.entry,
      slots: first.length + last.length > 0 ? [...first, ...sketch.slots, ...last] : sketch.slots,
    };
  });
}

import type { Answer } from "../calculator/index.ts";
import {
  countsNeeded,
  figuresKnown,
  type Joined,
  joined,
  madeFor,
  MOST_WORKS,
  type Work,
  type WorkAsked,
} from "../procedure/index.ts";
import { configOf, type Spec } from "../spec/index.ts";
import { no } from "../task/answers.ts";
import { readTaskId } from "../task/ids.ts";
import { slot } from "../task/lines.ts";
import { isAnswered, nextTask, waitingSlots } from "./answered.ts";
import type { Bench } from "./bench.ts";
import { concernsOf } from "./concerns.ts";
import { stillOff } from "./ended.ts";
import type { BodyOf } from "./events.ts";
import { fold, type JobState, latest } from "./fold.ts";
import { openPoints, unsigned } from "./openPoints.ts";
import { countsOf, type Offered, positionOf, withPlaces } from "./opening.ts";
import type { Task } from "./task.ts";
import { undoneBy } from "./undone.ts";
import { troubledBy, troublePoints } from "./trouble.ts";
import { walk } from "./walk.ts";
import { isInJob, isNeededBy, workName, workOfRow, worksInJob, worksOf } from "./worksOf.ts";

/** The row that a task is of. */
const rowOf = (task: string): string => readTaskId(task)?.of ?? "";

export const workOfTask = (bench: Bench, task: Pick<Task, "id">): Work | null => workOfRow(bench, rowOf(task.id));

/** How far a work is, and what it waits for. */
export type WorkStanding = {
  work: Work;
  stage: "to do" | "in hand" | "waits" | "ready" | "released" | "dropped";
  /** What comes before it, and why; null where it waits for nothing. */
  waits: string | null;
  /** How much of it is open and not signed for. */
  open: number;
};

/** Each work of the job with how far it is; what it waits for is said with its reason. */
export function worksStanding(bench: Bench, state: JobState): WorkStanding[] {
  const tasks = walk(bench, state);
  const left = unsigned(state, openPoints(bench, state));
  const next = nextTask(bench, state, tasks);
  const inHand = next ? workOfTask(bench, next) : null;
  return worksOf(bench)
    .filter(({ id }) => isInJob(state, id) || state.dropped.has(id))
    .map((work): WorkStanding => {
      const own = tasks.filter((task) => isNeededBy(bench, work.id, rowOf(task.id)));
      const open = left.filter(({ task }) => isNeededBy(bench, work.id, rowOf(task))).length;
      const standing = (stage: WorkStanding["stage"], waits: string | null = null) => ({ work, stage, waits, open });
      if (state.dropped.has(work.id)) return standing("dropped");
      if (state.workReleases.has(work.id)) return standing("released");
      const first = own.find((task) => waitingSlots(bench, state, task).length > 0);
      if (!first || !next) return standing("ready");
      if (inHand?.id === work.id || worksInJob(bench, state).length === 1) return standing("in hand");
      const begun = own.some((task) => task.slots.some((s) => isAnswered(bench, state, s)));
      return standing(begun ? "waits" : "to do", waitsFor(next, inHand));
    });
}

/** Why a work waits for what is in hand: both need it, or it stands before it on the way apart and after it on the way together. */
function waitsFor(next: Task, inHand: Work | null): string {
  const what = `${next.number} ${next.title}`;
  if (inHand === null) return `first ${what}: several works need it, so it is done once`;
  const why =
    next.stage === "together" || next.stage === "prove"
      ? "what came off last goes in first"
      : "all is taken apart and judged before anything goes together";
  return `first ${what} (${workName(inHand)}): ${why}`;
}

/** What the counter or the bench asks for when a further work is to be part of a job. */
export type WorkWanted = {
  procedure: string;
  position: string | null;
  /** Why it is done, in the words of whoever adds it. */
  because: string;
  /** The line whose finding led to it, or null. */
  from: string | null;
};

/** The works of a job with one more. */
export const withWork = (works: readonly WorkAsked[], more: WorkAsked): Joined => {
  const [first = more, ...rest] = [...works, more];
  return joined([first, ...rest]);
};

/**
 * The line by which a further work becomes part of a job: with the counts and the words of the machine that it needs, and
 * with what it undoes where the machine is together again already. `works` are those the job has, `specs` the machine's
 * figures. Errors: a work twice at one place, one that is not offered or has no such place, a finding that is not in this
 * job, figures that are not on file.
 */
export function acceptWork(
  bench: Bench,
  state: JobState,
  wanted: WorkWanted,
  works: readonly WorkAsked[],
  offered: readonly Offered[],
  specs: readonly Spec[],
): Answer<BodyOf<"work_added">> {
  const { opened } = state;
  if (!opened) return no("conflict", "$", "This job has not been opened.");
  if (state.released) return no("conflict", "$", "This job is released: a lead reopens it before more is added to it.");
  const found = offered.find(({ procedure }) => procedure.id === wanted.procedure);
  if (!found) {
    const titles = offered.map(({ procedure }) => procedure.title).join(", ");
    return no("unsupported", "procedure", `That is no work for this machine. There are: ${titles}.`);
  }
  const { procedure, hash } = found;
  const position = positionOf(procedure, wanted.position);
  if (!position.ok) return position;
  if (works.length >= MOST_WORKS) {
    return no("range", "procedure", `A job has at most ${MOST_WORKS} works: release it, and open another.`);
  }
  const twin = worksInJob(bench, state).find(
    (work) => work.of === procedure.id && (work.position === position.value || work.position === null),
  );
  if (twin) {
    const message = `${workName(twin)} is part of this job already${procedure.positions && twin.position === null ? "; nobody has said at which place" : ""}.`;
    return no("conflict", "procedure", message);
  }
  if (wanted.from !== null && !concernsOf(bench, state).some(({ event }) => event === wanted.from)) {
    return no("unsupported", "from", "That finding is not in this job: look at it again.");
  }
  const id = `w${works.length + 1}`;
  const laidOut = withWork(works, { id, procedure, position: position.value });
  const its = withPlaces(specs, laidOut.procedure);
  const config = configOf(its, figuresKnown(laidOut.procedure));
  const made = madeFor(procedure, { ...config, ...state.config });
  const whole = withWork(works, { id, procedure: made, position: position.value });
  const counts = countsOf(whole.procedure, its);
  if (!counts.ok) return counts;
  // What was counted in this job holds for its other works too.
  for (const [part, count] of countsNeeded(whole.procedure)) {
    if (typeof count === "number" || counts.value[part] !== undefined) continue;
    const said = latest(state, slot.many(count.spec).key, "number_counted")?.count;
    if (said !== undefined && state.onFile.counts[part] === undefined && state.counts[part] === undefined)
      counts.value[part] = said;
  }
  const body: BodyOf<"work_added"> = {
    type: "work_added",
    ...{ work: id, procedure: { id: procedure.id, version: procedure.version, hash } },
    ...{ position: position.value, counts: counts.value, config, because: wanted.because, from: wanted.from },
  };
  const after = fold(
    [...state.events, { id: `${opened.id} ${id}`, number: state.lastNumber + 1, at: opened.at, by: opened.by, body }],
    state.strays,
  );
  const undoes = undoneBy({ ...bench, ...laidOut }, state, after);
  return { ok: true, value: undoes.length === 0 ? body : { ...body, undoes } };
}

/** Why a work cannot be dropped, or null: parts of it are off, or it is the last one. */
export function notDropped(bench: Bench, state: JobState, id: string): string | null {
  const work = worksOf(bench).find((one) => one.id === id);
  if (!work || !isInJob(state, id)) return "That work is not part of this job.";
  if (state.workReleases.has(id))
    return `${workName(work)} is released: a lead strikes the release before it is dropped.`;
  if (worksInJob(bench, state).length === 1) {
    return "It is the only work of this job: put the right one in its place (Works, Wrong work), or end the job by its release, by handing it back, or by cancelling it.";
  }
  const out = stillOff(bench, state).filter((entry) => workOfRow(bench, entry.id)?.id === id);
  if (out.length === 0) return troubleIn(bench, state, id);
  const names = out.map(({ name }) => name.toLowerCase()).join(", ");
  return `Parts of it are off: ${names}. They go back in before the work is dropped.`;
}

/** What broke or will not come in a work and has no end yet, as what is said of it; or null. */
function troubleIn(bench: Bench, state: JobState, id: string): string | null {
  const troubled = troubledBy(state);
  const own = troublePoints(state).find(({ key }) => isNeededBy(bench, id, troubled.get(key) ?? ""));
  return own ? `${own.text}. Say that before the work is dropped.` : null;
}

/** Why a work cannot be released by itself, or null. */
export function notReleased(bench: Bench, state: JobState, id: string): string | null {
  const work = worksOf(bench).find((one) => one.id === id);
  if (!work || !isInJob(state, id)) return "That work is not part of this job.";
  if (state.workReleases.has(id)) return `${workName(work)} is released already.`;
  if (worksInJob(bench, state).length === 1) return "It is the only work of this job: release the machine.";
  const troubled = troubledBy(state);
  const left = unsigned(state, openPoints(bench, state)).filter(({ key, task }) =>
    isNeededBy(bench, id, troubled.get(key) ?? rowOf(task)),
  );
  const [first] = left;
  if (!first) return null;
  return `${left.length} open in ${workName(work)}: ${first.text}${left.length > 1 ? " …" : ""}. Clear them, or a lead signs for each.`;
}

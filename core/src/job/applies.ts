import {
  type Entry,
  entryHolding,
  type FastenerEntry,
  holds,
  type Locking,
  type MeasurePoint,
  type Part,
  partOf,
  type Point,
  type Procedure,
  type Question,
  questionOf,
  type Step,
} from "../procedure/index.ts";
import type { Spec } from "../spec/index.ts";
import { slot } from "../task/lines.ts";
import { type Bench, specFor } from "./bench.ts";
import { factsOf, hasComeOff } from "./facts.ts";
import { countOf, type JobState, latest } from "./fold.ts";
import { perState } from "./perState.ts";
import { worksInJob, worksOf } from "./worksOf.ts";

/**
 * The entries that this job works on, in the order they come off: those whose condition holds by what is known, and
 * those that have come off already, whatever was said since, because what is off must go back.
 */
export const activeSpine = perState((bench, state): readonly Entry[] => {
  const facts = factsOf(bench, state);
  const { spine } = bench.procedure;
  const active = spine.filter((entry) => holds(entry.when, facts) === true || hasComeOff(state, entry.id));
  const route = routeOf(bench, state);
  return route ? inOrder(active, route.order) : active;
});

const routeOf = (bench: Bench, state: JobState): Procedure["routes"][number] | undefined =>
  bench.procedure.routes.find(({ when }) => holds(when, factsOf(bench, state)) === true);

/** A row in which the entries named stand in their order, in the places that they have between them. */
function inOrder(row: readonly Entry[], order: readonly string[]): readonly Entry[] {
  const turned = order.flatMap((id) => row.filter((entry) => entry.id === id));
  const rest = [...turned];
  return row.map((entry) => (turned.includes(entry) ? (rest.shift() ?? entry) : entry));
}

/** The same entries in the order they go in: from the inside out, or as their route says. */
export const goingIn = perState((bench, state): readonly Entry[] => {
  const inward = [...activeSpine(bench, state)].reverse();
  const order = routeOf(bench, state)?.together;
  return order ? inOrder(inward, order) : inward;
});

export const activeIds = perState(
  (bench, state): ReadonlySet<string> => new Set(activeSpine(bench, state).map((entry) => entry.id)),
);

/** Whether an entry goes back in: not where a new assembly has taken its place. */
export const goesBack = (bench: Bench, state: JobState, entry: Entry): boolean =>
  holds(entry.backWhen, factsOf(bench, state)) !== false;

/** How a group of fasteners is kept from turning on this machine; null where nothing locks it. */
export const lockingOf = (bench: Bench, state: JobState, { locks, locking }: FastenerEntry): Locking | null =>
  locks.find(({ when }) => holds(when, factsOf(bench, state)) === true)?.locking ?? locking ?? null;

/** Parts that go back in, old or new: what stores are asked for and what the owner is told about. */
export const partsGoingBack = perState((bench, state): readonly Part[] =>
  activeParts(bench, state).filter((part) => {
    const entry = entryHolding(bench.procedure, part.id);
    return entry !== undefined && goesBack(bench, state, entry);
  }),
);

/** Whether a step is part of this job by what is known. */
export const stepApplies = (bench: Bench, state: JobState, step: Step): boolean =>
  !("when" in step) || holds(step.when, factsOf(bench, state)) === true;

/** Parts of the entries that this job works on, layers of a pack as parts of their own. */
export const activeParts = perState((bench, state): readonly Part[] =>
  activeSpine(bench, state).flatMap((entry): Part[] =>
    entry.kind === "pack" ? [...entry.layers] : entry.kind === "part" ? [entry] : [],
  ),
);

/** Points asked for in this job: on a part that is worked on, with a condition that holds. */
export const activePoints = perState((bench, state): readonly Point[] => {
  const facts = factsOf(bench, state);
  const active = activeIds(bench, state);
  return bench.procedure.points.filter(
    (point) => holds(point.when, facts) === true && active.has(entryHolding(bench.procedure, point.on)?.id ?? ""),
  );
});

/** What the place of its work answers to a question, or null. */
const answeredByPlace = (bench: Bench, question: string): string | null =>
  worksOf(bench)
    .map(({ answers }) => answers[question])
    .find((word) => word !== undefined) ?? null;

/** The answer a question has in this job, with what goes with it. */
export function wayOf(bench: Bench, state: JobState, question: string): Question["ways"][number] | null {
  const said = latest(state, slot.ask(question).key, "question_answered")?.word ?? answeredByPlace(bench, question);
  return questionOf(bench.procedure, question)?.ways.find((way) => way.word === said) ?? null;
}

/** Which way a part faces: its own words, or those of the school that was answered. */
export function facingOf(bench: Bench, state: JobState, part: Part): string | null {
  if (part.facingBy !== undefined) return wayOf(bench, state, part.facingBy)?.facing ?? null;
  return part.facing ?? null;
}

/** Whether a figure is withheld: it belongs to the original, and what lies on the bench is a stranger. */
export function isWithheld(bench: Bench, state: JobState, key: string | undefined): boolean {
  if (key === undefined) return false;
  const facts = factsOf(bench, state);
  // Of several works each has its own part on the bench: a figure is withheld as soon as one of them is a stranger's.
  return worksInJob(bench, state).some(({ identity }) => {
    const said = identity?.withholds.includes(key) ? facts.get(identity.question) : undefined;
    return said !== undefined && identity?.strangers.includes(said) === true;
  });
}

/** The figure that a reading in this job is judged by: the book's, unless it is withheld from a stranger. */
export const specAt = (bench: Bench, state: JobState, key: string): Spec | null =>
  isWithheld(bench, state, key) ? null : specFor(bench, key);

/** What one of a layer is where it lies at an end that is of another kind on this machine; null where it is as the others. */
export function endAt(bench: Bench, state: JobState, part: Part | undefined, item: number): End | null {
  if (!part?.ends) return null;
  const facts = factsOf(bench, state);
  const last = countOf(state, part.id);
  return (
    part.ends.find((end) => item === (end.at === "outermost" ? 1 : last) && holds(end.when, facts) === true) ?? null
  );
}
type End = NonNullable<Part["ends"]>[number];

/**
 * The limit that a point is judged by, and the condition of another that is on file and does not hold here: a limit at
 * the tightest judges nothing that is read on the stand. One at an end of a layer that is of another kind has its own.
 */
export function limitAt(
  bench: Bench,
  state: JobState,
  { spec: general, conditionWord, on, ends }: Pick<MeasurePoint, "spec" | "conditionWord" | "on" | "ends">,
  /** Which of several; null: as those that are not at an end. */
  item: number | null,
): { spec: Spec | null; elsewhere: string | null } {
  const end = ends && item !== null && endAt(bench, state, partOf(bench.procedure, on), item);
  const key = end ? ends[end.at] : general;
  const spec = key === undefined ? null : specAt(bench, state, key);
  const said = spec?.kind === "limit" ? spec.condition : undefined;
  if (said === undefined || conditionWord === undefined || said === conditionWord) return { spec, elsewhere: null };
  return { spec: null, elsewhere: said };
}

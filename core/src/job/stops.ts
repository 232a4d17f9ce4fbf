import { endangers, findingWords, needsRunning, pointOf, setGoingBy } from "../procedure/index.ts";
import { readTaskId } from "../task/ids.ts";
import { slot } from "../task/lines.ts";
import type { Bench } from "./bench.ts";
import { type EventOf, isEvent, type JobEvent } from "./events.ts";
import { type JobState, slotKeyOf } from "./fold.ts";
import { perState } from "./perState.ts";
import { workOfRow } from "./worksOf.ts";

/** A finding that stops the work, with what became of it. */
export type Stop = {
  event: EventOf<"finding_recorded">;
  text: string;
  /** As it was cleared by words, in jobs that began before a stop needed its proof. */
  cleared: EventOf<"stop_cleared"> | null;
  /** What was done about it; it is looked at once more then. */
  putRight: EventOf<"followed_up"> | null;
  /** What it was found to be then, and well: only this closes it. */
  proof: EventOf<"finding_recorded"> | null;
  /** It shows only while the engine runs, or on the ride: what it holds opens as its proof once it was put right. */
  showsGoing: boolean;
};

export const isOpenStop = ({ cleared, proof }: Stop): boolean => cleared === null && proof === null;

/** What was found of one place, in order, without what was struck. */
function findingsByPlace(state: JobState): EventOf<"finding_recorded">[][] {
  const places = new Map<string, EventOf<"finding_recorded">[]>();
  for (const event of state.events) {
    if (!isEvent(event, "finding_recorded") || state.struck.has(event.id)) continue;
    const key = slotKeyOf(event.body) ?? "";
    places.set(key, [...(places.get(key) ?? []), event]);
  }
  return [...places.values()];
}

/**
 * Findings that make the machine unfit to run. Each stays open until what was done is recorded and the place was found
 * well after it; found bad again, the later finding stops the work instead.
 */
export const stopsOf = perState((bench, state): readonly Stop[] =>
  findingsByPlace(state).flatMap((found) =>
    found.flatMap((event, i): Stop[] => {
      const next = found[i + 1];
      if (event.body.leads !== "stop" || next?.body.leads === "stop") return [];
      const point = pointOf(bench.procedure, event.body.point);
      return [
        {
          event,
          text: `${point?.name ?? event.body.point}: ${findingWords(event.body)}`,
          cleared: state.cleared.get(event.id) ?? null,
          putRight: state.follows.findLast(({ body }) => body.event === event.id && body.way === "put right") ?? null,
          proof: next ?? null,
          showsGoing: needsRunning(point),
        },
      ];
    }),
  ),
);

export const openStops = (bench: Bench, state: JobState): Stop[] => stopsOf(bench, state).filter(isOpenStop);

/** The stop that holds what a row sets going, or null: it endangers that, and nobody has proven it well since. */
function holding(bench: Bench, state: JobState, row: string): Stop | null {
  const going = setGoingBy(bench.procedure, row);
  if (going === null) return null;
  const { procedure } = bench;
  const held = ({ event: { body } }: Stop): boolean => endangers(pointOf(procedure, body.point), body.word, going);
  return openStops(bench, state).find((stop) => held(stop) && !(stop.putRight !== null && stop.showsGoing)) ?? null;
}

/** Why a task that sets something going cannot be confirmed by anybody, or null. */
export function heldBecause(bench: Bench, state: JobState, task: string): string | null {
  const stop = holding(bench, state, readTaskId(task)?.of ?? "");
  if (stop === null) return null;
  const next =
    stop.putRight === null
      ? "Put it right and record what was done; then look at it once more."
      : "It was put right: look at it once more first.";
  return `${stop.text}. ${next}`;
}

/** Rows of a walk round that set something going and are held: nobody confirms them, and nothing waits for them. */
function heldOnTheRound(bench: Bench, state: JobState, row: string): Stop | null {
  const stop = holding(bench, state, row);
  if (stop === null || stop.putRight !== null) return null;
  return state.bySlot.has(slot.do(row).key) ? null : stop;
}

/**
 * The stop by which a task of a walk round a machine counts as answered: it sets something going that is held, or can be
 * looked at only behind such a step. Null for any other task.
 */
export function heldBy(bench: Bench, state: JobState, task: string): Stop | null {
  if (openStops(bench, state).length === 0) return null;
  const { procedure } = bench;
  const row = readTaskId(task)?.of ?? "";
  const work = workOfRow(bench, row)?.id;
  const isOwn = ({ id }: { id: string }): boolean => workOfRow(bench, id)?.id === work;
  if (!procedure.points.some((point) => point.swept === true && isOwn(point))) return null;
  const own = heldOnTheRound(bench, state, row);
  if (own !== null || !needsRunning(pointOf(procedure, row))) return own;
  return (
    procedure.steps
      .filter(isOwn)
      .map(({ id }) => heldOnTheRound(bench, state, id))
      .find((stop) => stop !== null) ?? null
  );
}

/**
 * The steps of the proof that are done anew where something found while they went on is put right: of the same work, so
 * that nothing of the way apart is undone by it.
 */
export function goneAgain(bench: Bench, state: JobState, event: JobEvent | undefined): string[] {
  const { procedure } = bench;
  const point = event && isEvent(event, "finding_recorded") ? pointOf(procedure, event.body.point) : undefined;
  if (point === undefined || !needsRunning(point)) return [];
  const work = workOfRow(bench, point.id)?.id;
  return procedure.steps.flatMap((step) => {
    if (step.kind !== "do" || step.stage !== "prove" || setGoingBy(procedure, step.id) === null) return [];
    const { key } = slot.do(step.id);
    return workOfRow(bench, step.id)?.id === work && state.bySlot.has(key) ? [key] : [];
  });
}

import { stepApplies } from "../../job/applies.ts";
import type { Bench } from "../../job/bench.ts";
import { doneAt, isEvent } from "../../job/events.ts";
import { countOf, type JobState } from "../../job/fold.ts";
import { decisionFor, isRenewed } from "../../job/judged.ts";
import { partOf, type WaitStep, waitStepsOf } from "../../procedure/index.ts";
import { slot } from "../lines.ts";

/** Whether anything waits: not when the part it is for stays, nor when the way answered takes no time. */
export function waitApplies(bench: Bench, state: JobState, wait: WaitStep): boolean {
  if (!stepApplies(bench, state, wait)) return false;
  if (wait.for === undefined) return true;
  const part = partOf(bench.procedure, wait.for);
  if (!part) return false;
  const items =
    part.decision?.scope === "each" ? Array.from({ length: countOf(state, part.id) }, (_, i) => i + 1) : [0];
  const decisions = items.map((item) => decisionFor(state, part, item));
  return decisions.some((decision) => decision === null) || items.some((item) => isRenewed(state, part, item));
}

export type Waiting = {
  wait: WaitStep;
  minutes: number;
  startedAt: string;
  /** When it is over, by the log's own times. */
  endsAt: string;
  endedAt: string | null;
  by: string;
};

/** Every wait that was started: until when, and whether it was ended. */
export function waitsOf(bench: Bench, state: JobState): Waiting[] {
  return waitStepsOf(bench.procedure).flatMap((wait): Waiting[] => {
    const lines = state.bySlot.get(slot.start(wait.id).key) ?? [];
    const start = lines[lines.length - 1];
    if (start === undefined || !isEvent(start, "wait_started")) return [];
    const ends = state.bySlot.get(slot.end(wait.id).key) ?? [];
    const end = ends[ends.length - 1];
    // By when they were typed: a clock started where no server was runs from then.
    const endsAt = new Date(Date.parse(doneAt(start)) + start.body.minutes * 60_000).toISOString();
    return [
      {
        wait,
        minutes: start.body.minutes,
        startedAt: doneAt(start),
        endsAt,
        endedAt: end ? doneAt(end) : null,
        by: start.by.name,
      },
    ];
  });
}

import type { Entry } from "../procedure/index.ts";
import type { Slot } from "../task/lines.ts";
import { offTask } from "../task/part/part.ts";
import { slotRule } from "../task/registry.ts";
import type { Bench } from "./bench.ts";
import type { JobState } from "./fold.ts";
import { isReplaced } from "./replaced.ts";
import { heldBy } from "./stops.ts";
import type { Task } from "./task.ts";

export function isAnswered(bench: Bench, state: JobState, s: Slot): boolean {
  if (!state.bySlot.has(s.key)) return false;
  return slotRule(s).answered?.(bench, state, s) ?? true;
}

/** Left open with a reason, and not asked again since. */
export function isSkipped(bench: Bench, state: JobState, s: Slot): boolean {
  const skip = state.skipped.get(s.key);
  if (!skip || (state.bySlot.has(s.key) && isAnswered(bench, state, s))) return false;
  return slotRule(s).askedAnew?.(bench, state, s, skip) !== true;
}

/** Whether an entry has come off whole. */
export function isOff(bench: Bench, state: JobState, entry: Entry): boolean {
  return offTask(state, entry)
    .slots.filter((s) => s.kind !== "count")
    .every((s) => isAnswered(bench, state, s));
}

/** Slots of a task that still wait for an answer, without skipped ones and those that a stop holds on a walk round. */
export function waitingSlots(bench: Bench, state: JobState, task: Task): Slot[] {
  if (heldBy(bench, state, task.id) !== null) return [];
  return task.slots.filter((s) => !isAnswered(bench, state, s) && !isSkipped(bench, state, s));
}

/** What stands for so many slots of a task that wait: signed for, it holds while it is as many. */
export const waitingKey = ({ id }: Task, waiting: number): string => `${id}#${waiting}`;

/**
 * The slots that the line walks through in a task: those that wait, from the one pointed at. In a task that was gone to
 * on purpose and where nothing waits, the skipped ones are asked again.
 */
export function slotsInHand(bench: Bench, state: JobState, task: Task, chosen: boolean, aim: string | null): Slot[] {
  const waiting = waitingSlots(bench, state, task);
  // What was answered and is gone to on purpose is asked again: a question before anything else, the rest by itself.
  const again = chosen ? task.slots.find((s) => s.key === aim && state.bySlot.has(s.key)) : undefined;
  if (again && isReplaced(state, again)) return [again];
  if (again?.kind === "ask") return [again, ...waiting.filter((s) => s !== again)];
  const open = waiting.length === 0 && chosen ? task.slots.filter((s) => isSkipped(bench, state, s)) : waiting;
  const at = open.findIndex((s) => s.key === aim);
  return at <= 0 ? open : [...open.slice(at), ...open.slice(0, at)];
}

/** The first task that still waits, or null when every one is answered or skipped. */
export function nextTask(bench: Bench, state: JobState, tasks: readonly Task[]): Task | null {
  return tasks.find((task) => waitingSlots(bench, state, task).length > 0) ?? null;
}
/** What the line aims at, in words: "friction 5, place 2", "plate bolt 3, pass 1". */
export const slotName = (bench: Bench, state: JobState, s: Slot): string => slotRule(s).named(bench, state, s);

import { inTray, piecesWords, trayOf } from "../task/count/tray.ts";
import { taskId } from "../task/ids.ts";
import type { Slot } from "../task/lines.ts";
import { isAnswered, nextTask, waitingSlots } from "./answered.ts";
import { activeSpine } from "./applies.ts";
import type { Bench } from "./bench.ts";
import type { JobState } from "./fold.ts";
import { ranges } from "./task.ts";
import type { Task } from "./task.ts";
import { walk } from "./walk.ts";

const nth = (s: Slot): number[] => {
  if ("item" in s && s.item > 0) return [s.item];
  return s.kind === "out" || s.kind === "lock" ? [s.place] : [];
};

/** Begun and not finished: which step, and how far. */
function halfDone(bench: Bench, state: JobState, task: Task): string {
  const answered = task.slots.filter((s) => isAnswered(bench, state, s));
  const where = ranges(answered.flatMap(nth));
  const title = task.title.toLowerCase();
  return where === "" ? `${title}: ${answered.length} of ${task.slots.length} done` : `${title}: ${where} done`;
}

/**
 * Where a job stands, in a sentence for whoever opens the bench next: what is half done, what is only finger-tight or
 * not locked, what lies in the tray, and what is next. Empty for a job that is not begun, or is released.
 */
export function resumeSentence(bench: Bench, state: JobState): string {
  const tasks = walk(bench, state);
  const worked = state.events.filter((e) => e.body.type !== "job_opened" && e.body.type !== "caution_shown");
  const last = worked[worked.length - 1];
  if (!last || state.released) return "";
  const begun = tasks.filter((task) => task.slots.some((s) => isAnswered(bench, state, s)));
  const half = begun.filter((task) => waitingSlots(bench, state, task).length > 0);
  const open = (id: string): boolean => {
    const task = tasks.find((t) => t.id === id);
    return task !== undefined && waitingSlots(bench, state, task).length > 0;
  };
  const loose = activeSpine(bench, state).flatMap((entry) => {
    if (entry.kind !== "fasteners" || open(taskId("fit", entry.id))) return [];
    if (open(taskId("torque", entry.id))) return [`${entry.name.toLowerCase()} only finger-tight or half torqued`];
    return open(taskId("lock", entry.id)) ? [`${entry.name.toLowerCase()} torqued, not locked`] : [];
  });
  const tray = trayOf(bench, state).filter((line) => !line.temporary && inTray(line) > 0);
  const held = trayOf(bench, state).filter((line) => line.temporary && inTray(line) > 0);
  const next = nextTask(bench, state, tasks);
  const parts = [
    ...half
      .filter((task) => task.kind !== "torque" && task.kind !== "lock")
      .map((task) => halfDone(bench, state, task)),
    ...loose,
    tray.length > 0 ? `in the tray: ${tray.map((line) => piecesWords(line, inTray(line))).join(", ")}` : "",
    held.length > 0 ? `still on the machine: ${held.map((line) => piecesWords(line, inTray(line))).join(", ")}` : "",
    next ? `next: ${next.title.toLowerCase()}` : "nothing waits but the release",
  ].filter(Boolean);
  return `${last.by.name} left it so: ${parts.join("; ")}.`;
}

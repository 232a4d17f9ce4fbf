import {
  activeSpine,
  type Bench,
  goesBack,
  isAnswered,
  isOff,
  isRenewed,
  type JobState,
  slot,
  type Task,
} from "@averin/core";
import { AxleBench, type AxlePart, isOnStrip } from "@/instruments/AxleBench";

/** The strip beside the step in hand: where the work is on the shaft, drawn from the log. */
export function AxlePanel({ bench, state, task }: { bench: Bench; state: JobState; task: Task }) {
  if (task.entry === null || !isOnStrip(task.entry)) return null;
  const parts = activeSpine(bench, state)
    .filter((entry) => goesBack(bench, state, entry))
    .map((entry): AxlePart => {
      const fitted = isAnswered(bench, state, slot.fit(entry.id, 1));
      return {
        id: entry.id,
        name: entry.name,
        state: fitted ? "in" : isOff(bench, state, entry) ? "off" : "on",
        next: task.entry === entry.id,
        new: entry.kind === "part" && isRenewed(state, entry, 1),
      };
    });
  const on = parts.filter((part) => part.state !== "off").map((part) => part.name.toLowerCase());
  const next = parts.find((part) => part.next);
  const says = `The shaft, inboard end at the left. On it: ${on.join(", ") || "nothing"}.${next ? ` In hand: ${next.name.toLowerCase()}.` : ""}`;
  return <AxleBench parts={parts} says={says} />;
}

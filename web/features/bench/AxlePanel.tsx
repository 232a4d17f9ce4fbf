import {
  activeSpine,
  type Bench,
  factsOf,
  goesBack,
  isAnswered,
  isOff,
  isRenewed,
  type JobState,
  slot,
  specAt,
  stepOf,
  type Task,
} from "@averin/core";
import { AxleBench, type AxlePart, isOnStrip } from "@/instruments/AxleBench";

/** The strip beside the step in hand: where the work is on the shaft, drawn from the log. */
export function AxlePanel({ bench, state, task }: { bench: Bench; state: JobState; task: Task }) {
  const [kind, id = ""] = task.id.split(":");
  const step = stepOf(bench.procedure, id);
  const mark = kind === "do" && step?.kind === "do" ? (step.shows ?? null) : null;
  if ((task.entry === null || !isOnStrip(task.entry)) && mark === null) return null;
  const parts = activeSpine(bench, state)
    .filter((entry) => goesBack(bench, state, entry))
    .map((entry): AxlePart => {
      const fitted = isAnswered(bench, state, slot.fit(entry.id, 1));
      return {
        id: entry.id,
        name: entry.name,
        state: fitted ? "in" : isOff(bench, state, entry) ? "off" : "on",
        next: mark === null && task.entry === entry.id,
        new: entry.kind === "part" && isRenewed(state, entry, 1),
      };
    });
  const ribs = (key: string): number | null => {
    const spec = specAt(bench, state, key);
    return spec?.kind === "figure" ? spec.value : null;
  };
  const facts = factsOf(bench, state);
  const seated = facts.get("side");
  const on = parts.filter((part) => part.state !== "off").map((part) => part.name.toLowerCase());
  const next = parts.find((part) => part.next);
  const says = `The shaft, inboard end at the left. On it: ${on.join(", ") || "nothing"}.${next ? ` In hand: ${next.name.toLowerCase()}.` : ""}`;
  return (
    <AxleBench
      parts={parts}
      ribs={{ in: ribs("boot-in-ribs"), out: ribs("boot-out-ribs") }}
      side={seated === "left" || seated === "right" ? seated : null}
      tails={facts.get("band") === "fold-over"}
      mark={mark}
      says={says}
    />
  );
}

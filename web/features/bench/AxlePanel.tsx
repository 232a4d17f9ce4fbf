import {
  activeSpine,
  type Bench,
  factsOf,
  goesBack,
  holds,
  isAnswered,
  isOff,
  isRenewed,
  type JobState,
  slot,
  specAt,
  stepOf,
  type Strip,
  type Task,
} from "@averin/core";
import { AxleBench, type AxlePart } from "@/instruments/AxleBench";

/** The strip beside the step in hand: where the work is on the shaft, drawn from the log. */
export function AxlePanel({ bench, state, task, strip }: { bench: Bench; state: JobState; task: Task; strip: Strip }) {
  const [kind, id = ""] = task.id.split(":");
  const step = stepOf(bench.procedure, id);
  const mark = kind === "do" && step?.kind === "do" ? (step.shows ?? null) : null;
  if (!strip.places.some(({ of }) => of === task.entry) && mark === null) return null;
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
  // Not told where no figure is on file or it is withheld.
  const counts = strip.places.flatMap(({ of, counts: told }) => {
    const spec = told ? specAt(bench, state, told.figure) : null;
    return spec?.kind === "figure" ? [[of, spec.value] as const] : [];
  });
  const facts = factsOf(bench, state);
  const seated = strip.turns ? facts.get(strip.turns.by) : undefined;
  const on = parts.filter((part) => part.state !== "off").map((part) => part.name.toLowerCase());
  const next = parts.find((part) => part.next);
  const says = `The shaft, ${strip.ends[0]} end at the left. On it: ${on.join(", ") || "nothing"}.${next ? ` In hand: ${next.name.toLowerCase()}.` : ""}`;
  return (
    <AxleBench
      strip={strip}
      parts={parts}
      counts={new Map(counts)}
      side={seated === "left" || seated === "right" ? seated : null}
      tails={
        new Set(
          strip.places.flatMap(({ of, tail = strip.tails }) =>
            tail !== undefined && holds(tail, facts) === true ? [of] : [],
          ),
        )
      }
      mark={mark}
      says={says}
    />
  );
}

import {
  type Bench,
  countOf,
  findingOf,
  isAnswered,
  isRenewed,
  type JobState,
  platesOf,
  slot,
  type Task,
  waitingSlots,
} from "@averin/core";
import type { SpinePart } from "@/instruments/Spine";

/** What the spine draws, from the job's state. */
export function spineParts(bench: Bench, state: JobState, tasks: readonly Task[], inHand: Task | null): SpinePart[] {
  const colour = bench.procedure.points.find((p) => p.kind === "inspect" && p.findings.some((f) => f.word === "blue"));
  return bench.procedure.spine.map((entry): SpinePart => {
    const plates = entry.kind === "pack" ? platesOf(bench, state, entry) : [];
    const fit = tasks.find((task) => task.id === `fit:${entry.id}`);
    const fitted = fit !== undefined && waitingSlots(bench, state, fit).length === 0;
    const own = tasks.filter(
      (task) => task.entry === entry.id && (task.stage === "measure" || task.stage === "decide"),
    );
    const off = isAnswered(bench, state, slot.off(entry.id));
    return {
      id: entry.id,
      name: entry.name,
      kind: entry.kind,
      count: entry.kind === "pack" ? plates.length : countOf(state, entry.id),
      place: fitted ? "in" : off ? "off" : "on",
      proven: off && own.every((task) => waitingSlots(bench, state, task).length === 0),
      renewed: entry.kind === "part" ? isRenewed(state, entry, 1) : plates.some((plate) => plate.renewed),
      inHand: inHand?.entry === entry.id,
      plates: plates.map((plate) => ({
        name: plate.name,
        outer: entry.kind === "pack" && plate.layer.id === entry.layers[0].id,
        renewed: plate.renewed,
        thicknessMm: plate.thicknessMm,
        heat:
          colour?.kind === "inspect" && colour.on === plate.layer.id && !plate.renewed
            ? (findingOf(state, colour, plate.item)?.word ?? null)
            : null,
      })),
    };
  });
}

/** The task that touching a part of the spine goes to: the first that waits there, else the first there is. */
export function taskForEntry(bench: Bench, state: JobState, tasks: readonly Task[], entry: string): Task | null {
  const own = tasks.filter((task) => task.entry === entry);
  return own.find((task) => waitingSlots(bench, state, task).length > 0) ?? own[0] ?? null;
}

import {
  activeSpine,
  type Bench,
  countOf,
  findingOf,
  isAnswered,
  isOff,
  isRenewed,
  type JobState,
  layersOf,
  type PackEntry,
  platesOf,
  stackStepsOf,
  type Task,
  waitingSlots,
} from "@averin/core";
import type { SpinePart, SpineState } from "@/instruments/Spine";

/** How far a part has come: on, off, measured, judged, decided, new, fitted, torqued; the furthest that is true. */
function howFar(
  bench: Bench,
  state: JobState,
  tasks: readonly Task[],
  entry: string,
  off: boolean,
  renewed: boolean,
): SpineState {
  const own = tasks.filter((task) => task.entry === entry);
  const of = (...kinds: Task["kind"][]): Task[] => own.filter((task) => kinds.includes(task.kind));
  const done = (list: readonly Task[]): boolean =>
    list.length > 0 && list.every((task) => waitingSlots(bench, state, task).length === 0);
  const begun = (list: readonly Task[]): boolean =>
    list.some((task) => task.slots.some((s) => isAnswered(bench, state, s)));
  const looked = of("measure", "inspect").filter((task) => task.stage === "measure");
  if (off && of("fit").length === 0) return "gone";
  if (done(of("fit"))) return done([...of("torque"), ...of("lock")]) ? "torqued" : "fitted";
  if (begun(of("fit"))) return "going in";
  if (done(of("decide")) && begun(of("decide"))) return renewed ? "new" : "decided";
  if (off && renewed && of("decide").length === 0) return "new";
  if (done(looked)) return "judged";
  if (begun(looked)) return "measured";
  return off ? "off" : "on";
}

/** The layer that carries the linings: the one a stack does not choose from; where nothing is computed, the outer. */
function liningOf(bench: Bench, pack: PackEntry): string {
  const step = stackStepsOf(bench.procedure).find((s) => s.pack === pack.id);
  return step ? layersOf(bench, step).fixed.id : pack.layers[0].id;
}

/** What the spine draws, from the job's state. */
export function spineParts(bench: Bench, state: JobState, tasks: readonly Task[], inHand: Task | null): SpinePart[] {
  const marked = bench.procedure.points.flatMap((p) => (p.kind === "inspect" && p.pattern ? [p] : []));
  return activeSpine(bench, state).map((entry): SpinePart => {
    const plates = entry.kind === "pack" ? platesOf(bench, state, entry) : [];
    const fit = tasks.find((task) => task.id === `fit:${entry.id}`);
    const fitted = fit !== undefined && waitingSlots(bench, state, fit).length === 0;
    const own = tasks.filter(
      (task) => task.entry === entry.id && (task.stage === "measure" || task.stage === "decide"),
    );
    const off = isOff(bench, state, entry);
    const renewed = entry.kind === "part" ? isRenewed(state, entry, 1) : plates.some((plate) => plate.renewed);
    return {
      id: entry.id,
      name: entry.name,
      kind: entry.kind,
      sketch: entry.sketch ?? null,
      count: entry.kind === "pack" ? plates.length : countOf(state, entry.id),
      place: fitted ? "in" : off ? "off" : "on",
      proven: off && own.every((task) => waitingSlots(bench, state, task).length === 0),
      renewed,
      state: howFar(bench, state, tasks, entry.id, off, renewed),
      inHand: inHand?.entry === entry.id,
      plates: plates.map((plate) => ({
        name: plate.name,
        lining: entry.kind === "pack" && plate.layer.id === liningOf(bench, entry),
        renewed: plate.renewed,
        thicknessMm: plate.thicknessMm,
        found: plate.renewed
          ? null
          : (marked.flatMap((p) => (p.on === plate.layer.id ? (findingOf(state, p, plate.item) ?? []) : []))[0]
              ?.leads ?? null),
      })),
    };
  });
}

/** The task that touching a part of the spine goes to: the first that waits there, else the last that was worked on. */
export function taskForEntry(bench: Bench, state: JobState, tasks: readonly Task[], entry: string): Task | null {
  const own = tasks.filter((task) => task.entry === entry);
  const worked = own.filter((task) => task.slots.some((s) => isAnswered(bench, state, s)));
  return own.find((task) => waitingSlots(bench, state, task).length > 0) ?? worked.pop() ?? own[0] ?? null;
}

import { type Entry, entryHolding, stackStepsOf } from "../procedure/index.ts";
import { kindOfKey, slot } from "../task/lines.ts";
import { PACK_CHECKS } from "../task/pack/lines.ts";
import { TASKS } from "../task/registry.ts";
import { isAnswered } from "./answered.ts";
import { activeSpine, facingOf, goesBack, goingIn } from "./applies.ts";
import type { Bench } from "./bench.ts";
import { countOf, type JobState, latest } from "./fold.ts";
import { isRenewed } from "./judged.ts";
import type { Task } from "./task.ts";
import { walk } from "./walk.ts";

/** Whether anything is in again. */
export function isAnyIn({ bySlot }: JobState): boolean {
  for (const key of bySlot.keys()) if (kindOfKey(key) === "fit") return true;
  return false;
}

/** Whether any of an entry is in again. */
function isIn(state: JobState, entry: Entry): boolean {
  const prefix = slot.fit(entry.id, 1).key.replace(/1$/, "");
  for (const key of state.bySlot.keys()) if (key.startsWith(prefix)) return true;
  return false;
}

/** What goes in at an entry, in a word that changes when something else goes in: new or old, which way round, at all. */
function goesIn(bench: Bench, state: JobState, entry: Entry): string {
  const parts = entry.kind === "pack" ? entry.layers : entry.kind === "part" ? [entry] : [];
  const words = parts.map((part) => {
    const items = Array.from({ length: countOf(state, part.id) }, (_, i) => i + 1);
    return `${items.map((item) => Number(isRenewed(state, part, item))).join("")} ${facingOf(bench, state, part) ?? ""}`;
  });
  return `${goesBack(bench, state, entry)} ${words.join("; ")}`;
}

/** Entries that are in, and where something else is to go in by now: they come out again. */
function changedEntries(bench: Bench, before: JobState, after: JobState): Set<string> {
  const changed = new Set<string>();
  const spine = activeSpine(bench, after);
  for (const entry of spine) {
    // What comes back only because the line that undid it is struck is as it was.
    if (!isIn(before, entry) || !isIn(after, entry)) continue;
    if (goesIn(bench, before, entry) !== goesIn(bench, after, entry)) changed.add(entry.id);
  }
  // Figures that say which parts go in, such as the teeth of two sprockets.
  for (const step of bench.procedure.steps) {
    if (step.kind !== "compute" || !("fits" in step) || step.fits === undefined) continue;
    const key = slot.compute(step.id).key;
    const [was, is] = [before, after].map((state) => latest(state, key, "figure_taken")?.figures ?? {});
    for (const [figure, part] of Object.entries(step.fits)) {
      const entry = entryHolding(bench.procedure, part);
      if (entry && isIn(before, entry) && isIn(after, entry) && was?.[figure] !== is?.[figure]) changed.add(entry.id);
    }
  }
  return changed;
}

/** Entries that have to come off by now and had not to before. */
function newlyOff(bench: Bench, before: JobState, after: JobState): Set<string> {
  const waiting = (state: JobState): Map<string, string> =>
    new Map(
      walk(bench, state)
        .filter((task) => task.kind === "off" && task.entry !== null)
        .flatMap((task) => task.slots.map((s) => [s.key, task.entry ?? "", s] as const))
        .filter(([, , s]) => s.kind === "off" || s.kind === "out")
        .filter(([, , s]) => !isAnswered(bench, state, s))
        .map(([key, entry]) => [key, entry]),
    );
  const was = waiting(before);
  return new Set([...waiting(after)].filter(([key]) => !was.has(key)).map(([, entry]) => entry));
}

const isOfEntry = (task: Task, entries: ReadonlySet<string>): boolean => entries.has(task.entry ?? "");

/**
 * What a change undoes that was done already, as the slots that have to be answered anew: where something deeper has to
 * come off after all, or something else has to go in, everything outside it that is in again comes off again, with its
 * torque, its lock and its counts; and what was proven after that is proven again. Nothing where nothing is in yet.
 */
export function undoneBy(bench: Bench, before: JobState, after: JobState): string[] {
  if (!isAnyIn(before)) return [];
  const order = goingIn(bench, after);
  const changed = changedEntries(bench, before, after);
  const off = newlyOff(bench, before, after);
  const first = order.findIndex((entry) => changed.has(entry.id) || off.has(entry.id));
  const depth = first < 0 ? order.length : first;
  // Outside what is reached for: what is in there is in the way. A changed part itself comes out too.
  const out = new Set(
    order
      .filter((entry, i) => isIn(after, entry) && (i > depth || (i === depth && changed.has(entry.id))))
      .map((entry) => entry.id),
  );
  if (out.size === 0) return restacked(bench, before, after);
  const tasks = walk(bench, after);
  const from = tasks.findIndex((task) => task.kind === "fit" && isOfEntry(task, out));
  const again = tasks.flatMap((task, i) => {
    const own = isOfEntry(task, out) && TASKS[task.kind].undone === "with its entry";
    const later =
      i > from &&
      from >= 0 &&
      (task.stage === "together" || task.stage === "prove") &&
      TASKS[task.kind].undone === "proven again";
    return own || later ? task.slots.filter((s) => s.kind !== "ask").map((s) => s.key) : [];
  });
  const keys = [...new Set([...again, ...restacked(bench, before, after)])];
  return keys.filter((key) => after.bySlot.has(key) || after.skipped.has(key));
}

/** A pack that was built or checked with other plates than are decided on now is built and checked anew. */
function restacked(bench: Bench, before: JobState, after: JobState): string[] {
  return stackStepsOf(bench.procedure).flatMap((step) => {
    const pack = activeSpine(bench, after).find((entry) => entry.id === step.pack);
    if (!pack || goesIn(bench, before, pack) === goesIn(bench, after, pack)) return [];
    const keys = [slot.build(step.id).key, ...PACK_CHECKS.map((c) => slot.check(step.id, c).key)];
    return keys.filter((key) => after.bySlot.has(key));
  });
}

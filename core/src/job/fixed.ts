import type { FastenerEntry } from "../procedure/index.ts";
import { phaseOfStage, pointOf } from "../procedure/index.ts";
import { slot } from "../task/lines.ts";
import { activeSpine } from "./applies.ts";
import type { Bench } from "./bench.ts";
import { countOf, type JobState } from "./fold.ts";
import { judgeItem, verdictSentence } from "./judged.ts";

/** Every pull and lock of a group that stands, by its key. */
const tightened = (state: JobState, { id }: FastenerEntry): string[] =>
  Array.from({ length: countOf(state, id) }, (_, i) => i + 1).flatMap((place) => {
    const pulls = slot.pull(id, place, 1).key.replace(/1$/, "");
    const own = [...state.bySlot.keys()].filter((key) => key.startsWith(pulls));
    const lock = slot.lock(id, place).key;
    return state.bySlot.has(lock) ? [...own, lock] : own;
  });

/** Whether a group fixes what is set or read at a row, and was tightened. */
const fixing = (bench: Bench, state: JobState, row: string): FastenerEntry[] =>
  activeSpine(bench, state).flatMap((entry) =>
    entry.kind === "fasteners" && entry.torque.fixes?.includes(row) && tightened(state, entry).length > 0
      ? [entry]
      : [],
  );

/**
 * What has to be done anew where something is moved that a torque holds: its pulls and its lock, and what else it fixes:
 * a chain whose wheel was set straight has another slack.
 */
export function loosenedBy(bench: Bench, state: JobState, row: string): string[] {
  return fixing(bench, state, row).flatMap((entry) => {
    const others = (entry.torque.fixes ?? []).filter((other) => other !== row).map((step) => slot.adjust(step).key);
    return [...tightened(state, entry), ...others.filter((key) => state.bySlot.has(key))];
  });
}

const SETTINGS = new Set(["adjust", "compute", "do", "read", "find"]);

/** What was set, read or looked at as left at some rows, with every torque that holds it: it is done anew. */
export function setAnew(bench: Bench, state: JobState, rows: readonly string[]): string[] {
  const own = [...state.bySlot.keys()].filter((key) => {
    const [kind = "", row = ""] = key.split(":");
    return SETTINGS.has(kind) && rows.includes(row) && !key.endsWith(":found");
  });
  const held = own.length === 0 ? [] : rows.flatMap((row) => loosenedBy(bench, state, row));
  return [...new Set([...own, ...held])];
}

/**
 * Why a group is not tightened yet, or null: what it fixes is beyond its limit. Where somebody said by name that it is left
 * so, it is tightened.
 */
export function notYetFixed(bench: Bench, state: JobState, { torque, one }: FastenerEntry): string | null {
  for (const row of torque.fixes ?? []) {
    const point = pointOf(bench.procedure, row);
    if (point?.kind !== "measure") continue;
    const judged = judgeItem(state, point, 1, phaseOfStage(point.stage));
    if (judged?.verdict !== "past") continue;
    const last = judged.readings.at(-1)?.id;
    if (state.follows.some(({ body }) => body.event === last && body.way === "leave")) continue;
    return `${point.name}: ${verdictSentence(judged)}. Put it right before the ${one} is tightened, or say who leaves it so.`;
  }
  return null;
}

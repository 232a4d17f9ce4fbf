import type { Bench } from "../../job/bench.ts";
import type { JobState } from "../../job/fold.ts";
import {
  type Condition,
  countsNeeded,
  entryOf,
  type Facts,
  factsIn,
  holds,
  machineKey,
  piecesOf,
  pointOf,
} from "../../procedure/index.ts";
import type { Slot } from "../lines.ts";

/** The parts of a job that there are as many of as a figure says that nobody had on file. */
export function partsCounted(bench: Bench, state: JobState, figure: string): string[] {
  return [...uncounted(bench, state)].flatMap(([part, key]) => (key === figure ? [part] : []));
}

/**
 * What is to be counted in a job, part by part, with the figure that it is kept under: where nothing was on file when the
 * job began. Loose pieces are not among them: they are counted as they come out anyway.
 */
export function uncounted(bench: Bench, state: JobState): ReadonlyMap<string, string> {
  const loose = new Set(piecesOf(bench.procedure).map(({ id }) => id));
  return new Map(
    [...countsNeeded(bench.procedure)].flatMap(([part, count]): [string, string][] =>
      typeof count === "number" || loose.has(part) || state.onFile.counts[part] !== undefined
        ? []
        : [[part, count.spec]],
    ),
  );
}

/** The parts whose number a slot turns on. */
export function partsOfSlot({ procedure }: Bench, s: Slot): string[] {
  switch (s.kind) {
    case "read":
    case "find": {
      const point = pointOf(procedure, s.point);
      return point ? [point.on] : [];
    }
    case "decide":
      return [s.part];
    case "off":
    case "out":
    case "fit":
    case "pull":
    case "lock": {
      const entry = entryOf(procedure, s.entry);
      return entry?.kind === "pack" ? entry.layers.map((layer) => layer.id) : [s.entry];
    }
    default:
      return [];
  }
}

/**
 * The words of the machine that a row has to be asked for: its condition turned on them when the job began, and they were
 * not on file. `began` are the facts without what was said of the machine since, `now` those with it.
 */
export function wordsAsked(condition: Condition | undefined, began: Facts, now: Facts): string[] {
  if (condition === undefined || holds(condition, began) !== null) return [];
  const keys = factsIn(condition).flatMap(({ fact }) => (began.has(fact) ? [] : (machineKey(fact) ?? [])));
  const open = holds(condition, now) === null;
  return keys.filter((key) => open || now.has(`machine:${key}`));
}

import type { Bench } from "../../job/bench.ts";
import type { Phase } from "../../job/fields.ts";
import { countOf, type JobState } from "../../job/fold.ts";
import { isRenewed } from "../../job/judged.ts";
import { numbers, type Sketch, type Stage } from "../../job/task.ts";
import { entryHolding, partOf, type Point } from "../../procedure/index.ts";
import { pointTaskId } from "../ids.ts";
import { type Slot, slot } from "../lines.ts";

/** Places and items of a point in the order they are read: all places of one item, then the next item. */
export function pointTask(bench: Bench, state: JobState, point: Point, stage: Stage, phase: Phase): Sketch {
  const part = partOf(bench.procedure, point.on);
  const items = part === undefined ? [1] : numbers(countOf(state, part.id));
  // Measured once more when what was worn is replaced: only the new ones.
  const renewed = stage === "decide";
  const chosen = renewed && part ? items.filter((i) => isRenewed(state, part, i)) : items;
  return {
    id: pointTaskId(point.kind, point.id, phase),
    stage,
    kind: point.kind,
    title: renewed ? `${point.name}, new parts` : point.name,
    do: renewed ? "measure the new parts too: new parts can be wrong" : point.ask,
    ...{ why: point.why, caution: point.caution, tells: point.tells },
    entry: entryHolding(bench.procedure, point.on)?.id ?? null,
    slots: chosen.flatMap((item): Slot[] =>
      point.kind === "inspect"
        ? [slot.find(point.id, item)]
        : numbers(renewed ? point.placesNew : point.places).map((place) => slot.read(point.id, item, place, phase)),
    ),
  };
}

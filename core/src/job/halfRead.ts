import { pointOf } from "../procedure/index.ts";
import type { RefusalData } from "../calculator/index.ts";
import type { Bench } from "./bench.ts";
import type { Draft } from "./events.ts";
import type { JobState } from "./fold.ts";
import { slot } from "./slot.ts";

/**
 * What is missing where a line reads only one of two places that belong together; null where both are there. `state` is
 * the job with the line's own readings in it.
 */
export function halfRead(bench: Bench, state: JobState, drafts: readonly Draft[]): RefusalData | null {
  for (const draft of drafts) {
    const point = draft.type === "reading_taken" ? pointOf(bench.procedure, draft.point) : undefined;
    if (draft.type !== "reading_taken" || point?.kind !== "measure" || !point.pair) continue;
    const { item, phase } = draft;
    const places = Array.from({ length: point.places }, (_, i) => i + 1);
    const missing = places.find((place) => !state.bySlot.has(slot.read(point.id, item, place, phase).key));
    if (missing === undefined) continue;
    const name = point.placeNames?.[missing - 1] ?? `place ${missing}`;
    const message = `${point.name}: ${name} is missing. One alone says nothing of the other; nothing is kept.`;
    return { code: "missing", path: "place", message };
  }
  return null;
}

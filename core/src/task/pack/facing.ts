import { facingOf } from "../../job/applies.ts";
import type { Bench } from "../../job/bench.ts";
import { countOf, type JobState } from "../../job/fold.ts";
import { entryOf } from "../../procedure/index.ts";

/** Facing words of the plate that goes in as number `item`, counted from the inside. */
export function facingInPack(bench: Bench, state: JobState, pack: string, item: number): string | null {
  const entry = entryOf(bench.procedure, pack);
  if (entry?.kind !== "pack") return null;
  const [outer, inner] = entry.layers.map((layer) => countOf(state, layer.id));
  // The outermost is of the first layer and the two alternate, so the place from the outside tells the layer.
  const fromOutside = (outer ?? 0) + (inner ?? 0) - item;
  const layer = entry.layers[fromOutside % 2];
  return layer ? facingOf(bench, state, layer) : null;
}

import type { Spec } from "../spec/index.ts";
import { MOST_PLACES } from "./points.ts";
import type { Procedure } from "./schema.ts";

/**
 * A procedure with the places of its measured points as this machine has them: as many as are on file of it, by their own
 * names where they have any. Itself where nothing of that is on file; places beyond the most that a point may have are left out.
 */
export function placesNamed(procedure: Procedure, specs: readonly Spec[]): Procedure {
  const own = new Map(specs.flatMap((spec) => (spec.kind === "count" ? [[spec.key, spec] as const] : [])));
  if (!procedure.points.some((point) => point.kind === "measure" && own.has(point.placesBy ?? ""))) return procedure;
  return {
    ...procedure,
    points: procedure.points.map((point) => {
      const counted = point.kind === "measure" ? own.get(point.placesBy ?? "") : undefined;
      if (point.kind !== "measure" || !counted) return point;
      const { placeNames: _, ...rest } = point;
      const places = Math.min(counted.count, MOST_PLACES);
      return { ...rest, places, ...(counted.names && { placeNames: counted.names.slice(0, places) }) };
    }),
  };
}

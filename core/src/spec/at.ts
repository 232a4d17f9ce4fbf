import { baseOf, covers, placeOf } from "../figures/index.ts";
import type { Spec } from "./spec.ts";

const narrowness = (key: string): number => placeOf(key).split(" ").filter(Boolean).length;

/** Keys, each with those under which some figures hold for a place of it: the axle nut, then the front one and the rear one. */
export const withKeysAt = (keys: readonly string[], specs: readonly Spec[]): string[] =>
  keys.flatMap((key) => {
    const placed = specs.map((spec) => spec.key).filter((one) => placeOf(one) !== "" && baseOf(one) === key);
    const whole = placed.length === 0 || specs.some((spec) => spec.key === key);
    return [...(whole ? [key] : []), ...placed.sort()];
  });

/** A figure under the key that it is asked by, its source saying for which place it was given. */
const askedAs = (spec: Spec, key: string): Spec => {
  const place = placeOf(spec.key) === "" ? "no place said" : `given for the ${placeOf(spec.key)}`;
  return { ...spec, key, source: { ...spec.source, place } };
};

/**
 * Figures asked for a place, each from what is on file: the narrowest that holds there, such as the rear one at the rear
 * left; else the one that no place was said of, which says so. What holds elsewhere alone is told and offered nowhere.
 */
export function specsAt(specs: readonly Spec[], keys: readonly string[]): { here: Spec[]; elsewhere: Spec[] } {
  const here: Spec[] = [];
  const elsewhere: Spec[] = [];
  for (const key of new Set(keys)) {
    if (specs.some((spec) => spec.key === key)) continue;
    const own = specs.filter((spec) => baseOf(spec.key) === baseOf(key));
    // Nobody said at which place the work is: what is given for one of them is told.
    if (placeOf(key) === "") {
      elsewhere.push(...own.map((spec) => askedAs(spec, key)));
      continue;
    }
    const [best] = own
      .filter((spec) => covers(placeOf(spec.key), placeOf(key)))
      .sort((a, b) => narrowness(b.key) - narrowness(a.key));
    if (best) here.push(askedAs(best, key));
    else elsewhere.push(...own.map((spec) => askedAs(spec, key)));
  }
  return { here, elsewhere };
}

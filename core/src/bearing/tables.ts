import iso15 from "./iso15.json" with { type: "json" };
import iso286 from "./iso286-2.json" with { type: "json" };
import iso492 from "./iso492.json" with { type: "json" };
import iso5753 from "./iso5753-1.json" with { type: "json" };

type Row = readonly [number, number, number];
type Pair = readonly [number, number];
const keyed = <K extends string, V>(table: Record<K, unknown>): Readonly<Record<K, V>> =>
  table as Readonly<Record<K, V>>;

/** Bore, outside diameter and width in mm of single-row deep-groove ball bearings, by series. Source: iso15.json. */
export const DIMENSIONS = keyed<keyof typeof iso15.series, readonly Row[]>(iso15.series);

/** Radial internal clearance in µm by class and band; null where the class is not tabulated. Source: iso5753-1.json. */
export const CLEARANCE_BANDS: readonly number[] = iso5753.bands;
export const CLEARANCES = keyed<keyof typeof iso5753.classes, readonly (Pair | null)[]>(iso5753.classes);
export type ClearanceClass = keyof typeof CLEARANCES;

/** Lower and upper deviations in µm by fit class and band; JS7 with its unrounded halves. Source: iso286-2.json. */
export const FIT_BANDS: readonly number[] = iso286.bands;
export const SHAFTS = keyed<keyof typeof iso286.shafts, readonly Pair[]>(iso286.shafts);
export const HOUSINGS = keyed<keyof typeof iso286.housings, readonly Pair[]>(iso286.housings);

/** Lower deviations of the mean bore and outside diameter in µm, upper 0, by band. Source: iso492.json. */
export const BORE_BANDS: readonly number[] = iso492.bore.bands;
export const BORE_LOWER: readonly number[] = iso492.bore.lower;
export const OUTSIDE_BANDS: readonly number[] = iso492.outside.bands;
export const OUTSIDE_LOWER: readonly number[] = iso492.outside.lower;

/** Index of the band over–to that holds a size, or null outside them. */
export function bandOfSize(bands: readonly number[], size: number): number | null {
  for (let i = 0; i + 1 < bands.length; i += 1) {
    if (size > (bands[i] ?? Infinity) && size <= (bands[i + 1] ?? -Infinity)) return i;
  }
  return null;
}

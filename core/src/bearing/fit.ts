import { z } from "zod";
import { defineCalculator, fields, refuse } from "../calculator/index.ts";
import {
  bandOfSize,
  BORE_BANDS,
  BORE_LOWER,
  FIT_BANDS,
  HOUSINGS,
  OUTSIDE_BANDS,
  OUTSIDE_LOWER,
  SHAFTS,
} from "./tables.ts";

type ShaftClass = keyof typeof SHAFTS;
type HousingClass = keyof typeof HOUSINGS;

const spread = z.object({ min: z.number(), max: z.number() });

function placed(bands: readonly number[], size: number, path: string): number {
  return bandOfSize(bands, size) ?? refuse("unsupported", path, `${path}: the tables run over 6 to 120 mm.`);
}

function classOf<T extends string>(table: Record<T, unknown>, name: string, path: string): T {
  if (Object.hasOwn(table, name)) return name as T;
  return refuse("unsupported", path, `${path}: "${name}" is not tabulated; one of ${Object.keys(table).join(", ")}.`);
}

/**
 * Interference on the shaft and clearance in the housing in µm, from fit classes; sizes in mm, over 6 to 120.
 * Interference = shaft deviation − bore deviation; clearance = housing deviation − outside deviation; both may be
 * negative. Bearing of Normal class, mean diameters. JS7 keeps its unrounded halves.
 * Errors: unsupported (size or class), conflict at outsideMm.
 * Source: ISO 286-2:2010; ISO 492:2014, Normal class.
 * @example bearingFit({ boreMm: 25, outsideMm: 52, shaft: "k5", housing: "H7" }) // interference 2 to 21 µm
 */
export const bearingFit = defineCalculator({
  name: "bearing.fit",
  formula: "interference = shaft − bore deviation; clearance = housing − outside deviation",
  source: "ISO 286-2:2010; ISO 492:2014, Normal class",
  input: z
    .strictObject({ boreMm: fields.positive, outsideMm: fields.positive, shaft: z.string(), housing: z.string() })
    .superRefine(({ boreMm, outsideMm }, context) => {
      if (outsideMm <= boreMm) fields.conflict(context, ["outsideMm"], "outsideMm must be above boreMm.");
    }),
  output: z.object({ shaftInterferenceUm: spread, housingClearanceUm: spread }),
  compute: ({ boreMm, outsideMm, shaft, housing }) => {
    const [ei, es] = SHAFTS[classOf<ShaftClass>(SHAFTS, shaft, "shaft")][placed(FIT_BANDS, boreMm, "boreMm")] ?? [
      NaN,
      NaN,
    ];
    const [EI, ES] = HOUSINGS[classOf<HousingClass>(HOUSINGS, housing, "housing")][
      placed(FIT_BANDS, outsideMm, "outsideMm")
    ] ?? [NaN, NaN];
    const boreLower = BORE_LOWER[placed(BORE_BANDS, boreMm, "boreMm")] ?? NaN;
    const outsideLower = OUTSIDE_LOWER[placed(OUTSIDE_BANDS, outsideMm, "outsideMm")] ?? NaN;
    return {
      shaftInterferenceUm: { min: ei, max: es - boreLower },
      housingClearanceUm: { min: EI, max: ES - outsideLower },
    };
  },
});

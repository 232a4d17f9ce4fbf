import { multiplierSchema, type Wrench } from "../job/bench.ts";
import { gaugeFiguresSchema } from "../metrology/index.ts";
import { findUnit, fromBase, toBase, UNITS } from "../quantity/index.ts";
import { numberText, reader } from "./cells.ts";
import { column, keyOf, needed, type Table } from "./table.ts";

type Kept = { name: string; calibrationDue: string | null; putAwayOn: string | null };

export type GaugeFileRow = Kept & { kind: string; unit: string; resolution: number; permissibleError: number };
export type WrenchFileRow = Kept & {
  minNm: number;
  maxNm: number;
  lengthMm: number | null;
  multiplier: Wrench["multiplier"];
};

const KEPT = [
  column("calibration_due", "The day on which it is to be calibrated: 2027-04-30."),
  column("put_away_on", "Since when it is not used any more."),
];

/** Twelve digits are more than any gauge has, and read back as the same number in its own unit. */
const inUnit = (value: number, unit: string): string => {
  const known = findUnit(unit);
  return String(Number((known ? fromBase(value, known) : value).toPrecision(12)));
};

export const gaugesTable: Table<GaugeFileRow> = {
  id: "gauges",
  title: "Gauges",
  about: "What the shop measures with: one row a gauge.",
  columns: [
    needed("name", "What it is called: Caliper 2."),
    needed("kind", "What procedures call such a gauge: caliper."),
    needed("unit", "The unit that it is read in."),
    needed("step", "The smallest step it shows, in that unit."),
    needed("error", "How far off it may read, in that unit."),
    ...KEPT,
  ],
  key: ({ name }) => keyOf(name),
  read(cells) {
    const { needed: must, number, day, wrong, row } = reader(cells);
    const name = must("name", 80, "what it is called, such as Caliper 2");
    const kind = must("kind", 40, "what kind it is, such as caliper");
    const unit = must("unit", 10, "the unit it is read in, such as mm");
    const known = findUnit(unit);
    if (unit !== "" && !known)
      wrong("unit", `"${unit}" is no unit: one of ${[...new Set(UNITS.map((one) => one.name))].join(", ")}.`);
    const of = (column: string): number => {
      const value = number(column);
      if (value === null) wrong(column, `Empty, or no number: give it in ${unit || "its unit"}.`);
      return value === null || !known ? 0 : toBase(value, known);
    };
    const figures = gaugeFiguresSchema.safeParse({ resolution: of("step"), permissibleError: of("error") });
    if (!figures.success) wrong("step", "Step and error are 0 or more.");
    const { resolution = 0, permissibleError = 0 } = figures.data ?? {};
    if (known && figures.success && resolution === 0) wrong("step", "A step is above 0.");
    const kept = { calibrationDue: day("calibration_due"), putAwayOn: day("put_away_on") };
    return row({ name, kind, unit: known?.name ?? unit, resolution, permissibleError, ...kept });
  },
  write: ({ name, kind, unit, resolution, permissibleError, calibrationDue, putAwayOn }) => ({
    ...{ name, kind, unit, step: inUnit(resolution, unit), error: inUnit(permissibleError, unit) },
    ...{ calibration_due: calibrationDue ?? "", put_away_on: putAwayOn ?? "" },
  }),
};

export const wrenchesTable: Table<WrenchFileRow> = {
  id: "wrenches",
  title: "Torque wrenches",
  about: "What the shop pulls with: one row a wrench.",
  columns: [
    needed("name", "What it is called: Wrench A."),
    needed("least_nm", "The least it can be set to, in N·m."),
    needed("most_nm", "The most it can be set to, in N·m."),
    column("length_mm", "From the middle of the grip to the square, in mm."),
    column("ratio", "Of the multiplier that it pulls through: how many times."),
    column("efficiency_percent", "How much of that ratio arrives, in percent."),
    ...KEPT,
  ],
  key: ({ name }) => keyOf(name),
  read(cells) {
    const { needed: must, number, day, wrong, row } = reader(cells);
    const name = must("name", 80, "what it is called, such as Wrench A");
    const minNm = number("least_nm");
    const maxNm = number("most_nm");
    if (minNm === null) wrong("least_nm", "Empty, or no number: the least it can be set to.");
    if (maxNm === null) wrong("most_nm", "Empty, or no number: the most it can be set to.");
    if (minNm !== null && maxNm !== null && !(minNm > 0 && maxNm > minNm)) {
      wrong("most_nm", `A wrench goes from its least up to its most, both above 0: ${minNm} to ${maxNm} does not.`);
    }
    const lengthMm = number("length_mm");
    if (lengthMm !== null && lengthMm <= 0) wrong("length_mm", "A length is above 0.");
    const geared = { ratio: number("ratio"), efficiencyPercent: number("efficiency_percent") };
    const multiplier = multiplierSchema.safeParse(geared);
    const none = geared.ratio === null && geared.efficiencyPercent === null;
    if (!none && !multiplier.success) {
      wrong(
        "ratio",
        "A multiplier has a ratio above 1 and an efficiency of at most 100 percent: give both, or neither.",
      );
    }
    const kept = { calibrationDue: day("calibration_due"), putAwayOn: day("put_away_on") };
    return row({ name, minNm: minNm ?? 0, maxNm: maxNm ?? 0, lengthMm, multiplier: multiplier.data ?? null, ...kept });
  },
  write: ({ name, minNm, maxNm, lengthMm, multiplier, calibrationDue, putAwayOn }) => ({
    ...{ name, least_nm: numberText(minNm), most_nm: numberText(maxNm), length_mm: numberText(lengthMm) },
    ratio: numberText(multiplier?.ratio ?? null),
    efficiency_percent: numberText(multiplier?.efficiencyPercent ?? null),
    ...{ calibration_due: calibrationDue ?? "", put_away_on: putAwayOn ?? "" },
  }),
};

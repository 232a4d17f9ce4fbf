/**
 * Units as exact factors to the base unit of their kind.
 * Source: NIST SP 811 (2008 edition), Appendix B; in, mi, lbf, kgf, lb, floz_us and qt_us are exact by definition.
 */
const INCH_MM = 25.4;
const POUND_FORCE_N = 4.4482216152605;
const KILOGRAM_FORCE_N = 9.80665;
const POUND_G = 453.59237;
const MILE_KM = 1.609344;

export const KINDS = [
  "length",
  "torque",
  "force",
  "pressure",
  "volume",
  "mass",
  "distance",
  "time",
  "angle",
  "temperature",
  "speed",
  "power",
  "voltage",
] as const;
export type Kind = (typeof KINDS)[number];

export type Unit = {
  name: string;
  kind: Kind;
  /** value in base = value · factor + offset */
  factor: number;
  offset: number;
  /** Spellings after lower-casing and dropping spaces . - · ° */
  spellings: readonly string[];
};

const unit = (kind: Kind, name: string, factor: number, spellings: readonly string[], offset = 0): Unit => ({
  name,
  kind,
  factor,
  offset,
  spellings,
});

export const UNITS: readonly Unit[] = [
  unit("length", "mm", 1, ["mm"]),
  unit("length", "cm", 10, ["cm"]),
  unit("length", "um", 1e-3, ["um", "µm", "μm", "micron"]),
  unit("length", "in", INCH_MM, ["in", "inch", "inches", '"', "″"]),
  unit("length", "thou", INCH_MM / 1000, ["thou", "mil"]),
  unit("length", "ft", INCH_MM * 12, ["ft", "'", "′"]),
  unit("torque", "N.m", 1, ["nm"]),
  unit("torque", "lbf.ft", (POUND_FORCE_N * INCH_MM * 12) / 1000, [
    "lbfft",
    "ftlb",
    "ftlbs",
    "ftlbf",
    "lbft",
    "lbsft",
    "footpounds",
    "footpound",
  ]),
  unit("torque", "lbf.in", (POUND_FORCE_N * INCH_MM) / 1000, [
    "lbfin",
    "lbin",
    "lbsin",
    "inlb",
    "inlbs",
    "inlbf",
    "inchpounds",
    "inchpound",
  ]),
  unit("torque", "kgf.m", KILOGRAM_FORCE_N, ["kgfm", "kgm", "mkg"]),
  unit("torque", "kgf.cm", KILOGRAM_FORCE_N / 100, ["kgfcm", "kgcm"]),
  unit("force", "N", 1, ["n"]),
  unit("force", "lbf", POUND_FORCE_N, ["lbf", "lb"]),
  unit("force", "kgf", KILOGRAM_FORCE_N, ["kgf"]),
  unit("pressure", "kPa", 1, ["kpa"]),
  unit("pressure", "bar", 100, ["bar"]),
  unit("pressure", "MPa", 1000, ["mpa"]),
  unit("pressure", "psi", (POUND_FORCE_N / (INCH_MM * INCH_MM)) * 1000, ["psi"]),
  unit("volume", "mL", 1, ["ml", "cc"]),
  unit("volume", "L", 1000, ["l"]),
  unit("volume", "floz_us", 29.5735295625, ["flozus", "floz"]),
  unit("volume", "qt_us", 946.352946, ["qtus", "qt"]),
  unit("mass", "g", 1, ["g"]),
  unit("mass", "kg", 1000, ["kg"]),
  unit("mass", "oz", POUND_G / 16, ["oz"]),
  unit("mass", "lb", POUND_G, ["lb", "lbs"]),
  unit("distance", "km", 1, ["km"]),
  unit("distance", "mi", MILE_KM, ["mi", "mile", "miles"]),
  unit("time", "h", 1, ["h", "hr", "hrs"]),
  unit("time", "min", 1 / 60, ["min"]),
  unit("angle", "deg", 1, ["deg"]),
  unit("angle", "rad", 180 / Math.PI, ["rad"]),
  unit("temperature", "C", 1, ["c"]),
  unit("temperature", "F", 5 / 9, ["f"], -160 / 9),
  unit("speed", "km/h", 1, ["km/h", "kmh", "kph"]),
  unit("speed", "mi/h", MILE_KM, ["mi/h", "mph"]),
  unit("voltage", "V", 1, ["v"]),
  unit("voltage", "mV", 1e-3, ["mv"]),
  unit("power", "kW", 1, ["kw"]),
  unit("power", "hp", 0.74569987158227022, ["hp"]),
];

const BY_NAME = new Map(UNITS.map((u) => [u.name, u]));

export function findUnit(name: string): Unit | undefined {
  return BY_NAME.get(name);
}

export const unitNames = (kind?: Kind): string[] =>
  UNITS.filter((u) => kind === undefined || u.kind === kind).map((u) => u.name);

/** A value of one unit in its kind's base unit. */
export function toBase(value: number, from: Unit): number {
  if (from.name === "F") return ((value - 32) * 5) / 9;
  return value * from.factor + from.offset;
}

/** A value in the base unit in another unit of the kind. */
export function fromBase(value: number, to: Unit): number {
  if (to.name === "F") return (value * 9) / 5 + 32;
  return (value - to.offset) / to.factor;
}

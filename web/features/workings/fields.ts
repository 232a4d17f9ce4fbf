import { type Calculator, findUnit, fromBase, type Kind, quantityParse, splitValues, unitNames } from "@averin/core";
import { z } from "zod";
import type { Texts } from "./groups.ts";

/** Units that a field's name carries at its end, with the kind they can be switched within. */
const SUFFIXES: readonly { end: string; unit: string; kind: Kind | null }[] = [
  { end: "NPerMm", unit: "N/mm", kind: null },
  { end: "Percent", unit: "%", kind: null },
  { end: "PerK", unit: "per K", kind: null },
  { end: "Mm2", unit: "mm²", kind: null },
  { end: "Mpa", unit: "MPa", kind: null },
  { end: "Kpa", unit: "kPa", kind: "pressure" },
  { end: "Kmh", unit: "km/h", kind: "speed" },
  { end: "Rpm", unit: "rpm", kind: null },
  { end: "Deg", unit: "deg", kind: "angle" },
  { end: "Mm", unit: "mm", kind: "length" },
  { end: "Um", unit: "um", kind: "length" },
  { end: "Nm", unit: "N.m", kind: "torque" },
  { end: "Kn", unit: "kN", kind: null },
  { end: "Ml", unit: "mL", kind: "volume" },
  { end: "G", unit: "g", kind: "mass" },
  { end: "C", unit: "C", kind: "temperature" },
  { end: "H", unit: "h", kind: "time" },
  { end: "N", unit: "N", kind: "force" },
];

/** Plain words where a field's name alone says too little at arm's length. */
const WORDS: Readonly<Record<string, string>> = {
  restDeg: "arm angle at rest",
  fromDeg: "travel, lowest arm angle",
  toDeg: "travel, highest arm angle",
  armMm: "swing arm, pivot to axle",
  sprocketXMm: "sprocket behind the pivot, minus is ahead",
  sprocketYMm: "sprocket above the pivot",
  targetTightMm: "slack wanted at the tightest",
  tightestDeg: "tightest at arm angle",
  setSlackAtRestMm: "set this slack at rest",
  axleMoveMm: "or move the axle by, plus is back",
  slackAtRestAfterMoveMm: "slack at rest after that move",
  frictionMm: "friction plates, each",
  otherMm: "everything else",
  steelCount: "steels to choose",
  steelsMm: "used steels, each as measured",
  choose: "how many to keep",
  offTargetMm: "off target",
  solutionCount: "ways that fit",
  maxSolutions: "ways listed at most",
  tightenedByMm: "pulled in by",
  perNominal: "bounds by nominal",
  indices: "plates to keep, as drawn",
  mu: "friction coefficient",
  rateNPerMm: "spring rate",
  freeMm: "free length",
  installedMm: "installed length",
  was: "geared before",
  moveMm: "the axle moves by, plus is back",
  centreThenMm: "centre distance then",
  designations: "it is",
  repeatLinks: "same tooth meets same link after",
  evenPitches: "even pitches to order",
  centreAtEvenMm: "centre distance with them",
  approximatePitches: "pitches by the handbook form",
  limitPercent: "limit",
  verdictHint: "against the limit",
  coldPlayMm: "play cold",
  hotPlayMm: "play hot",
  growthMm: "growth of the case",
  spanMm: "length of one run",
  turns: "turns",
  sagMm: "sag",
  nextTurns: "turn both adjusters by",
  predictedSagMm: "sag to expect then",
  predictedInRange: "would that be in range",
  basis: "worked from",
  offsetMm: "offset, plus sits right",
  tightenSide: "tighten",
  tailPoints: "tail points",
  volumeAtVentMl: "boot volume when vented",
  volumeInUseMl: "boot volume in use",
  gaugeKpa: "pressure left inside",
  heatToC: "heat to",
  maxC: "hottest allowed",
  alphaPerK: "expansion",
  gapUm: "room to slide on",
  dynamicKn: "dynamic rating C",
  equivalentKn: "equivalent load P",
  l10MillionRev: "life, million turns",
  l10H: "life",
  k: "nut factor K",
  pastDeg: "turned past the last alignment",
  tightenDeg: "tighten on by",
  spacingDeg: "a pin fits every",
  meterAtLimit: "limit reached at",
  meterAtLimitLow: "at the earliest",
  meterAtLimitHigh: "at the latest",
  ratePerMeter: "change per unit of meter",
  residualSd: "spread of the readings",
  b10: "one in ten failed by",
  b50: "half failed by",
  perMonth: "use in each month, January first",
  dueOn: "due on",
  orderBy: "order by",
  price: "what the tool costs",
  savedMinutes: "minutes that a job saves with it",
  boughtIn: "bought in for each job until now",
  jobsPerYear: "such jobs in a year",
  savedPerJob: "saved in each job",
  jobs: "paid for after so many jobs",
  years: "years until then",
  leadDays: "days to deliver",
  bufferDays: "days to spare",
};

export type Naming = { words: string; unit: string; kind: Kind | null };

/** A field's name in words, and the unit it carries. */
export function naming(name: string): Naming {
  const suffix = SUFFIXES.find(({ end }) => name.endsWith(end) && /[A-Za-z0-9]$/.test(name.slice(0, -end.length)));
  const stem = suffix ? name.slice(0, -suffix.end.length) : name;
  const words = WORDS[name] ?? stem.replace(/([A-Z])/g, " $1").toLowerCase();
  return { words, unit: suffix?.unit ?? "", kind: suffix?.kind ?? null };
}

/** `measure` is the name that carries the unit: the field's own, or its group's (heightMm.min is in mm). */
type Base = { path: string; name: string; measure: string; required: boolean };
export type Field =
  | (Base & { kind: "number" | "text" | "numbers"; standing: string | null })
  | (Base & { kind: "choice"; options: string[]; standing: string | null })
  | (Base & { kind: "group"; fields: Field[] })
  | (Base & { kind: "rows"; row: Field[]; keyed: boolean });

type JsonSchema = {
  type?: string;
  enum?: string[];
  default?: unknown;
  properties?: Record<string, JsonSchema>;
  required?: string[];
  items?: JsonSchema;
  additionalProperties?: JsonSchema | boolean;
};

/** The name to take the unit from. */
export const measureOf = (name: string, outer: string): string =>
  naming(name).unit === "" && outer !== "" ? outer : name;

function fieldOf(name: string, path: string, schema: JsonSchema, required: boolean, outer: string): Field {
  const standing = schema.default === undefined || typeof schema.default === "object" ? null : String(schema.default);
  const measure = measureOf(name, outer);
  const base = { path, name, measure, required: required && schema.default === undefined };
  if (schema.enum) return { ...base, kind: "choice", options: schema.enum, standing };
  if (schema.type === "boolean") return { ...base, kind: "choice", options: ["true", "false"], standing };
  if (schema.type === "array" && schema.items?.type === "object") {
    return { ...base, kind: "rows", row: fieldsOf(schema.items, "", ""), keyed: false };
  }
  if (schema.type === "array")
    return { ...base, kind: "numbers", standing: schema.default ? String(schema.default) : null };
  if (schema.type === "object" && schema.properties)
    return { ...base, kind: "group", fields: fieldsOf(schema, path, naming(name).unit === "" ? "" : name) };
  if (schema.type === "object" && typeof schema.additionalProperties === "object") {
    return { ...base, kind: "rows", row: fieldsOf(schema.additionalProperties, "", ""), keyed: true };
  }
  return { ...base, kind: schema.type === "string" ? "text" : "number", standing };
}

function fieldsOf(schema: JsonSchema, path: string, outer: string): Field[] {
  return Object.entries(schema.properties ?? {}).map(([name, inner]) =>
    fieldOf(name, path === "" ? name : `${path}.${name}`, inner, schema.required?.includes(name) ?? false, outer),
  );
}

/** The form of a calculator, read from its one schema. */
export function formOf(calculator: Calculator): Field[] {
  return fieldsOf(z.toJSONSchema(calculator.input, { io: "input" }) as JsonSchema, "", "");
}

export type Assembled = { ok: true; input: Record<string, unknown> } | { ok: false; path: string; message: string };

class NotRead extends Error {
  constructor(
    readonly path: string,
    message: string,
  ) {
    super(message);
  }
}

/** One typed figure in the field's own unit; the typed or chosen unit may be another of its kind. */
export function readFigure(text: string, name: string, chosen: string | undefined, path: string): number {
  const { kind, unit } = naming(name);
  if (kind === null) {
    const plain = quantityParse({ text, kind: "length", unit: "mm" });
    if (!plain.ok || plain.value.unit !== "mm" || /[a-z"']/i.test(text))
      throw new NotRead(path, `"${text}" is no figure.`);
    return plain.value.value;
  }
  const read = quantityParse({ text, kind, unit: chosen ?? unit });
  if (!read.ok) throw new NotRead(path, read.error.message);
  const own = findUnit(unit);
  if (own === undefined) throw new Error(`no unit ${unit}`);
  return read.value.unit === unit ? read.value.value : fromBase(read.value.valueInBase, own);
}

/** How many rows a table shows: those typed, and at least one. */
export function rowCount(texts: Texts, key: string): number {
  const places = Object.keys(texts)
    .filter((k) => k.startsWith(`${key}.`) && texts[k] !== "")
    .map((k) => Number(k.slice(key.length + 1).split(".")[0]));
  return Math.max(1, ...places.map((n) => n + 1));
}

/** The calculator's input from what is typed; blank fields are left out, so that the schema itself says what is due. */
export function assemble(
  fields: readonly Field[],
  texts: Texts,
  units: Texts,
  keyOf: (path: string) => string,
): Assembled {
  const leaf = (field: Field, key: string): unknown => {
    const text = (texts[key] ?? "").trim();
    const chosen = units[key];
    if (field.kind === "numbers") {
      if (text === "") return field.required ? [] : undefined;
      return splitValues(text).map((part, i) => readFigure(part, field.measure, chosen, `${field.path}.${i}`));
    }
    if (text === "") return undefined;
    if (field.kind === "number") return readFigure(text, field.measure, chosen, field.path);
    if (field.kind === "choice" && field.options.includes("true")) return text === "true";
    return text;
  };
  const whole = (list: readonly Field[], keyFor: (path: string) => string): Record<string, unknown> => {
    const object: Record<string, unknown> = {};
    for (const field of list) {
      const value = part(field, keyFor);
      if (value !== undefined) object[field.name] = value;
    }
    return object;
  };
  const part = (field: Field, keyFor: (path: string) => string): unknown => {
    const key = keyFor(field.path);
    if (field.kind === "group") {
      const object = whole(field.fields, keyFor);
      return Object.keys(object).length > 0 || field.required ? object : undefined;
    }
    if (field.kind !== "rows") return leaf(field, key);
    const rows = Array.from({ length: rowCount(texts, key) }, (_, i) => ({
      name: (texts[`${key}.${i}.#`] ?? "").trim(),
      value: whole(field.row, (path) => `${key}.${i}.${path}`),
    })).filter(({ name, value }) => name !== "" || Object.keys(value).length > 0);
    if (field.keyed)
      return rows.length > 0 ? Object.fromEntries(rows.map(({ name, value }) => [name, value])) : undefined;
    return rows.length > 0 || field.required ? rows.map(({ value }) => value) : undefined;
  };
  try {
    return { ok: true, input: whole(fields, keyOf) };
  } catch (error) {
    if (error instanceof NotRead) return { ok: false, path: error.path, message: error.message };
    throw error;
  }
}

/** A figure as it is shown: four places that mean something, in the unit chosen. */
export function shownFigure(value: number, name: string, chosen: string | undefined): string {
  const { unit, kind } = naming(name);
  const from = findUnit(unit);
  const to = chosen === undefined ? undefined : findUnit(chosen);
  let converted = value;
  if (kind !== null && from && to && to.name !== from.name) converted = fromBase(value * from.factor + from.offset, to);
  if (Number.isInteger(converted) || Math.abs(converted) >= 10_000) return String(Math.round(converted));
  return String(Number(converted.toPrecision(converted < 0.01 ? 3 : 4)));
}

export const unitsFor = (name: string): string[] => {
  const { kind } = naming(name);
  return kind === null ? [] : unitNames(kind);
};

import type { Limit } from "../metrology/index.ts";
import { entryOf, type MeasurePoint, pointOf, stepOf } from "../procedure/index.ts";
import { findUnit, type Kind, likelySlip, quantityParse, type Slip } from "../quantity/index.ts";
import { limitOf } from "../spec/index.ts";
import type { Bench } from "./bench.ts";
import { aimOf } from "./adjust.ts";
import { limitAt } from "./applies.ts";
import type { Draft } from "./events.ts";
import { type JobState, latest } from "./fold.ts";
import { slot } from "./slot.ts";
import { bandOf, torqueSpecFor } from "./torque.ts";

/** How far beyond its limits a reading is still believed, as a share of them. Common practice, no source. */
const BELIEVED = 0.2;
/** A part past a maximum may be far past it: up to this many times the limit is believed. Common practice, no source. */
const WORN = 3;
/** A pull this many tolerances off its aim is still believed to be a pull. Common practice, no source. */
const BANDS = 2;

function plausibleReading(limit: Limit): { min: number; max: number } | null {
  const { kind, serviceMin, serviceMax, standardMin, standardMax } = limit;
  if (kind === "max") return serviceMax === undefined ? null : { min: 0, max: serviceMax * WORN };
  if (serviceMin === undefined) return null;
  const top = serviceMax ?? standardMax ?? standardMin ?? serviceMin * (1 + BELIEVED);
  // What wears through far more than its limit, such as a slide down to its rail, is believed down to nothing.
  const worn = standardMin !== undefined && standardMin > WORN * serviceMin;
  return { min: worn ? 0 : serviceMin * (1 - BELIEVED), max: top * (1 + BELIEVED) };
}

const UNIT_WORDS: Record<string, string> = {
  in: "inches",
  mm: "millimetres",
  cm: "centimetres",
  thou: "thousandths of an inch",
  um: "micrometres",
  ft: "feet",
  "N.m": "newton-metres",
  "lbf.in": "inch-pounds",
  "lbf.ft": "foot-pounds",
  "kgf.m": "kilogram-metres",
  floz_us: "US fluid ounces",
  qt_us: "US quarts",
  L: "litres",
  lb: "pounds",
  kg: "kilograms",
  psi: "pounds per square inch",
};
const shown: Record<string, string> = { "N.m": "N·m" };
const figure = (value: number): string => String(Number(value.toPrecision(3)));

type Questioned = { question: string; text: string };

function questioned(
  text: string,
  kind: Kind,
  gaugeUnit: string,
  plausible: { min: number; max: number },
  tool: string,
): Questioned | null {
  const read = quantityParse({ text, kind, unit: gaugeUnit });
  if (!read.ok) return null;
  const unit = findUnit(read.value.unit);
  const base = findUnit(gaugeUnit);
  if (!unit || !base) return null;
  const slip: Slip | null = likelySlip(read.value.value, unit, plausible);
  if (slip === null) return null;
  const inBase = `${figure(slip.valueInBase)} ${shown[base.name] ?? base.name}`;
  const typed = `${text.trim()}${/[a-z"'″′]$/i.test(text.trim()) ? "" : ` ${shown[unit.name] ?? unit.name}`}`;
  if (slip.kind === "point") {
    return { question: `${typed}? Was the point left out: ${inBase}.`, text: figure(slip.value) };
  }
  return {
    question: `${typed}? Did the ${tool} read ${UNIT_WORDS[slip.unit.name] ?? slip.unit.name}: ${inBase}.`,
    text: `${read.value.value} ${slip.unit.name}`,
  };
}

function questionedDraft(bench: Bench, state: JobState, draft: Draft): Questioned | null {
  if (draft.type === "reading_taken") {
    const point = pointOf(bench.procedure, draft.point) as MeasurePoint | undefined;
    const gauge = bench.gauges.find((g) => g.id === draft.gauge);
    const spec = point && limitAt(bench, state, point).spec;
    const limit = spec ? limitOf(spec) : null;
    const plausible = limit && plausibleReading(limit);
    if (!point || !gauge || !plausible) return null;
    return questioned(draft.text, point.quantity, gauge.unit, plausible, "gauge");
  }
  if (draft.type === "adjust_read") {
    const step = stepOf(bench.procedure, draft.step);
    const gauge = bench.gauges.find((g) => g.id === draft.gauge);
    const aim = step?.kind === "adjust" ? aimOf(bench, state, step) : null;
    if (step?.kind !== "adjust" || !gauge || !aim || step.sides) return null;
    // What is to be adjusted may be far off: as far as a worn part from its limit.
    return questioned(draft.text, step.quantity, gauge.unit, { min: aim.min / WORN, max: aim.max * WORN }, "gauge");
  }
  if (draft.type === "torque_applied") {
    const entry = entryOf(bench.procedure, draft.entry);
    const spec = entry?.kind === "fasteners" ? torqueSpecFor(bench, entry) : null;
    if (entry?.kind !== "fasteners" || !spec) return null;
    const { aimNm } = bandOf(spec, entry.torque.stagesPercent[draft.pass - 1] ?? 100);
    const spread = (aimNm * spec.tolerancePercent * BANDS) / 100;
    return questioned(draft.text, "torque", "N.m", { min: aimNm - spread, max: aimNm + spread }, "wrench");
  }
  return null;
}

/** What is asked back about a line whose values are off by a known ratio, with the drafts as they should be; or null. */
export function slipIn(
  bench: Bench,
  state: JobState,
  drafts: readonly Draft[],
): { question: string; corrected: Draft[] } | null {
  const asked = drafts.map((draft) => questionedDraft(bench, state, draft));
  const first = asked.find((q) => q !== null);
  if (!first) return null;
  const corrected = drafts.map((draft, i) => {
    const text = asked[i]?.text;
    return text !== undefined && "text" in draft && draft.type !== "noted" ? { ...draft, text } : draft;
  });
  return { question: first.question, corrected };
}

/**
 * A reading that fits the slack which remains at the tightest better than the one to set here: asked whether it was
 * read in the stated condition; null where nothing speaks for another. Nearer to what remains than to what is to be
 * set: common practice, no source.
 */
export function elsewhere(bench: Bench, state: JobState, drafts: readonly Draft[]): string | null {
  for (const draft of drafts) {
    if (draft.type !== "adjust_read") continue;
    const step = stepOf(bench.procedure, draft.step);
    const gauge = bench.gauges.find((g) => g.id === draft.gauge);
    const aim = step?.kind === "adjust" ? aimOf(bench, state, step) : null;
    if (step?.kind !== "adjust" || step.setBy === undefined || step.conditionWord === undefined || !aim || !gauge)
      continue;
    const remains = latest(state, slot.compute(step.setBy).key, "figure_taken")?.figures.remains;
    const read = quantityParse({ text: draft.text, kind: step.quantity, unit: gauge.unit });
    if (typeof remains !== "number" || !read.ok) continue;
    const value = read.value.valueInBase;
    if (Math.abs(value - remains) >= Math.abs(value - aim.target)) continue;
    const here = `${figure(aim.min)} to ${figure(aim.max)} ${gauge.unit}`;
    return `${draft.text}: that is nearer to the ${figure(remains)} ${gauge.unit} that remain ${step.otherConditions[0] ?? "elsewhere"} than to the ${here} of ${step.conditionWord}. Was it read ${step.conditionWord}?`;
  }
  return null;
}

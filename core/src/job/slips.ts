import { type GaugeFigures, type Limit, metrologyJudge } from "../metrology/index.ts";
import { entryOf, type MeasurePoint, pointOf, stepOf } from "../procedure/index.ts";
import { findUnit, type Kind, likelySlip, quantityParse, type Slip } from "../quantity/index.ts";
import { limitOf } from "../spec/index.ts";
import type { Bench } from "./bench.ts";
import { aimOf, limitOfAim } from "./adjust.ts";
import { limitAt } from "./applies.ts";
import type { Draft } from "./events.ts";
import { type JobState, latest } from "./fold.ts";
import { slot } from "./slot.ts";
import { bandOf, torqueSpecFor } from "./torque.ts";

// How far a reading is still believed without asking. Common practice, no source.
/** Below the least that is allowed: a part worn to half of it has come apart. */
const LEAST = 0.5;
/** Above the greatest new size where one is on file; else above the least that is allowed. */
const OVER_NEW = 0.05;
const OVER_LEAST = 2;
/** Above the least size of a new one, where parts of several sizes are judged by one limit, as steels are. */
const OVER_SIZES = 1.5;
/** Past the most that is allowed: so many times the wear between new and it; without a new size so many times itself. */
const PAST_WEAR = 5;
const PAST_MOST = 10;
/** Under a new size of something that grows with wear. */
const UNDER_NEW = 0.8;
/** A setting may be found this many times off what it is set to. */
const OFF = 3;
/** A pull this many tolerances off its aim is still believed to be a pull. */
const BANDS = 2;
/** More than this in one go is no turn of an adjuster: flats of a nut, or whole turns. */
const MOST_FLATS = 24;
const MOST_TURNS = 6;

type Believed = { min: number; max: number };

function believedReading(limit: Limit): Believed | null {
  const { kind, serviceMin, serviceMax, standardMin, standardMax } = limit;
  if (kind === "max") {
    if (serviceMax === undefined) return null;
    const fresh = standardMax ?? standardMin;
    if (fresh === undefined) return { min: 0, max: serviceMax * PAST_MOST };
    const least = standardMin === undefined ? 0 : standardMin * UNDER_NEW;
    return { min: least, max: serviceMax + PAST_WEAR * (serviceMax - fresh) };
  }
  if (serviceMin === undefined) return null;
  if (kind === "range") {
    // What may lie on either side of nothing is believed by how wide its range is.
    const width = (serviceMax ?? serviceMin) - serviceMin;
    if (serviceMin <= 0) return { min: serviceMin - OFF * width, max: (serviceMax ?? serviceMin) + OFF * width };
    return { min: serviceMin / OFF, max: (serviceMax ?? serviceMin) * OFF };
  }
  // What wears through far more than its limit, such as a slide down to its rail, is believed down to nothing.
  const worn = standardMin !== undefined && standardMin > 3 * serviceMin;
  const most =
    standardMax !== undefined
      ? standardMax * (1 + OVER_NEW)
      : standardMin !== undefined
        ? standardMin * OVER_SIZES
        : serviceMin * OVER_LEAST;
  return { min: worn ? 0 : serviceMin * LEAST, max: most };
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
/** Whether a unit was typed with the figure: what was said is not guessed at. */
const hasUnit = (text: string): boolean => /[a-zµ"'″′°%]\s*$/i.test(text.trim());

/** How bad a value is by its limit, or by what it had to come inside of: the worse the greater. */
const BADNESS = { new: 0, serviceable: 1, near: 2, undecided: 3, past: 4 } as const;
const EXACT: GaugeFigures = { resolution: 0, permissibleError: 0 };
function badness(value: number, limit: Limit): number {
  const answer = metrologyJudge({ readings: [value], gauge: EXACT, limit, take: "worst" });
  return answer.ok ? BADNESS[answer.value.verdict] : BADNESS.past;
}

type Doubted = {
  question: string;
  /** What was more likely meant, as it would be typed; null where nothing explains it. */
  text: string | null;
  /** The guess would judge it better than what was typed. */
  better: boolean;
};

function doubted(
  text: string,
  kind: Kind,
  gaugeUnit: string,
  believed: Believed,
  tool: string,
  limit: Limit,
  /** Where a value that nothing explains is still possible. */
  possible = believed,
): Doubted | null {
  const read = quantityParse({ text, kind, unit: gaugeUnit });
  if (!read.ok) return null;
  const unit = findUnit(read.value.unit);
  const base = findUnit(gaugeUnit);
  if (!unit || !base) return null;
  const { valueInBase } = read.value;
  if (valueInBase >= believed.min && valueInBase <= believed.max) return null;
  // Below nothing where nothing can be is refused as such, not asked about.
  if (valueInBase < 0 && believed.min >= 0) return null;
  const unitOf = (name: string): string => shown[name] ?? name;
  const typed = `${text.trim()}${hasUnit(text) ? "" : ` ${unitOf(unit.name)}`}`;
  const slip: Slip | null = hasUnit(text) ? null : likelySlip(read.value.value, unit, believed);
  if (slip === null) {
    if (valueInBase >= possible.min && valueInBase <= possible.max) return null;
    const range = `${figure(possible.min)} to ${figure(possible.max)} ${unitOf(base.name)}`;
    return {
      question: `${typed}: that is beyond belief here, where ${range} is met. Is it so?`,
      text: null,
      better: true,
    };
  }
  const better = badness(slip.valueInBase, limit) < badness(valueInBase, limit);
  const inBase = `${figure(slip.valueInBase)} ${unitOf(base.name)}`;
  if (slip.kind === "point") {
    return { question: `${typed}? Was the point left out: ${inBase}.`, text: figure(slip.value), better };
  }
  return {
    question: `${typed}? Did the ${tool} read ${UNIT_WORDS[slip.unit.name] ?? slip.unit.name}: ${inBase}.`,
    text: `${read.value.value} ${slip.unit.name}`,
    better,
  };
}

function doubtedDraft(bench: Bench, state: JobState, draft: Draft): Doubted | null {
  if (draft.type === "reading_taken") {
    const point = pointOf(bench.procedure, draft.point) as MeasurePoint | undefined;
    const gauge = bench.gauges.find((g) => g.id === draft.gauge);
    const spec = point && limitAt(bench, state, point).spec;
    const limit = spec ? limitOf(spec) : null;
    const believed = limit && believedReading(limit);
    if (!point || !gauge || !limit || !believed) return null;
    return doubted(draft.text, point.quantity, gauge.unit, believed, "gauge", limit);
  }
  if (draft.type === "adjust_read") {
    const step = stepOf(bench.procedure, draft.step);
    const gauge = bench.gauges.find((g) => g.id === draft.gauge);
    const aim = step?.kind === "adjust" ? aimOf(bench, state, step) : null;
    if (step?.kind !== "adjust" || !gauge || !aim || step.sides) return null;
    // What is to be adjusted may be far off.
    const believed = { min: aim.min / OFF, max: aim.max * OFF };
    return doubted(draft.text, step.quantity, gauge.unit, believed, "gauge", limitOfAim(aim));
  }
  if (draft.type === "adjust_turned") {
    const step = stepOf(bench.procedure, draft.step);
    if (step?.kind !== "adjust") return null;
    const { unit, most = /flat/.test(unit) ? MOST_FLATS : MOST_TURNS } = step.turn;
    if (Math.abs(draft.amount) <= most) return null;
    const amount = `${draft.amount > 0 ? "+" : ""}${draft.amount} ${unit}`;
    const question = `${amount}? Nobody turns that far at once. It asks how far it was turned, not what the gauge reads. Is it so?`;
    return { question, text: null, better: true };
  }
  if (draft.type === "torque_applied") {
    const entry = entryOf(bench.procedure, draft.entry);
    const spec = entry?.kind === "fasteners" ? torqueSpecFor(bench, entry) : null;
    if (entry?.kind !== "fasteners" || !spec) return null;
    const { aimNm, minNm, maxNm } = bandOf(spec, entry.torque.stagesPercent[draft.pass - 1] ?? 100);
    const spread = (aimNm * spec.tolerancePercent * BANDS) / 100;
    const band: Limit = { kind: "range", serviceMin: minNm, serviceMax: maxNm };
    const believed = { min: aimNm - spread, max: aimNm + spread };
    // A pull that went too far is told by its band; only what no hand does is beyond belief.
    return doubted(draft.text, "torque", "N.m", believed, "wrench", band, { min: aimNm / OFF, max: aimNm * OFF });
  }
  return null;
}

/** What is asked back about a line before it is kept. */
export type Doubt = { question: string; corrected: Draft[] | null; better: boolean };

/**
 * What is asked back about a line whose values are beyond belief: with the drafts as they were more likely meant, where a
 * known ratio or a point left out explains them and no unit was typed; else only whether it is so. Or null.
 */
export function slipIn(bench: Bench, state: JobState, drafts: readonly Draft[]): Doubt | null {
  const asked = drafts.map((draft) => doubtedDraft(bench, state, draft));
  const first = asked.find((q) => q !== null);
  if (!first) return null;
  // One that nothing explains is asked first: the others' guesses must not carry it along.
  const bare = asked.find((q) => q?.text === null);
  if (bare) return { question: bare.question, corrected: null, better: true };
  const corrected = drafts.map((draft, i) => {
    const text = asked[i]?.text;
    return text != null && "text" in draft && draft.type !== "noted" ? { ...draft, text } : draft;
  });
  return { question: first.question, corrected, better: asked.some((q) => q?.better) };
}

/** What is asked when a questioned value is to stay as it was typed: once more, and never by Enter alone. */
export const asTyped = (typed: string): string => `${typed}, as it was typed: is it so?`;

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

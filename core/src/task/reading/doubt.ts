import { type GaugeFigures, type Limit, metrologyJudge } from "../../metrology/index.ts";
import { findUnit, type Kind, likelySlip, quantityParse, type Slip } from "../../quantity/index.ts";
import type { Doubted } from "../kind.ts";

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
export const OFF = 3;
type Believed = { min: number; max: number };
export function believedReading(limit: Limit): Believed | null {
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
export const threeFigures = (value: number): string => String(Number(value.toPrecision(3)));
/** Whether a unit was typed with the figure: what was said is not guessed at. */
const hasUnit = (text: string): boolean => /[a-zµ"'″′°%]\s*$/i.test(text.trim());

/** How bad a value is by its limit, or by what it had to come inside of: the worse the greater. */
const BADNESS = { new: 0, serviceable: 1, near: 2, undecided: 3, past: 4 } as const;

const EXACT: GaugeFigures = { resolution: 0, permissibleError: 0 };

function badness(value: number, limit: Limit): number {
  const answer = metrologyJudge({ readings: [value], gauge: EXACT, limit, take: "worst" });
  return answer.ok ? BADNESS[answer.value.verdict] : BADNESS.past;
}
type Typed = { text: string; kind: Kind; unit: string; tool: string };

/** What is asked back about a value that is not believed, by the limit that it will be judged by; or null. */
export function doubted(
  { text, kind, unit: gaugeUnit, tool }: Typed,
  limit: Limit,
  believed: Believed,
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
    const range = `${threeFigures(possible.min)} to ${threeFigures(possible.max)} ${unitOf(base.name)}`;
    return {
      question: `${typed}: that is beyond belief here, where ${range} is met. Is it so?`,
      text: null,
      better: true,
    };
  }
  const better = badness(slip.valueInBase, limit) < badness(valueInBase, limit);
  const inBase = `${threeFigures(slip.valueInBase)} ${unitOf(base.name)}`;
  if (slip.kind === "point") {
    return { question: `${typed}? Was the point left out: ${inBase}.`, text: threeFigures(slip.value), better };
  }
  return {
    question: `${typed}? Did the ${tool} read ${UNIT_WORDS[slip.unit.name] ?? slip.unit.name}: ${inBase}.`,
    text: `${read.value.value} ${slip.unit.name}`,
    better,
  };
}

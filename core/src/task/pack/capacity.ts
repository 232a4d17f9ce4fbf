import type { Answer } from "../../calculator/index.ts";
import { clutchCapacity } from "../../clutch/index.ts";
import { activePoints } from "../../job/applies.ts";
import { type Bench, specFor } from "../../job/bench.ts";
import { countOf, type JobState } from "../../job/fold.ts";
import { readingsOf } from "../../job/judged.ts";
import type { ComputeStep, MeasurePoint } from "../../procedure/index.ts";
import { limitOf, type Source } from "../../spec/index.ts";
import { acceptedBuild, stackInput } from "./stack.ts";

export type StackCapacity = {
  /** What the pack carries as its linings wear, from as built to every lining at its limit. */
  curve: { wearMm: number; capacityNm: number }[];
  demandNm: number;
  clampN: number;
  /** Wear of the whole pack at which it no longer carries the engine's torque; null where it never comes to that. */
  slipsAtMm: number | null;
  sources: Source[];
};

const STEPS = 24;

/**
 * Torque the pack carries against what the engine asks, and how it falls as the pack wears: the springs stretch by what
 * the pack loses. Springs as measured (mean), or at the least of their new range where none is.
 */
export function stackCapacity(bench: Bench, state: JobState, step: ComputeStep): Answer<StackCapacity> {
  const wrong = (message: string): Answer<never> => ({ ok: false, error: { code: "missing", path: step.id, message } });
  const keys = step.capacity;
  if (!keys) return wrong("This procedure does not ask what the pack carries.");
  const missing: string[] = [];
  const sources: Source[] = [];
  const figure = (key: string): number => {
    const spec = specFor(bench, key);
    if (spec?.kind !== "figure") {
      missing.push(key);
      return NaN;
    }
    sources.push(spec.source);
    return spec.value;
  };
  const rate = figure(keys.springRate);
  const installed = figure(keys.springInstalled);
  const mu = figure(keys.friction);
  const outerMm = figure(keys.outer);
  const innerMm = figure(keys.inner);
  const engine = figure(keys.engineTorque);
  const ratio = figure(keys.primaryRatio);
  if (missing.length > 0) return wrong(`Not worked out: the book has no ${missing.join(", ")}.`);
  const input = stackInput(bench, state, step);
  if (!input.ok) return input;

  const points = activePoints(bench, state).filter((p): p is MeasurePoint => p.kind === "measure");
  const springPoint = points.find((p) => p.spec === keys.springLength);
  const springs = countOf(state, keys.springs);
  const lengths = springPoint
    ? Array.from({ length: springs }, (_, i) => {
        const left = readingsOf(state, springPoint, i + 1, "left");
        return left.length > 0 ? left : readingsOf(state, springPoint, i + 1, "found");
      })
        .flat()
        .map((reading) => reading.body.valueInBase)
    : [];
  const book = specFor(bench, keys.springLength);
  const free =
    lengths.length > 0
      ? lengths.reduce((sum, mm) => sum + mm, 0) / lengths.length
      : book && (limitOf(book)?.standardMin ?? null);
  if (free === null) return wrong("Not worked out: no spring is measured and the book has no free length.");

  // The linings are the layer that is not chosen from.
  const lining = points.find((p) => p.id === step.thickness[step.choose === "outer" ? 1 : 0]);
  const liningSpec = lining?.spec === undefined ? null : specFor(bench, lining.spec);
  const least = liningSpec ? limitOf(liningSpec)?.serviceMin : undefined;
  if (least === undefined) return wrong("Not worked out: the book has no limit for the linings.");
  const { fixed, heightMm } = input.value;
  const target = heightMm.target ?? (heightMm.min + heightMm.max) / 2;
  const built = acceptedBuild(bench, state, step)?.heightMm ?? target;
  const wearToLimit = fixed.reduce((sum, plate) => sum + Math.max(0, plate.thicknessMm - least), 0);
  const at = (wearMm: number) =>
    clutchCapacity({
      faces: 2 * fixed.length,
      mu,
      springs: { count: springs, rateNPerMm: rate, freeMm: free, installedMm: installed + (target - built) + wearMm },
      outerMm,
      innerMm,
      theory: "wear",
      engineTorqueNm: engine,
      primaryRatio: ratio,
    });
  const first = at(0);
  if (!first.ok) return first;
  const curve: StackCapacity["curve"] = [];
  for (let i = 0; i <= STEPS; i += 1) {
    const wearMm = (wearToLimit * i) / STEPS;
    const answer = at(wearMm);
    // Springs stretched to their free length carry nothing more: the curve ends there.
    if (!answer.ok) break;
    curve.push({ wearMm, capacityNm: answer.value.capacityNm });
  }
  const demandNm = engine * ratio;
  // Capacity falls by the same amount with every millimetre, so the crossing is exact.
  const perMm = first.value.capacityNm / (free - installed - (target - built));
  const crossing = (first.value.capacityNm - demandNm) / perMm;
  return {
    ok: true,
    value: {
      curve,
      demandNm,
      clampN: first.value.clampN,
      slipsAtMm: crossing <= wearToLimit ? Math.max(0, crossing) : null,
      sources,
    },
  };
}

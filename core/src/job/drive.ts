import type { Answer } from "../calculator/index.ts";
import { chainLength, chainRatio, chainSlack } from "../chain/index.ts";
import { type GearingStep, type SlackStep, stepOf } from "../procedure/index.ts";
import { specAt } from "./applies.ts";
import type { Bench } from "./bench.ts";
import type { BodyOf } from "./events.ts";
import { type JobState, latest } from "./fold.ts";
import { slot } from "./slot.ts";

type Figures = BodyOf<"figure_taken">["figures"];
export type Worked = { figures: Figures; from: Figures };

const refuse = (code: "missing" | "range" | "type", path: string, message: string): Answer<never> => ({
  ok: false,
  error: { code, path, message },
});

/** The machine's own figures under names of a calculator; what is missing is named, never put in by itself. */
function figuresFor<K extends string>(
  bench: Bench,
  state: JobState,
  keys: Readonly<Record<K, string>>,
): Answer<Record<K, number>> {
  const entries = Object.entries(keys) as [K, string][];
  const found = entries.map(([name, key]) => ({ name, key, spec: specAt(bench, state, key) }));
  const missing = found.filter(({ spec }) => spec?.kind !== "figure").map(({ key }) => key);
  if (missing.length > 0) {
    return refuse(
      "missing",
      "spec",
      `Not worked out: the machine's book has no ${missing.join(", ")}. Enter it with its source.`,
    );
  }
  const pairs = found.map(({ name, spec }) => [name, spec?.kind === "figure" ? spec.value : NaN]);
  return { ok: true, value: Object.fromEntries(pairs) as Record<K, number> };
}

/** Teeth that were chosen in this job, or the model's own. */
function teethOf(bench: Bench, state: JobState, gearing: string | undefined) {
  const taken = gearing === undefined ? null : latest(state, slot.compute(gearing).key, "figure_taken");
  const front = taken?.figures.front;
  const rear = taken?.figures.rear;
  return typeof front === "number" && typeof rear === "number" ? { frontTeeth: front, rearTeeth: rear } : {};
}

export type SlackWorked = Worked & { curve: { deg: number; slackMm: number | null }[]; restDeg: number };

/**
 * The slack to set in the condition of the machine's rest angle, in mm, so that the stated little remains where the chain
 * is tightest; from the machine's geometry and the teeth in hand. Refused, naming what is missing.
 */
export function slackWorked(bench: Bench, state: JobState, step: SlackStep): Answer<SlackWorked> {
  const read = figuresFor(bench, state, step.geometry);
  if (!read.ok) return read;
  const { frontTeeth, rearTeeth, pitch, sprocketX, sprocketY, arm, rest, from, to, remains } = {
    ...read.value,
    ...teethOf(bench, state, step.gearing),
  };
  const input = {
    ...{ frontTeeth, rearTeeth, pitchMm: pitch, sprocketXMm: sprocketX, sprocketYMm: sprocketY, armMm: arm },
    ...{ restDeg: rest, fromDeg: from, toDeg: to, targetTightMm: remains, steps: 61 },
  };
  const first = chainSlack({ ...input, slackAtRestMm: remains });
  if (!first.ok) return first;
  const set = first.value.setSlackAtRestMm;
  if (set === null)
    return refuse("range", "spec", first.value.reason ?? "No slack at rest leaves that at the tightest.");
  // The curve of the chain as it will be set.
  const curve = chainSlack({ ...input, slackAtRestMm: set });
  if (!curve.ok) return curve;
  return {
    ok: true,
    value: {
      figures: { set, tightestDeg: first.value.tightestDeg, remains },
      from: { frontTeeth, rearTeeth, pitch, sprocketX, sprocketY, arm, rest, from, to },
      curve: curve.value.curve,
      restDeg: rest,
    },
  };
}

export type GearingWorked = Worked & { was: { frontTeeth: number; rearTeeth: number }; slot: [number, number] };

/**
 * Teeth typed as front and rear, with the ratio, its change, the chain's length and where that puts the axle; Enter alone
 * keeps the model's own. Refused where the axle would lie outside its slot.
 */
export function gearingWorked(bench: Bench, state: JobState, step: GearingStep, typed: string): Answer<GearingWorked> {
  const read = figuresFor(bench, state, step.drive);
  if (!read.ok) return read;
  const { frontTeeth, rearTeeth, pitch, centre, slotFrom, slotTo } = read.value;
  const teeth = typed === "" ? [frontTeeth, rearTeeth] : typed.split(/[\s/]+/).map(Number);
  const [front, rear] = teeth;
  if (teeth.length !== 2 || front === undefined || rear === undefined || !teeth.every(Number.isInteger)) {
    return refuse("type", "typed", "Two whole numbers, front then rear: 13 48. Enter keeps what is on file.");
  }
  const ratio = chainRatio.run({ frontTeeth: front, rearTeeth: rear, was: { frontTeeth, rearTeeth } });
  if (!ratio.ok) return ratio;
  const length = chainLength({ frontTeeth: front, rearTeeth: rear, pitchMm: pitch, centreMm: centre });
  if (!length.ok) return length;
  const { evenPitches, centreAtEvenMm } = length.value;
  if (evenPitches === null || centreAtEvenMm === null) {
    return refuse("range", "typed", length.value.reason ?? "No chain goes round these.");
  }
  // The axle may also go forward to take the next shorter chain.
  const shorter = chainLengthAt(front, rear, pitch, evenPitches - 2, centre);
  const fits = [
    { links: evenPitches, at: centreAtEvenMm },
    ...(shorter === null ? [] : [{ links: evenPitches - 2, at: shorter }]),
  ].filter(({ at }) => at >= slotFrom && at <= slotTo);
  const best = fits.sort((a, b) => Math.abs(a.at - centre) - Math.abs(b.at - centre))[0];
  if (!best) {
    const message = `${front}/${rear}: with ${evenPitches} links the axle would lie at ${centreAtEvenMm.toFixed(1)} mm; its slot runs from ${slotFrom} to ${slotTo}. Choose other teeth.`;
    return refuse("range", "typed", message);
  }
  const { value } = ratio as { value: { ratio: number; changePercent?: number; repeatLinks: number } };
  return {
    ok: true,
    value: {
      figures: {
        ...{ front, rear, links: best.links, axle: best.at, ratio: value.ratio },
        ...{ changePercent: value.changePercent ?? 0, repeatLinks: value.repeatLinks },
      },
      from: { frontTeeth, rearTeeth, pitch, centre, slotFrom, slotTo },
      was: { frontTeeth, rearTeeth },
      slot: [slotFrom, slotTo],
    },
  };
}

/** The centre distance at which a chain of so many links goes round, found between half and the given distance; or null. */
function chainLengthAt(front: number, rear: number, pitch: number, links: number, centre: number): number | null {
  const linksAt = (c: number): number | null => {
    const answer = chainLength({ frontTeeth: front, rearTeeth: rear, pitchMm: pitch, centreMm: c });
    return answer.ok ? answer.value.pitches : null;
  };
  let [low, high] = [centre / 2, centre];
  const atLow = linksAt(low);
  if (atLow === null || atLow > links) return null;
  for (let i = 0; i < 60; i += 1) {
    const middle = (low + high) / 2;
    if ((linksAt(middle) ?? 0) < links) low = middle;
    else high = middle;
  }
  return (low + high) / 2;
}

/** What a step that works a figure out comes to, by its kind. */
export function workedOut(bench: Bench, state: JobState, id: string, typed: string): Answer<Worked> {
  const step = stepOf(bench.procedure, id);
  if (step?.kind === "compute" && step.calculator === "chain.slack") return slackWorked(bench, state, step);
  if (step?.kind === "compute" && step.calculator === "chain.length") return gearingWorked(bench, state, step, typed);
  return { ok: false, error: { code: "unsupported", path: "step", message: `"${id}" works nothing out.` } };
}

import { type Answer, atMost } from "../calculator/index.ts";
import {
  centreForLength,
  chainRatio,
  chainSlack,
  chainSpline,
  isReal,
  pathLength,
  pathRadius,
} from "../chain/index.ts";
import { trackLugs } from "../track/index.ts";
import { caseBackoff, caseFreeplay } from "../case/index.ts";
import {
  type BackoffStep,
  figuresAsked,
  type GearingStep,
  type PairStep,
  type SlackStep,
  type SplineStep,
  type Step,
  stepOf,
} from "../procedure/index.ts";
import { quantityParse } from "../quantity/index.ts";
import { KNOWN_FIGURES } from "../spec/index.ts";
import { specAt, wayOf } from "./applies.ts";
import { type Bench, specFor } from "./bench.ts";
import type { BodyOf } from "./events.ts";
import { type JobState, latest } from "./fold.ts";
import { slot } from "./slot.ts";

type Figures = BodyOf<"figure_taken">["figures"];
export type Worked = { figures: Figures; from: Figures };

const refuse = (code: "missing" | "range" | "type" | "conflict", path: string, message: string): Answer<never> => ({
  ok: false,
  error: { code, path, message },
});

const labelOf = (key: string): string => KNOWN_FIGURES.get(key)?.label.toLowerCase() ?? key;

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
      `Not worked out: not on file for this machine: ${missing.map(labelOf).join(", ")}. Enter it here, with its source; / skips this with a reason.`,
    );
  }
  const pairs = found.map(({ name, spec }) => [name, spec?.kind === "figure" ? spec.value : NaN]);
  return { ok: true, value: Object.fromEntries(pairs) as Record<K, number> };
}

/** Teeth that were chosen in this job, or the model's own. */
function teethOf(bench: Bench, state: JobState) {
  const gearing = bench.procedure.steps.find((s) => s.kind === "compute" && s.calculator === "chain.length");
  const taken = gearing && latest(state, slot.compute(gearing.id).key, "figure_taken");
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
    ...teethOf(bench, state),
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

/**
 * Teeth typed as front and rear, with the ratio, its change, the even length of chain that puts the axle nearest to the
 * middle of its slot, and where; Enter alone keeps the model's own. Refused where no even length puts it inside.
 */
export function gearingWorked(bench: Bench, state: JobState, step: GearingStep, typed: string): Answer<Worked> {
  const read = figuresFor(bench, state, step.drive);
  if (!read.ok) return read;
  const { pitch, centre, slotFrom, slotTo, ...was } = read.value;
  const [front, rear, ...more] = typed === "" ? [was.frontTeeth, was.rearTeeth] : typed.split(/[\s/]+/).map(Number);
  if (front === undefined || rear === undefined || more.length > 0) {
    return refuse("type", "typed", "Two whole numbers, front then rear: 13 48. Enter keeps what is on file.");
  }
  // Without all four figures there is no speed to show; nothing is put in by itself.
  const speed = step.speed ? figuresFor(bench, state, step.speed) : null;
  const engine = speed?.ok ? speed.value : null;
  const ratio = chainRatio({
    ...{ frontTeeth: front, rearTeeth: rear, was },
    ...(engine && { rpm: engine.rpm, primaryRatio: engine.primaryRatio, gearRatio: engine.gearRatio }),
    ...(engine && { tyreCircumferenceMm: engine.tireRound }),
  });
  if (!ratio.ok) return ratio;
  const drive = { r1: pathRadius(front, pitch), r2: pathRadius(rear, pitch) };
  if (!isReal(drive, slotFrom)) {
    return refuse("range", "typed", `${front}/${rear}: the sprockets would touch. Choose fewer teeth.`);
  }
  const linksAt = (mm: number): number => pathLength(drive, mm) / pitch;
  const least = 2 * Math.ceil(linksAt(slotFrom) / 2);
  const lengths: { links: number; axle: number }[] = [];
  for (let links = least; atMost(links, linksAt(slotTo)); links += 2) {
    lengths.push({ links, axle: centreForLength(drive, links * pitch, slotFrom, slotTo) });
  }
  const best = lengths.sort((a, b) => Math.abs(a.axle - centre) - Math.abs(b.axle - centre))[0];
  if (!best) {
    const between = `${linksAt(slotFrom).toFixed(1)} to ${linksAt(slotTo).toFixed(1)}`;
    const message = `${front}/${rear}: the slot takes a chain of ${between} links, and none of these is even. Choose a tooth more or less.`;
    return refuse("range", "typed", message);
  }
  const { changePercent = 0, repeatLinks } = ratio.value;
  return {
    ok: true,
    value: {
      figures: {
        ...{ front, rear, ...best, ratio: ratio.value.ratio, changePercent, repeatLinks },
        ...(ratio.value.speedKmh === undefined ? {} : { speedKmh: ratio.value.speedKmh, atRpm: engine?.rpm ?? 0 }),
      },
      from: { ...was, pitch, centre, slotFrom, slotTo },
    },
  };
}

/**
 * Widths typed as old sprocket, new sprocket, shaft, in mm, with the play each has; a new sprocket that is loose by the
 * figure on file is refused, and so is one that does not go on.
 */
export function splineWorked(bench: Bench, state: JobState, step: SplineStep, typed: string): Answer<Worked> {
  const widths = typed
    .split(/\s+/)
    .filter(Boolean)
    .map((text) => quantityParse({ text, kind: "length", unit: "mm" }));
  const [old, fresh, shaft] = widths.flatMap((read) => (read.ok ? [read.value.valueInBase] : []));
  if (widths.length !== 3 || old === undefined || fresh === undefined || shaft === undefined) {
    return refuse(
      "type",
      "typed",
      "Three widths in mm: space of the old sprocket, space of the new, spline of the shaft: 4.62 4.21 4.05.",
    );
  }
  const spec = specAt(bench, state, step.maxPlay);
  const maxPlayMm = spec?.kind === "figure" ? spec.value : undefined;
  const fit = chainSpline({
    oldSpaceMm: old,
    newSpaceMm: fresh,
    shaftSplineMm: shaft,
    ...(maxPlayMm === undefined ? {} : { maxPlayMm }),
  });
  if (!fit.ok) return fit;
  const { oldPlayMm, newPlayMm, sprocketWearMm, fits } = fit.value;
  if (fits === false) {
    const message = `The new sprocket has ${newPlayMm.toFixed(2)} mm of play, at most ${maxPlayMm ?? 0}: a loose new sprocket is refused. Take another; or the shaft is worn, and that is an engine strip: skip with the reason.`;
    return refuse("range", "typed", message);
  }
  return {
    ok: true,
    value: {
      figures: { old, fresh, shaft, oldPlayMm, newPlayMm, sprocketWearMm },
      from: maxPlayMm === undefined ? {} : { maxPlayMm },
    },
  };
}

/** A plain number, fractions too; null where it is none. */
function plainNumber(text: string): number | null {
  const read = /^[\d\s.,/]+$/.test(text) ? quantityParse({ text, kind: "length", unit: "mm" }) : null;
  return read?.ok ? read.value.value : null;
}

/**
 * How far to back the adjuster off, in turns and in mm of travel by its thread; the turns by the school that was
 * answered. Typed, how far it went in before, in turns: then what was taken up is kept too.
 */
export function backoffWorked(bench: Bench, state: JobState, step: BackoffStep, typed: string): Answer<Worked> {
  const turns = wayOf(bench, state, step.turnsBy)?.turns;
  if (turns === undefined)
    return refuse("missing", "step", "Say first which way the tension is set: it is asked in this work.");
  const inTurns = typed === "" ? null : plainNumber(typed);
  if (typed !== "" && inTurns === null) {
    const message = `"${typed}" is no number of turns. How far it went in before it is backed off: 1.5 or 1 1/2; Enter leaves it out.`;
    return refuse("type", "typed", message);
  }
  const takenUp = inTurns === null ? {} : { inTurns, takenUp: inTurns - turns };
  const spec = specAt(bench, state, step.pitch);
  // Without the thread's pitch the turns still hold; the millimetres are left out, not made up.
  if (spec?.kind !== "figure") return { ok: true, value: { figures: { turns, ...takenUp, travelMm: null }, from: {} } };
  const answer = caseBackoff({ turns, threadPitchMm: spec.value });
  if (!answer.ok) return answer;
  return {
    ok: true,
    value: {
      figures: { turns, ...takenUp, travelMm: answer.value.travelMm },
      from: { threadPitchMm: spec.value },
    },
  };
}

/**
 * Gears and links typed as top, bottom, links, with their ratio, its change, and the free play in mm that the fixed
 * centres leave before any tensioner; Enter alone takes those on file. Refused where the gears touch or the chain does
 * not go round.
 */
export function pairWorked(bench: Bench, state: JobState, step: PairStep, typed: string): Answer<Worked> {
  const read = figuresFor(bench, state, step.drive);
  if (!read.ok) return read;
  const { pitch, centre, ...was } = read.value;
  const counts = typed === "" ? [was.topTeeth, was.bottomTeeth, was.links] : typed.split(/[\s/]+/).map(Number);
  const [topTeeth = NaN, bottomTeeth = NaN, links = NaN, ...more] = counts;
  if (more.length > 0 || ![topTeeth, bottomTeeth, links].every((n) => Number.isInteger(n))) {
    const message = `Three whole numbers: teeth on top, teeth at the bottom, links: ${was.topTeeth} ${was.bottomTeeth} ${was.links}.`;
    return refuse("type", "typed", message);
  }
  const answer = caseFreeplay({ topTeeth, bottomTeeth, links, pitchMm: pitch, centreMm: centre });
  if (!answer.ok) return answer;
  const { ratio, freePlayMm, reason } = answer.value;
  if (freePlayMm === null) {
    return refuse(
      "range",
      "typed",
      `${topTeeth} over ${bottomTeeth} with ${links} links does not fit: ${reason ?? ""}`,
    );
  }
  const changePercent = 100 * (ratio / (was.bottomTeeth / was.topTeeth) - 1);
  return {
    ok: true,
    value: {
      figures: { topTeeth, bottomTeeth, links, ratio, changePercent, freePlayMm },
      from: { ...was, pitch, centre },
    },
  };
}

/**
 * Counts typed as windows, lugs, torn, studs, pulled, with the shares that are lost; the length by the pitch on file.
 * After "at" the windows where lugs are torn, counted from the arrow: "48 144 3 96 2 at 12 13 31".
 */
export function lugsWorked(bench: Bench, state: JobState, typed: string): Answer<Worked> {
  const [counted = "", where = ""] = typed.split(/\bat\b/i);
  const whole = (text: string): number[] => text.split(/\s+/).filter(Boolean).map(Number);
  const counts = whole(counted);
  const places = whole(where);
  const [windows, lugs, torn, studs, pulled] = counts;
  if (counts.length !== 5 || [...counts, ...places].some((n) => !Number.isInteger(n)))
    return refuse(
      "type",
      "typed",
      "Five whole numbers: windows, lugs, lugs torn, studs, studs missing: 48 144 3 96 2. Then, where it is noted, at which windows lugs are torn: at 12 13 31.",
    );
  const beyond = places.find((n) => n < 1 || n > (windows ?? 0));
  if (beyond !== undefined)
    return refuse("range", "typed", `Window ${beyond}: this track has ${windows ?? 0}, counted from its arrow.`);
  if (places.length > (torn ?? 0)) {
    const message = `${places.length} windows for ${torn ?? 0} torn lugs: name a window once for each lug torn there.`;
    return refuse("conflict", "typed", message);
  }
  const pitch = specAt(bench, state, "track-pitch");
  const pitchMm = pitch?.kind === "figure" ? { pitchMm: pitch.value } : {};
  const input = { windows: windows ?? 0, lugs: lugs ?? 0, torn: torn ?? 0, studs: studs ?? 0, pulled: pulled ?? 0 };
  const answer = trackLugs({ ...input, ...pitchMm });
  if (!answer.ok) return answer;
  const { lengthMm = null, ...shares } = answer.value;
  return { ok: true, value: { figures: { ...input, ...shares, lengthMm, tornAt: places.join(" ") }, from: pitchMm } };
}

/** The figures that a step asks for and that are not on file, by key; what it can do without is left out. */
export function figuresMissing(bench: Bench, step: string): string[] {
  const index = bench.procedure.steps.findIndex((s) => s.id === step);
  const own = figuresAsked(bench.procedure).filter(({ path }) => path[0] === "steps" && path[1] === index);
  return own.filter(({ path, key }) => path[2] !== "speed" && specFor(bench, key) === null).map(({ key }) => key);
}

/** What a step that works a figure out comes to, by its kind. */
export function workedOut(bench: Bench, state: JobState, id: string, typed: string): Answer<Worked> {
  const step = stepOf(bench.procedure, id);
  if (step?.kind !== "compute" || step.calculator === "clutch.stack") {
    return { ok: false, error: { code: "unsupported", path: "step", message: `"${id}" works nothing out.` } };
  }
  switch (step.calculator) {
    case "chain.slack":
      return slackWorked(bench, state, step);
    case "chain.length":
      return gearingWorked(bench, state, step, typed);
    case "chain.spline":
      return splineWorked(bench, state, step, typed);
    case "case.freeplay":
      return pairWorked(bench, state, step, typed);
    case "track.lugs":
      return lugsWorked(bench, state, typed);
    case "case.backoff":
      return backoffWorked(bench, state, step, typed);
  }
}

/** What was worked out, in words, by the figures that it holds. */
export function figuresWords({ figures, step }: { figures: Figures; step: Step | undefined }): string {
  const of = (name: string, decimals: number): string => Number(figures[name]).toFixed(decimals);
  if (step?.kind !== "compute") return "";
  switch (step.calculator) {
    case "chain.slack":
      return `${of("set", 1)} mm to set`;
    case "chain.length":
      return `${figures.front}/${figures.rear}, ${figures.links} links`;
    case "chain.spline":
      return `play ${of("oldPlayMm", 2)} mm with the old, ${of("newPlayMm", 2)} mm with the new`;
    case "track.lugs":
      return `${figures.torn} of ${figures.lugs} lugs torn (${of("tornPercent", 1)} %), ${figures.pulled} of ${figures.studs} studs gone (${of("pulledPercent", 1)} %)`;
    case "case.backoff":
      return `back off ${figures.turns} of a turn${figures.travelMm === null ? "" : `, ${of("travelMm", 2)} mm`}${figures.takenUp === undefined ? "" : `; ${of("takenUp", 2)} turns taken up`}`;
    case "case.freeplay":
      return `${figures.topTeeth} over ${figures.bottomTeeth}, ${figures.links} links, ${of("freePlayMm", 1)} mm of play before the tensioner`;
    case "clutch.stack":
      return "";
  }
}

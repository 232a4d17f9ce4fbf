import { equal } from "../../calculator/index.ts";
import { specAt } from "../../job/applies.ts";
import type { Bench } from "../../job/bench.ts";
import { type BodyOf, type EventOf, isEvent } from "../../job/events.ts";
import { type JobState, latest } from "../../job/fold.ts";
import { type Judged, judgeTaken } from "../../job/judged.ts";
import type { Limit } from "../../metrology/index.ts";
import type { AdjustStep } from "../../procedure/index.ts";
import { splitValues } from "../../quantity/index.ts";
import { limitOf } from "../../spec/index.ts";
import { trackAlign, trackTension } from "../../track/index.ts";
import { slot } from "../lines.ts";

export type Round = EventOf<"adjust_read"> | EventOf<"adjust_turned">;

export type Aim = NonNullable<BodyOf<"adjust_read">["aim"]>;

/** Every reading and every turn of an adjustment, in order: the trail. */
export function trailOf(state: JobState, step: string): Round[] {
  const lines = state.bySlot.get(slot.adjust(step).key) ?? [];
  return lines.filter((e): e is Round => isEvent(e, "adjust_read") || isEvent(e, "adjust_turned"));
}

/** What a round had to come inside of, as a limit like any other; what starts at nothing has only a largest value. */
export const limitOfAim = ({ min, max }: Aim): Limit =>
  equal(min, 0) ? { kind: "max", serviceMax: max } : { kind: "range", serviceMin: min, serviceMax: max };

/** The verdict on one reading of an adjustment, as on any other; without a figure kept, not judged. */
export const judgeRound = (body: BodyOf<"adjust_read">, unit = ""): Judged =>
  judgeTaken([{ id: "", body }], null, body.aim && limitOfAim(body.aim), unit);

/** What is aimed for, in words: "35.9 to 43.9", "2.0 at most". */
export const aimWords = ({ min, max }: Aim): string =>
  equal(min, 0) ? `${max.toFixed(1)} at most` : `${min.toFixed(1)} to ${max.toFixed(1)}`;

/** What was read left and right, each by its side. */
const sided = (text: string, sides: readonly string[] | undefined): string => {
  const read = splitValues(text);
  return sides && read.length === sides.length ? read.map((one, i) => `${one} ${sides[i]}`).join(", ") : text;
};

/** One round in words: "55 mm, above 35.9 to 43.9", "turned +2 flats". */
export function roundWords(step: AdjustStep, body: Round["body"]): string {
  if (body.type === "adjust_turned") {
    const where = body.side === null ? step.turn.unit : `${step.turn.unit}, ${body.side}`;
    return `turned ${body.amount > 0 ? "+" : ""}${body.amount} ${where}`;
  }
  const { text, unit, valueInBase, aim, under, sides } = body;
  const alone = sides
    ? `${sided(text, step.sides)}: ${valueInBase.toFixed(1)} ${unit} apart`
    : text.endsWith(unit)
      ? text
      : `${text} ${unit}`;
  const read = under ? `${alone} at ${under.text}` : alone;
  if (aim === null) return `${read}, no figure on file: kept, not judged`;
  const { verdict } = judgeRound(body);
  const side = valueInBase < aim.target ? "below" : "above";
  const where = verdict === "undecided" ? "can't call, at the edge of" : verdict === "past" ? side : "inside";
  // A figure at most has no two sides to be between.
  if (where === "inside" && equal(aim.min, 0)) return `${read}, within ${aim.max.toFixed(1)}`;
  if (where === "above" && equal(aim.min, 0)) return `${read}, more than ${aim.max.toFixed(1)}`;
  return `${read}, ${where} ${aimWords(aim)}`;
}

/** An adjustment is over when the last thing done was a reading that is inside without doubt, or has no figure to meet. */
export function isAdjusted(state: JobState, step: string): boolean {
  const last = trailOf(state, step).pop();
  if (last === undefined || !isEvent(last, "adjust_read")) return false;
  const { verdict } = judgeRound(last.body);
  return verdict !== "past" && verdict !== "undecided";
}

/** What it must come inside of: the limit on file, or what another step worked out with its tolerance; mm or the unit's base. */
export function aimOf(bench: Bench, state: JobState, step: AdjustStep): Aim | null {
  const spec = specAt(bench, state, step.spec);
  if (step.setBy !== undefined) {
    const set = latest(state, slot.compute(step.setBy).key, "figure_taken")?.figures.set;
    if (typeof set !== "number" || spec?.kind !== "figure") return null;
    return { min: set - spec.value, max: set + spec.value, target: set, from: spec.label };
  }
  const limit = spec ? limitOf(spec) : null;
  if (limit?.serviceMax === undefined || !spec) return null;
  const { serviceMin: min = 0, serviceMax: max, standardMax, kind } = limit;
  // What has only a largest value is brought to that of a new part; without one, halfway to nothing.
  const target = kind === "max" ? (standardMax ?? max / 2) : (min + max) / 2;
  return { min, max, target, from: spec.label };
}

/** What the line asks for next: a reading, or how far it was turned since the last. */
export function turnOf(state: JobState, step: string): "read" | "turn" {
  const last = trailOf(state, step).pop();
  return last !== undefined && isEvent(last, "adjust_read") ? "turn" : "read";
}

const lastRead = (trail: readonly Round[]): EventOf<"adjust_read"> | undefined =>
  trail.filter((round) => isEvent(round, "adjust_read")).pop();

/** The next turns of both track adjusters, from every round so far. */
function tensionTurn(trail: readonly Round[]): number | null {
  let turns = 0;
  const readings: { turns: number; sagMm: number }[] = [];
  for (const round of trail) {
    if (isEvent(round, "adjust_turned")) turns += round.body.amount;
    else readings.push({ turns, sagMm: round.body.valueInBase });
  }
  const aim = lastRead(trail)?.body.aim;
  if (!aim) return null;
  const { min, max } = aim;
  const answer = trackTension({ readings, targetMinMm: min, targetMaxMm: max });
  return answer.ok ? answer.value.nextTurns : null;
}

/** The side to tighten, by the gaps that were read last; null where they are even or nothing was read. */
export function sideToTighten(state: JobState, step: AdjustStep): string | null {
  const read = lastRead(trailOf(state, step.id))?.body.sides;
  if (!step.sides || !read) return null;
  const [leftGapMm, rightGapMm] = read;
  // The tolerance is judged elsewhere; here only which side it sits on.
  const answer = trackAlign({ leftGapMm, rightGapMm, toleranceMm: 0 });
  if (!answer.ok || answer.value.tightenSide === null) return null;
  return answer.value.tightenSide === "left" ? step.sides[0] : step.sides[1];
}

/**
 * How far to turn the side that is to be tightened, from every round so far: what a turn of the left moved the gaps
 * apart, and one of the right together, by least squares; in eighths, at least one. Null before a turn has shown it.
 */
function gapTurn(trail: readonly Round[], sides: readonly [string, string], most: number): number | null {
  let turns = 0;
  let before: number | null = null;
  let [moved, squares] = [0, 0];
  for (const round of trail) {
    if (isEvent(round, "adjust_turned")) {
      turns += round.body.side === sides[0] ? round.body.amount : -round.body.amount;
      continue;
    }
    const [left, right] = round.body.sides ?? [0, 0];
    if (before !== null) {
      moved += turns * (left - right - before);
      squares += turns * turns;
    }
    before = left - right;
    turns = 0;
  }
  const wanted = before === null ? 0 : (Math.abs(before) * squares) / moved;
  // Where turns moved it the wrong way, or not at all, they tell nothing of the next.
  if (!(moved > 0) || equal(wanted, 0)) return null;
  return Math.min(most, Math.max(1, Math.floor(8 * wanted + 1e-9)) / 8);
}

/**
 * How far to turn next, in the step's own unit, plus for more of it; from what earlier turns did, or null before any
 * turn has shown what it does. Halves, because nobody turns finer by hand. Of two sides the one to tighten is meant.
 */
export function suggestTurn(state: JobState, step: AdjustStep): number | null {
  const trail = trailOf(state, step.id);
  if (step.sides) return gapTurn(trail, step.sides, step.turn.most ?? Infinity);
  if (step.suggest === "track.tension") return tensionTurn(trail);
  const reads = trail.filter((e) => isEvent(e, "adjust_read"));
  const [before, now] = reads.slice(-2);
  if (!before || !now || now.body.aim === null) return null;
  const turned = trail
    .slice(trail.indexOf(before), trail.indexOf(now))
    .reduce((sum, e) => sum + (isEvent(e, "adjust_turned") ? e.body.amount : 0), 0);
  const moved = now.body.valueInBase - before.body.valueInBase;
  if (equal(turned, 0) || equal(moved, 0)) return null;
  // A turn that moved it the wrong way tells of play in the adjuster, not of the adjuster's own pitch.
  if (moved / turned > 0 !== (step.turn.more === "larger")) return null;
  const wanted = Math.round((((now.body.aim.target - now.body.valueInBase) * turned) / moved) * 2) / 2;
  const { most = Infinity } = step.turn;
  return Math.max(-most, Math.min(most, wanted));
}

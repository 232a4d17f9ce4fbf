import { equal } from "../calculator/index.ts";
import type { Limit } from "../metrology/index.ts";
import type { AdjustStep } from "../procedure/index.ts";
import { limitOf } from "../spec/index.ts";
import { specAt } from "./applies.ts";
import type { Bench } from "./bench.ts";
import { type BodyOf, type EventOf, isEvent } from "./events.ts";
import { type JobState, latest } from "./fold.ts";
import { type Judged, judgeTaken } from "./judged.ts";
import { slot } from "./slot.ts";

export type Round = EventOf<"adjust_read"> | EventOf<"adjust_turned">;
export type Aim = NonNullable<BodyOf<"adjust_read">["aim"]>;

/** Every reading and every turn of an adjustment, in order: the trail. */
export function trailOf(state: JobState, step: string): Round[] {
  const lines = state.bySlot.get(slot.adjust(step).key) ?? [];
  return lines.filter((e): e is Round => isEvent(e, "adjust_read") || isEvent(e, "adjust_turned"));
}

/** The range that a round had to come inside of, as a limit like any other. */
export const limitOfAim = (aim: Aim): Limit => ({ kind: "range", serviceMin: aim.min, serviceMax: aim.max });

/** The verdict on one reading of an adjustment, as on any other; without a figure kept, not judged. */
export const judgeRound = (body: BodyOf<"adjust_read">): Judged =>
  judgeTaken([{ id: "", body }], null, body.aim && limitOfAim(body.aim));

/** One round in words: "55 mm, above 35.9 to 43.9", "turned +2 flats". */
export function roundWords(step: AdjustStep, body: Round["body"]): string {
  if (body.type === "adjust_turned") return `turned ${body.amount > 0 ? "+" : ""}${body.amount} ${step.turn.unit}`;
  const { text, unit, valueInBase, aim } = body;
  const read = text.endsWith(unit) ? text : `${text} ${unit}`;
  if (aim === null) return `${read}, no figure on file: kept, not judged`;
  const { verdict } = judgeRound(body);
  const side = valueInBase < aim.target ? "below" : "above";
  const where = verdict === "undecided" ? "can't call, at the edge of" : verdict === "past" ? side : "inside";
  return `${read}, ${where} ${aim.min.toFixed(1)} to ${aim.max.toFixed(1)}`;
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
  if (limit?.serviceMin === undefined || limit.serviceMax === undefined || !spec) return null;
  const { serviceMin: min, serviceMax: max } = limit;
  return { min, max, target: (min + max) / 2, from: spec.label };
}

/** What the line asks for next: a reading, or how far it was turned since the last. */
export function turnOf(state: JobState, step: string): "read" | "turn" {
  const last = trailOf(state, step).pop();
  return last !== undefined && isEvent(last, "adjust_read") ? "turn" : "read";
}

/**
 * How far to turn next, in the step's own unit, plus for more of it; from what earlier turns did, or null before any
 * turn has shown what it does. Halves, because nobody turns finer by hand.
 */
export function suggestTurn(state: JobState, step: AdjustStep): number | null {
  const trail = trailOf(state, step.id);
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
  const wanted = ((now.body.aim.target - now.body.valueInBase) * turned) / moved;
  return Math.round(wanted * 2) / 2;
}

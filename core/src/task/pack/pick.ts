import type { Answer } from "../../calculator/index.ts";
import { clutchPick, MOST_PLATES } from "../../clutch/index.ts";
import type { Bench } from "../../job/bench.ts";
import type { Draft } from "../../job/events.ts";
import type { JobState } from "../../job/fold.ts";
import type { ComputeStep } from "../../procedure/index.ts";
import { layersOf, stackInput } from "./stack.ts";

/** Which of the measured used plates stay, and which new ones stand in for the rest. */
export type StackPick = {
  /** Items of used plates set aside although they might stay. */
  setAside: number[];
  counts: Record<string, number>;
  heightMm: number;
  offTargetMm: number;
  feasible: boolean;
  reason: string | null;
};

/**
 * The used plates that were decided to stay and every new plate in stock, together: the choice that comes nearest to
 * the target. Used plates come first, so of equal choices the one that keeps more of them wins.
 */
export function stackPick(bench: Bench, state: JobState, step: ComputeStep): Answer<StackPick> {
  const input = stackInput(bench, state, step);
  if (!input.ok) return input;
  const { fixed, chosen, choices, heightMm } = input.value;
  const used = chosen.flatMap((plate) => (plate === null ? [] : [plate]));
  const room = Math.max(0, MOST_PLATES - used.length);
  const each = choices.length === 0 ? 0 : Math.min(chosen.length, Math.floor(room / choices.length));
  const fresh = choices.flatMap((part) => Array.from({ length: Math.min(each, part.stock) }, () => part));
  const answer = clutchPick({
    steelsMm: [...used.map((plate) => plate.thicknessMm), ...fresh.map((part) => part.thicknessMm ?? 0)],
    choose: chosen.length,
    otherMm: fixed.reduce((sum, plate) => sum + Math.round(plate.thicknessMm * 1e6), 0) / 1e6,
    heightMm,
  });
  if (!answer.ok) return answer;
  const { indices, reason, ...found } = answer.value;
  const taken = new Set(indices);
  const counts: Record<string, number> = {};
  for (const i of indices) {
    const part = fresh[i - used.length];
    if (!part) continue;
    const nominal = part.nominal ?? part.number;
    counts[nominal] = (counts[nominal] ?? 0) + 1;
  }
  const setAside = used.filter((_, i) => !taken.has(i)).map((plate) => plate.item);
  return { ok: true, value: { ...found, setAside, counts, reason: reason ?? null } };
}

/** The lines that taking a pick means: the plates set aside are renewed with that reason, then the build is taken. */
export function pickDrafts(bench: Bench, step: ComputeStep, pick: StackPick): Draft[] {
  const { chosen } = layersOf(bench, step);
  return [
    ...pick.setAside.map((item): Draft => ({
      type: "decision_taken",
      part: chosen.id,
      item,
      decision: "renew",
      reason: "set aside so that the stack comes to its height",
    })),
    { type: "build_accepted", step: step.id, counts: pick.counts },
  ];
}

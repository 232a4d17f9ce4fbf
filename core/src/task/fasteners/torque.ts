import { atLeast, atMost } from "../../calculator/index.ts";
import { fastenerWrench } from "../../fastener/index.ts";
import { type Bench, specFor, type Wrench } from "../../job/bench.ts";
import { type EventOf, isEvent } from "../../job/events.ts";
import { countOf, type JobState } from "../../job/fold.ts";
import type { FastenerEntry } from "../../procedure/index.ts";
import type { TorqueSpec } from "../../spec/index.ts";
import { slot } from "../lines.ts";

/** What to do where a group has no torque: the key that enters it stands in the same step, and on the machine's page. */
export const NO_TORQUE = "No torque on file: enter it here or on the machine's page, with its source.";

export type PullVerdict = "in band" | "below band" | "above band";

/** Aim and band of one pass: the pass's share of the target, with the tolerance around it. */
export function bandOf(spec: TorqueSpec, percent: number): { aimNm: number; minNm: number; maxNm: number } {
  const aimNm = (spec.targetNm * percent) / 100;
  const spread = (aimNm * spec.tolerancePercent) / 100;
  return { aimNm, minNm: aimNm - spread, maxNm: aimNm + spread };
}

export function pullVerdict(valueNm: number, band: { minNm: number; maxNm: number }): PullVerdict {
  if (!atLeast(valueNm, band.minNm)) return "below band";
  if (!atMost(valueNm, band.maxNm)) return "above band";
  return "in band";
}

export function torqueSpecFor(bench: Bench, entry: FastenerEntry): TorqueSpec | null {
  const spec = specFor(bench, entry.torque.spec);
  return spec?.kind === "torque" ? spec : null;
}

/** The torque of one place of a group: as on file, or what holds for it since its thread is another one. */
export function torqueSpecAt(bench: Bench, state: JobState, entry: FastenerEntry, place: number): TorqueSpec | null {
  const spec = torqueSpecFor(bench, entry);
  const own = state.troubles.ended.findLast(({ body }) => body.row === entry.id && body.item === place)?.body;
  if (spec === null || own?.torque?.valueNm == null) return spec;
  const source = { grade: "shop rule", book: own.torque.words, edition: "", page: "", checkedBy: null } as const;
  return { ...spec, targetNm: own.torque.valueNm, source };
}

/**
 * The passes that a group is drawn down in, in percent of its torque: as they were when it was begun, so that a book that
 * changes meanwhile changes no pull; else as the book that holds its torque says, else as the procedure does.
 */
export function passesOf(bench: Bench, state: JobState, entry: FastenerEntry): readonly number[] {
  const begun = Array.from({ length: countOf(state, entry.id) }, (_, i) => slot.pull(entry.id, i + 1, 1).key)
    .flatMap((key) => state.bySlot.get(key) ?? [])
    .find((event): event is EventOf<"torque_applied"> => isEvent(event, "torque_applied"));
  const spec = begun ? begun.body.spec : torqueSpecFor(bench, entry);
  return (spec?.kind === "torque" ? spec.passesPercent : undefined) ?? entry.torque.stagesPercent;
}

export type WrenchChoice = { best: Wrench | null; able: string[]; sentence: string };

/**
 * The wrench for every pass of a group, or of one place whose torque is another: the `wanted` one where it can, or the
 * sentence that says why none will do. Those that can are told with the one that suits best first.
 */
export function wrenchFor(
  bench: Bench,
  entry: FastenerEntry,
  wanted: string | null = null,
  spec = torqueSpecFor(bench, entry),
): WrenchChoice {
  if (spec === null) {
    return { best: null, able: [], sentence: NO_TORQUE };
  }
  const firstPass = bandOf(spec, (spec.passesPercent ?? entry.torque.stagesPercent)[0] ?? 100).aimNm;
  const answer = fastenerWrench({
    targetNm: spec.targetNm,
    wrenches: bench.wrenches.map(({ id, minNm, maxNm }) => ({ id, minNm, maxNm })),
  });
  if (!answer.ok) throw new Error(`wrenches on file: ${answer.error.message}`);
  const { best: suits, able } = answer.value;
  const first = wanted !== null && able.includes(wanted) ? wanted : suits;
  const best = bench.wrenches.find((w) => w.id === first) ?? null;
  if (best === null) {
    return { best: null, able: [], sentence: gapWords(bench.wrenches, Number(spec.targetNm.toFixed(1))) };
  }
  const early = atLeast(firstPass, best.minNm) ? "" : ` Passes below ${best.minNm} N·m go by feel, snug only.`;
  return {
    best,
    able: [...able].sort((a, b) => Number(b === suits) - Number(a === suits)),
    sentence: `${best.name} covers ${best.minNm} to ${best.maxNm} N·m; set ${spec.targetNm} for the last pass.${early}`,
  };
}

/** What no wrench reaches, and how far the nearest falls short. */
function gapWords(wrenches: readonly Wrench[], needs: number): string {
  const away = ({ minNm, maxNm }: Wrench): number => (needs > maxNm ? needs - maxNm : minNm - needs);
  const [nearest] = [...wrenches].sort((a, b) => away(a) - away(b));
  if (!nearest) return `This needs ${needs} N·m, and no wrench is on file.`;
  const which = needs > nearest.maxNm ? "more" : "less";
  const far = `${Number(away(nearest).toFixed(1))} ${which} than ${nearest.name} reaches`;
  return `No wrench here covers ${needs} N·m: ${far}. Use a ${which === "more" ? "bigger" : "finer"} one, or a multiplier.`;
}

export type PullState = {
  place: number;
  pass: number;
  percent: number;
  pulls: EventOf<"torque_applied">[];
  verdict: PullVerdict | null;
};

/** Every place and pass of a group with what was pulled. One pull above the band stays above: the bolt has felt it. */
export function pullsOf(bench: Bench, state: JobState, entry: FastenerEntry): PullState[] {
  const places = Array.from({ length: countOf(state, entry.id) }, (_, i) => i + 1);
  return passesOf(bench, state, entry).flatMap((percent, p) =>
    places.map((place): PullState => {
      const pulls = (state.bySlot.get(slot.pull(entry.id, place, p + 1).key) ?? []).filter(
        (event): event is EventOf<"torque_applied"> => isEvent(event, "torque_applied"),
      );
      const verdicts = pulls.map(({ body }) =>
        body.spec.kind === "torque" ? pullVerdict(body.valueNm, bandOf(body.spec, percent)) : "in band",
      );
      const verdict = verdicts.includes("above band") ? "above band" : (verdicts[verdicts.length - 1] ?? null);
      return { place, pass: p + 1, percent, pulls, verdict };
    }),
  );
}

import { atLeast, atMost } from "../../calculator/index.ts";
import { fastenerWrench } from "../../fastener/index.ts";
import { type Bench, specFor, type Wrench } from "../../job/bench.ts";
import { type EventOf, isEvent } from "../../job/events.ts";
import { countOf, type JobState } from "../../job/fold.ts";
import type { FastenerEntry } from "../../procedure/index.ts";
import type { TorqueSpec } from "../../spec/index.ts";
import { slot } from "../lines.ts";

/** What to do where a group has no torque: the key that enters it stands in the same step, and on the machine's page. */
export const NO_TORQUE =
  "No torque on file: enter it here or on the machine's page, with its source; or type what the wrench was set to.";

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

/** How many times as much as the wrench itself shows arrives at the fastener: 1 without a multiplier. */
export const factorOf = ({ multiplier }: { multiplier?: Wrench["multiplier"] | undefined }): number =>
  multiplier ? (multiplier.ratio * multiplier.efficiencyPercent) / 100 : 1;

/** The most that arrives at the fastener; N·m. */
export const mostOf = (wrench: Wrench): number => wrench.maxNm * factorOf(wrench);

/** What is to be set on a wrench so that a torque arrives; N·m. */
export const dialNm = (wrench: Wrench, targetNm: number): number => targetNm / factorOf(wrench);

/** "×3.8 through its multiplier" where it has one, else nothing. */
export const multipliedWords = (wrench: { multiplier?: Wrench["multiplier"] | undefined }): string =>
  wrench.multiplier ? `×${Number(factorOf(wrench).toFixed(2))} through its multiplier` : "";

export type WrenchChoice = { best: Wrench | null; able: string[]; sentence: string };

/** Those of some wrenches that do a torque, and the one that suits best. */
function ableOf(wrenches: readonly Wrench[], targetNm: number): { able: string[]; best: string | null } {
  const answer = fastenerWrench({
    targetNm,
    wrenches: wrenches.map((one) => ({ id: one.id, minNm: one.minNm, maxNm: one.maxNm, multiplier: factorOf(one) })),
  });
  if (!answer.ok) throw new Error(`wrenches on file: ${answer.error.message}`);
  return answer.value;
}

/** The wrenches that do a torque, those that sit on the fastener itself before those with a multiplier. */
function wrenchesFor(bench: Bench, targetNm: number): { able: string[]; best: string | null } {
  const plain = ableOf(
    bench.wrenches.filter(({ multiplier }) => !multiplier),
    targetNm,
  );
  const geared = ableOf(
    bench.wrenches.filter(({ multiplier }) => multiplier),
    targetNm,
  );
  return { able: [...plain.able, ...geared.able], best: plain.best ?? geared.best };
}

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
  const { best: suits, able } = wrenchesFor(bench, spec.targetNm);
  const first = wanted !== null && able.includes(wanted) ? wanted : suits;
  const best = bench.wrenches.find((w) => w.id === first) ?? null;
  if (best === null) {
    return { best: null, able: [], sentence: gapWords(bench.wrenches, Number(spec.targetNm.toFixed(1))) };
  }
  const least = rounded(best.minNm * factorOf(best));
  const early = atLeast(dialNm(best, firstPass), best.minNm) ? "" : ` Passes below ${least} N·m go by feel, snug only.`;
  const through = best.multiplier ? `, ${multipliedWords(best)},` : "";
  const set = best.multiplier ? `set ${rounded(dialNm(best, spec.targetNm))} on it` : `set ${spec.targetNm}`;
  return {
    best,
    able: [...able].sort((a, b) => Number(b === suits) - Number(a === suits)),
    sentence: `${best.name}${through} covers ${least} to ${rounded(mostOf(best))} N·m; ${set} for the last pass.${early}`,
  };
}

/** To a tenth: finer than any wrench is set. */
const rounded = (nm: number): number => Number(nm.toFixed(1));

/** What no wrench reaches, and how far the nearest falls short. */
export function gapWords(wrenches: readonly Wrench[], needs: number): string {
  const away = (wrench: Wrench): number =>
    needs > mostOf(wrench) ? needs - mostOf(wrench) : wrench.minNm * factorOf(wrench) - needs;
  const [nearest] = [...wrenches].sort((a, b) => away(a) - away(b));
  if (!nearest) return `This needs ${needs} N·m, and no wrench is on file.`;
  const which = needs > mostOf(nearest) ? "more" : "less";
  const far = `${Number(away(nearest).toFixed(1))} ${which} than ${nearest.name} reaches`;
  return `No wrench here covers ${needs} N·m: ${far}. Use a ${which === "more" ? "bigger" : "finer"} one, or a multiplier.`;
}

export type PullState = {
  place: number;
  pass: number;
  percent: number;
  pulls: EventOf<"torque_applied">[];
  verdict: PullVerdict | null;
  /** How else than to its figure it was tightened, as it was said last; null where it was not. */
  otherwise: EventOf<"fastener_tightened"> | null;
};

/** Every place and pass of a group with what was pulled. One pull above the band stays above: the bolt has felt it. */
export function pullsOf(bench: Bench, state: JobState, entry: FastenerEntry): PullState[] {
  const places = Array.from({ length: countOf(state, entry.id) }, (_, i) => i + 1);
  return passesOf(bench, state, entry).flatMap((percent, p) =>
    places.map((place): PullState => {
      const lines = state.bySlot.get(slot.pull(entry.id, place, p + 1).key) ?? [];
      const pulls = lines.filter((event): event is EventOf<"torque_applied"> => isEvent(event, "torque_applied"));
      const last = lines.at(-1);
      const otherwise = last && isEvent(last, "fastener_tightened") ? last : null;
      const verdicts = pulls.map(({ body }) =>
        body.spec.kind === "torque" ? pullVerdict(body.valueNm, bandOf(body.spec, percent)) : "in band",
      );
      const latest = otherwise === null ? (verdicts[verdicts.length - 1] ?? null) : null;
      const verdict = verdicts.includes("above band") ? "above band" : latest;
      return { place, pass: p + 1, percent, pulls, verdict, otherwise };
    }),
  );
}

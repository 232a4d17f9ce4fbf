import { type FastenerCard, fastenerWrench } from "../fastener/index.ts";
import { cardKey, type FastenerEntry } from "../procedure/index.ts";
import { activeSpine } from "./applies.ts";
import { type Bench, specFor } from "./bench.ts";
import type { JobState } from "./fold.ts";

/** What the fasteners of a group are: as they were seen in this job, else as they are on file; null where nobody has said. */
export function cardOf(bench: Bench, state: JobState, entry: FastenerEntry): FastenerCard | null {
  const seen = state.cards.get(entry.id)?.body.card;
  if (seen) return seen;
  const spec = specFor(bench, cardKey(entry));
  return spec?.kind === "fastener" ? spec.card : null;
}

/** Tools that a fastener's own takes the place of: the same thing without a size. */
const SIZED = ["socket", "spanner", "hexagon key", "T-handle"];

/** The tools of a step, with the fastener's own in place of one without a size. */
export function withOwnTool(tools: readonly string[], card: FastenerCard | null): string[] {
  const own = card?.tool;
  if (own == null) return [...tools];
  const i = tools.findIndex((tool) => SIZED.includes(tool));
  return i < 0 ? [own, ...tools] : tools.map((tool, n) => (n === i ? own : tool));
}

/** Torques of this job that no wrench of the shop reaches, each with how far the nearest falls short; told before the work. */
export function wrenchGaps(bench: Bench, state: JobState): string[] {
  return activeSpine(bench, state).flatMap((entry) => {
    if (entry.kind !== "fasteners") return [];
    const spec = specFor(bench, entry.torque.spec);
    if (spec?.kind !== "torque") return [];
    const answer = fastenerWrench({
      targetNm: spec.targetNm,
      wrenches: bench.wrenches.map(({ id, minNm, maxNm }) => ({ id, minNm, maxNm })),
    });
    if (!answer.ok || answer.value.best !== null) return [];
    const needs = Number(spec.targetNm.toFixed(1));
    const nearest = [...bench.wrenches].sort(
      (a, b) => away(a.minNm, a.maxNm, spec.targetNm) - away(b.minNm, b.maxNm, spec.targetNm),
    )[0];
    if (!nearest) return [`${entry.name}: ${needs} N·m, and no wrench is on file`];
    const far = Number(away(nearest.minNm, nearest.maxNm, spec.targetNm).toFixed(1));
    const which = spec.targetNm > nearest.maxNm ? "more" : "less";
    return [`${entry.name}: no wrench here reaches ${needs} N·m, ${far} ${which} than ${nearest.name}`];
  });
}

const away = (from: number, to: number, aim: number): number => (aim > to ? aim - to : aim < from ? from - aim : 0);

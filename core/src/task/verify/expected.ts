import { axleBand } from "../../axle/index.ts";
import { type Answer, atMost } from "../../calculator/index.ts";
import { specAt, wayOf } from "../../job/applies.ts";
import type { Bench } from "../../job/bench.ts";
import { factsOf } from "../../job/facts.ts";
import type { JobState } from "../../job/fold.ts";
import { offered, oneOf } from "../../job/oneOf.ts";
import { figuresKnown, holds, machineFact, questionOf, type VerifyStep } from "../../procedure/index.ts";
import { quantityParse } from "../../quantity/index.ts";

const SIDES = ["left", "right"] as const;

const ENDS = ["outboard", "inboard"] as const;

const TURNS = ["clockwise", "anticlockwise"] as const;

const refuse = (path: string, message: string): Answer<never> => ({
  ok: false,
  error: { code: "conflict", path, message },
});

/** Which way the shaft turns running forward and which way the tail must lie, seen from the end that was answered. */
export function tailOf(bench: Bench, state: JobState, expect: Extract<VerifyStep["expect"], { by: "tail" }>) {
  const side = SIDES.find((word) => word === wayOf(bench, state, expect.side)?.word);
  const viewedFrom = ENDS.find((word) => word === wayOf(bench, state, expect.seenFrom)?.word);
  if (!side || !viewedFrom) return null;
  const answer = axleBand({ side, viewedFrom });
  if (!answer.ok) throw new Error(answer.error.message);
  return { side, viewedFrom, ...answer.value };
}

type Count = Extract<VerifyStep["expect"], { by: "count" }>;

/** Whether what is counted here is what the figure on file is of; null while nobody has said it. */
export const isOfFigure = (bench: Bench, state: JobState, { judged }: Count): boolean | null =>
  holds(judged, factsOf(bench, state));

/** What was said against what has to be so. Another answer is asked back with what it means; nothing is kept of it. */
export function verified(
  bench: Bench,
  state: JobState,
  step: VerifyStep,
  typed: string,
): Answer<{ typed: string; expected: string | null }> {
  const { expect } = step;
  if (expect.by === "tail") {
    const right = tailOf(bench, state, expect);
    if (!right) {
      const open = [expect.side, expect.seenFrom].filter((id) => wayOf(bench, state, id) === null);
      const asked = open.map((id) => questionOf(bench.procedure, id)?.ask ?? id).join(" ");
      return refuse("step", `Answer first: ${asked} It stands among what is open; touch it there.`);
    }
    const said = oneOf(typed, TURNS);
    if (said === null) return refuse("typed", `Say which way the tail points: ${offered(TURNS)}.`);
    if (said !== right.tailPoints) {
      const message = `${right.side} shaft seen from ${right.viewedFrom} turns ${right.rotation}; the tail trails, so it must point ${right.tailPoints}. Look again from that end, or turn the band round.`;
      return refuse("typed", message);
    }
    return { ok: true, value: { typed: said, expected: right.tailPoints } };
  }
  if (expect.by === "word") {
    const { ways, right } = expect;
    const words = ways.map(({ word }) => word);
    const said = ways.find(({ word }) => word === oneOf(typed, words));
    if (!said) return refuse("typed", `Say which: ${offered(words)}.`);
    if (said.word === right) return { ok: true, value: { typed: said.word, expected: right } };
    return refuse("typed", `${said.word}: ${said.harm ?? said.means}. It must be ${right}.`);
  }
  if (expect.by === "machine") {
    const right = factsOf(bench, state).get(machineFact(expect.key)) ?? "";
    const words = figuresKnown(bench.procedure).get(expect.key)?.words ?? [];
    const said = oneOf(typed, words);
    if (said === null) return refuse("typed", `Say which: ${offered(words)}.`);
    if (said === right) return { ok: true, value: { typed: said, expected: right } };
    const message = expect.harm
      ? `${said}: on this machine it is ${right}; ${expect.harm}.`
      : `${said}: this machine has ${right}. A part of the other kind does not go in; put it back.`;
    return refuse("typed", message);
  }
  if (expect.by === "length") {
    const read = quantityParse({ text: typed, kind: "length", unit: "mm" });
    if (!read.ok) return refuse("typed", `Measure it: ${expect.nominalMm} mm is printed beside it.`);
    const spec = specAt(bench, state, expect.tolerance);
    const off = read.value.valueInBase - expect.nominalMm;
    const expected = spec?.kind === "figure" ? `${expect.nominalMm} ±${spec.value} mm` : null;
    if (spec?.kind === "figure" && !atMost(Math.abs(off), spec.value)) {
      const scale = (100 * off) / expect.nominalMm;
      const hole = ((100 * read.value.valueInBase) / expect.nominalMm).toFixed(1);
      const message = `${typed}: ${Math.abs(scale).toFixed(1)} % ${off < 0 ? "small" : "large"}; at most ${spec.value} mm off. A hole that belongs at 100 mm would be drilled at ${hole} mm. Print it again at true size, no fitting to the page. No hole by this one.`;
      return refuse("typed", message);
    }
    return { ok: true, value: { typed, expected } };
  }
  if (!/^\d+$/.test(typed)) return refuse("typed", "Count them and type the number.");
  const count = Number(typed);
  const spec = isOfFigure(bench, state, expect) === true ? specAt(bench, state, expect.spec) : null;
  if (spec?.kind !== "figure") return { ok: true, value: { typed, expected: null } };
  if (count === spec.value) return { ok: true, value: { typed, expected: String(spec.value) } };
  const other = expect.mistaken.find(({ spec: key }) => {
    const figure = specAt(bench, state, key);
    return figure?.kind === "figure" && figure.value === count;
  });
  const says = other ? `${count}: ${other.says}` : `${count} is not it`;
  return refuse("typed", `${says}; here it must be ${spec.value}. Take the other, or skip with a reason.`);
}

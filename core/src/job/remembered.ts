import { axleOf, keyAt, placeOf } from "../figures/index.ts";
import type { FastenerCard } from "../fastener/index.ts";
import { figuresKnown, holds, piecesOf } from "../procedure/index.ts";
import { factsOf } from "./facts.ts";
import { figuresRemembered } from "../task/figure/figure.ts";
import { type Whose } from "../task/machine/lines.ts";
import { slot } from "../task/lines.ts";
import type { Bench } from "./bench.ts";
import { type JobState, latest } from "./fold.ts";

/**
 * What a job found out about its machine and nobody had on file: by its key, what it is called, what it is (figures in the
 * unit they are known in), and whom it holds for.
 */
export type Remembered = {
  key: string;
  label: string;
  whose: Whose;
  what:
    | { kind: "figure"; value: number; unit: string }
    | { kind: "count"; count: number; names?: string[] }
    | { kind: "word"; word: string }
    | { kind: "fastener"; card: FastenerCard };
};

/**
 * Other teeth or links than were on file, how the machine is made, how many there are of what, said and not struck; and
 * what it is from now on by the work.
 */
export function rememberedFigures(bench: Bench, state: JobState): Remembered[] {
  const known = figuresKnown(bench.procedure);
  const worked = bench.procedure.steps.flatMap((step): Remembered[] => {
    if (step.kind !== "compute" || step.calculator === "clutch.stack") return [];
    const taken = latest(state, slot.compute(step.id).key, "figure_taken");
    return figuresRemembered(step).flatMap(({ key, figure, was }): Remembered[] => {
      const value = taken?.figures[figure];
      if (typeof value !== "number" || value === taken?.from[was]) return [];
      const { label = key, unit = "1" } = known.get(key) ?? {};
      return [{ key, label, whose: "machine", what: { kind: "figure", value, unit } }];
    });
  });
  const said = [...state.bySlot.values()].flatMap((lines): Remembered[] => {
    const body = lines[lines.length - 1]?.body;
    if (body?.type === "word_said") {
      return [{ key: body.figure, label: body.label, whose: body.whose, what: { kind: "word", word: body.word } }];
    }
    if (body?.type === "number_counted") {
      const { figure: key, label, whose, count, names } = body;
      return [{ key, label, whose, what: { kind: "count", count, ...(names && { names }) } }];
    }
    return [];
  });
  // Loose pieces that a figure of the machine counts and nobody had on file.
  const pieces = piecesOf(bench.procedure).flatMap(({ id, name, count }): Remembered[] => {
    const counted = latest(state, slot.count(id, "apart").key, "pieces_counted")?.count ?? 0;
    if (typeof count === "number" || state.onFile.counts[id] !== undefined || counted === 0) return [];
    const label = known.get(count.spec)?.label ?? name;
    return [{ key: count.spec, label, whose: "model", what: { kind: "count", count: counted } }];
  });
  const cards = [...state.cards.values()].map(({ body: { figure: key, label, whose, card } }): Remembered => ({
    ...{ key, label, whose },
    what: { kind: "fastener", card },
  }));
  const facts = factsOf(bench, state);
  const become = bench.procedure.release.remembers.flatMap(({ figure: key, word }, i, all): Remembered[] => {
    const first = all.findIndex((one) => one.figure === key && holds(one.when, facts) === true);
    return first === i
      ? [{ key, label: known.get(key)?.label ?? key, whose: "machine", what: { kind: "word", word } }]
      : [];
  });
  const keys = new Set(said.map(({ key }) => key));
  const changed = new Set(become.map(({ key }) => key));
  const all = [
    ...worked,
    ...said.filter(({ key }) => !changed.has(key)),
    ...become,
    ...pieces.filter(({ key }) => !keys.has(key)),
    ...cards,
  ];
  // What was seen at one wheel of an axle holds for both.
  return all.map((one) => {
    const key = keyAt(one.key, axleOf(placeOf(one.key)));
    return key === one.key ? one : { ...one, key, label: known.get(key)?.label ?? one.label };
  });
}

import type { Answer } from "../../calculator/index.ts";
import type { Bench } from "../../job/bench.ts";
import { type Body, type BodyOf, type DraftOf, isEvent } from "../../job/events.ts";
import { type JobState, latest } from "../../job/fold.ts";
import { oneOf } from "../../job/oneOf.ts";
import { type AdjustStep, stepOf } from "../../procedure/index.ts";
import { quantityParse, splitValues } from "../../quantity/index.ts";
import { keep, lacking, no, noGauge, refused, yes } from "../answers.ts";
import type { Doubted, Hand, Kind, Line, LineAnswer } from "../kind.ts";
import { slot, type SlotOf } from "../lines.ts";
import { conditionApart, conditionRead } from "../reading/condition.ts";
import { doubted, OFF, threeFigures } from "../reading/doubt.ts";
import { loadApart, loadAsked, loadRead, loadWords } from "../reading/load.ts";
import { unproven } from "../unproven.ts";
import { aimOf, isAdjusted, limitOfAim, roundWords, sideToTighten, suggestTurn, trailOf, turnOf } from "./rounds.ts";

function acceptRound(
  { bench, state, answered }: Hand,
  draft: DraftOf<"adjust_read"> | DraftOf<"adjust_turned">,
): Answer<Body> {
  const step = stepOf(bench.procedure, draft.step);
  if (step?.kind !== "adjust") return no("unsupported", "step", `"${draft.step}" is nothing to adjust.`);
  const next = turnOf(state, step.id);
  if (draft.type === "adjust_turned") {
    if (next !== "turn") return no("conflict", "step", "Measure first, then turn.");
    const { amount } = draft;
    if (step.turn.sayDirection && amount !== 0 && draft.signed !== true) {
      const said = draft.side ? `${amount} ${draft.side}` : `${amount}`;
      const message = `${said}: which way? +${said} is ${step.turn.what}, -${said} is back.`;
      return lacking("direction", "missing", "amount", message);
    }
    const side = draft.side ?? null;
    if (side !== null && !step.sides?.includes(side)) return no("range", "side", `"${side}" is no side of this.`);
    if (step.sides && side === null && amount !== 0) {
      const said = `${draft.signed === true && amount > 0 ? "+" : ""}${amount}`;
      const message = `${said}: on which side? Type ${said} ${step.sides[0]} or ${said} ${step.sides[1]}.`;
      return lacking("side", "missing", "side", message);
    }
    return yes({ type: draft.type, step: draft.step, amount, side, suggested: suggestTurn(state, step) });
  }
  if (next !== "read" && !answered(slot.adjust(step.id))) {
    return no("conflict", "step", `Say first how far it was turned, in ${step.turn.unit}; 0 where nothing was.`);
  }
  const gauge = bench.gauges.find((g) => g.id === draft.gauge);
  if (!gauge) return no("unsupported", "gauge", `"${draft.gauge}" is no gauge of this shop.`);
  const condition = conditionRead(draft.text, draft.condition ?? null, step);
  if (!condition.ok) return condition;
  const under = loadRead(bench, step.under, draft.text, draft.under ?? null);
  if (!under.ok) return under;
  const texts = step.sides ? splitValues(draft.text) : [draft.text];
  if (step.sides && texts.length !== 2) {
    const message = `${step.sides.join(" and ")} belong together: type both, such as 12 14. Nothing is kept.`;
    return lacking("pair", "missing", "text", message);
  }
  const read: { value: number; unit: string; valueInBase: number }[] = [];
  for (const text of texts) {
    const one = quantityParse({ text, kind: step.quantity, unit: gauge.unit });
    if (!one.ok) return one;
    if (one.value.valueInBase < 0) return no("range", "text", `${step.title} cannot be below 0.`);
    read.push(one.value);
  }
  const [first, second] = read;
  if (!first) return no("missing", "text", "Measure, and type what it reads.");
  // Of two sides, how far they differ is what is judged, in the base unit.
  const apart = second && Math.abs(first.valueInBase - second.valueInBase);
  const { value, unit, valueInBase } =
    apart === undefined ? first : { value: apart, unit: step.unit, valueInBase: apart };
  const sides: [number, number] | null = second ? [first.valueInBase, second.valueInBase] : null;
  const kept = { value, unit, valueInBase, gauge, under: under.value, condition: condition.value, sides };
  return yes({ ...draft, ...kept, aim: aimOf(bench, state, step) });
}
/** A reading, then how far it was turned, then a reading again; Enter takes what is suggested. */
function typedRound(typed: string, { bench, state, gauge }: Line, aim: SlotOf<"adjust">): LineAnswer {
  const step = stepOf(bench.procedure, aim.step);
  if (step?.kind !== "adjust") return refused("Nothing is adjusted here.");
  if (turnOf(state, step.id) === "turn") {
    const suggested = suggestTurn(state, step);
    const read = /^([+-]?\d+(?:[.,]\d+)?)(?:\s+(\S+))?$/.exec(typed);
    const amount = typed === "" ? suggested : read?.[1] ? Number(read[1].replace(",", ".")) : null;
    const how = `How far was it turned, in ${step.turn.unit}? Plus for ${step.turn.what}, minus for back`;
    if (amount === null) return refused(step.sides ? `${how}, and on which side: +0.5 ${step.sides[0]}.` : `${how}.`);
    // Enter takes what is suggested, on the side to tighten.
    const said = typed === "" ? sideToTighten(state, step) : (read?.[2] ?? "");
    const side = step.sides ? oneOf(said ?? "", step.sides) : null;
    const signed = typed === "" || /^[+-]/.test(typed);
    return keep({ type: "adjust_turned", step: step.id, amount, signed, ...(side ? { side } : {}) });
  }
  if (gauge === null) return noGauge(step.gauge);
  const { line, condition } = conditionApart(typed, step);
  if (line === "") return refused("Measure, and type what it reads.");
  const { line: text, load } = loadApart(line, step.under);
  return keep({
    ...{ type: "adjust_read", step: step.id, text, gauge },
    ...(load ? { under: load } : {}),
    ...(condition ? { condition } : {}),
  });
}

/** More than this in one go is no turn of an adjuster: flats of a nut, or whole turns. */
const MOST_FLATS = 24;

const MOST_TURNS = 6;
const adjustStep = (bench: Bench, id: string): AdjustStep | null => {
  const step = stepOf(bench.procedure, id);
  return step?.kind === "adjust" ? step : null;
};

function doubtedRound(bench: Bench, state: JobState, draft: DraftOf<"adjust_read">): Doubted | null {
  const step = adjustStep(bench, draft.step);
  const gauge = bench.gauges.find((g) => g.id === draft.gauge);
  const aim = step && aimOf(bench, state, step);
  if (!step || !gauge || !aim || step.sides) return null;
  // What is to be adjusted may be far off.
  const believed = { min: aim.min / OFF, max: aim.max * OFF };
  const typed = { text: draft.text, kind: step.quantity, unit: gauge.unit, tool: "gauge" };
  return doubted(typed, limitOfAim(aim), believed);
}

function doubtedTurn(bench: Bench, _: JobState, draft: DraftOf<"adjust_turned">): Doubted | null {
  const step = adjustStep(bench, draft.step);
  if (!step) return null;
  const { unit, most = /flat/.test(unit) ? MOST_FLATS : MOST_TURNS } = step.turn;
  if (Math.abs(draft.amount) <= most) return null;
  const amount = `${draft.amount > 0 ? "+" : ""}${draft.amount} ${unit}`;
  const question = `${amount}? Nobody turns that far at once. It asks how far it was turned, not what the gauge reads. Is it so?`;
  return { question, text: null, better: true };
}

/**
 * A reading that fits the slack which remains at the tightest better than the one to set here: asked whether it was
 * read in the stated condition; null where nothing speaks for another. Nearer to what remains than to what is to be
 * set: common practice, no source.
 */
function readElsewhere(bench: Bench, state: JobState, draft: DraftOf<"adjust_read">): string | null {
  const step = adjustStep(bench, draft.step);
  const gauge = bench.gauges.find((g) => g.id === draft.gauge);
  const aim = step && aimOf(bench, state, step);
  if (!step || step.setBy === undefined || step.conditionWord === undefined || !aim || !gauge) return null;
  const remains = latest(state, slot.compute(step.setBy).key, "figure_taken")?.figures.remains;
  const read = quantityParse({ text: draft.text, kind: step.quantity, unit: gauge.unit });
  if (typeof remains !== "number" || !read.ok) return null;
  const value = read.value.valueInBase;
  if (Math.abs(value - remains) >= Math.abs(value - aim.target)) return null;
  const here = `${threeFigures(aim.min)} to ${threeFigures(aim.max)} ${gauge.unit}`;
  return `${draft.text}: that is nearer to the ${threeFigures(remains)} ${gauge.unit} that remain ${step.otherConditions[0] ?? "elsewhere"} than to the ${here} of ${step.conditionWord}. Was it read ${step.conditionWord}?`;
}

const turning = (state: JobState, step: string): boolean => turnOf(state, step) === "turn" && !isAdjusted(state, step);

function roundHint(bench: Bench, state: JobState, step: AdjustStep): string {
  if (turning(state, step.id)) {
    if (step.sides && suggestTurn(state, step) !== null) return `Enter: as suggested; or +0.5 ${step.sides[0]}`;
    return step.sides
      ? `how far and where: +0.5 ${step.sides[0]}`
      : `+ is ${step.turn.what}, - is back; Enter: as suggested`;
  }
  return step.sides
    ? `${step.sides.join(" and ")}, one after the other`
    : `the reading${loadWords(bench, state, step.under)}`;
}

const roundSaid = (bench: Bench, _: JobState, body: BodyOf<"adjust_read" | "adjust_turned">): string => {
  const step = adjustStep(bench, body.step);
  return step ? `${step.title.toLowerCase()}: ${roundWords(step, body)}` : body.step;
};

export const adjust: Kind<"adjust", "adjust_read" | "adjust_turned", "adjust"> = {
  slots: {
    adjust: {
      named: (bench, state, s) => {
        const step = adjustStep(bench, s.step);
        if (!step) return s.step;
        return turning(state, step.id) ? `turned, ${step.turn.unit}` : `${step.title.toLowerCase()}, reading`;
      },
      drafted: typedRound,
      hinted: (bench, state, s) => {
        const step = adjustStep(bench, s.step);
        if (!step) return { hint: "", signed: true };
        const load = loadAsked(bench, state, step.under);
        const words = turning(state, step.id) ? [...(step.sides ?? [])] : load ? [`at ${load}`] : [];
        return { hint: roundHint(bench, state, step), signed: true, words };
      },
      rehearsed: ({ bench, state, reading }, s) => {
        const step = adjustStep(bench, s.step);
        if (step?.sides) return `${reading} ${reading}`;
        const under = step?.under ? ` at ${reading} ${step.under.unit}` : "";
        return `${(step && aimOf(bench, state, step)?.target) ?? reading}${under}`;
      },
      shapes: false,
      answered: (_, state, s) => isAdjusted(state, s.step),
      gauge: (bench, s) => adjustStep(bench, s.step)?.gauge ?? null,
    },
  },
  lines: {
    adjust_read: { accepted: acceptRound, said: roundSaid, doubted: doubtedRound, sure: readElsewhere },
    adjust_turned: { accepted: acceptRound, said: roundSaid, doubted: doubtedTurn },
  },
  tasks: { adjust: { word: "adjust", open: "adjust", undone: "proven again" } },
  open: (look) =>
    unproven(look, (s) => {
      const last = s.kind === "adjust" ? trailOf(look.state, s.step).pop() : undefined;
      const blind = last !== undefined && isEvent(last, "adjust_read") && last.body.aim === null;
      return blind ? "no figure on file: kept, not judged" : null;
    }),
};

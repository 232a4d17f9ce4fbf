import { costCompare } from "../../cost/index.ts";
import { partsGoingBack } from "../../job/applies.ts";
import { type Bench, currencyOf, specFor } from "../../job/bench.ts";
import { countOf, type JobState, latest } from "../../job/fold.ts";
import { decisionFor } from "../../job/judged.ts";
import { decimal, hundredths } from "../../job/money.ts";
import { partInStores } from "../../job/pullList.ts";
import { factsOf } from "../../job/facts.ts";
import { holds, type Question, type Way } from "../../procedure/index.ts";
import { slot } from "../lines.ts";
import type { Agreed, Estimate } from "./lines.ts";

/** Parts that were decided to be renewed and that the way did not reckon with: surprises, by role and how many. */
function surprises(bench: Bench, state: JobState, way: Way): { role: string; count: number }[] {
  const reckoned = new Set([
    ...(way.cost?.parts ?? []).map((part) => part.role),
    ...way.proposes.filter((p) => p.decision === "renew").map((p) => p.part),
  ]);
  return partsGoingBack(bench, state).flatMap((part) => {
    const role = part.role ?? part.id;
    if (part.singleUse || !part.decision || reckoned.has(role) || reckoned.has(part.id)) return [];
    const items = Array.from({ length: countOf(state, part.id) }, (_, i) => i + 1);
    const count = items.filter((item) => decisionFor(state, part, item)?.decision === "renew").length;
    return count === 0 ? [] : [{ role, count }];
  });
}

type Counted = { role: string; count: number };

/** What is asked for several times as one line of so many. */
function summed(parts: readonly Counted[]): Counted[] {
  const counts = new Map<string, number>();
  for (const { role, count } of parts) counts.set(role, (counts.get(role) ?? 0) + count);
  return [...counts].map(([role, count]) => ({ role, count }));
}

/**
 * What one way of a repair costs now: its parts as stores have them with what was found to need renewing besides, its
 * hours at the shop's rate, and their sum.
 */
export function estimateFor(bench: Bench, state: JobState, way: Way): Estimate | null {
  if (!way.cost) return null;
  const { minutes } = way.cost;
  const currency = currencyOf(bench);
  const facts = factsOf(bench, state);
  const reckoned = way.cost.parts.filter(({ when }) => holds(when, facts) === true);
  const parts = summed([...reckoned, ...surprises(bench, state, way)]).map(({ role, count }) => {
    const part = partInStores(bench, state, role);
    const own = part?.currency === currency;
    // What is priced in other money is told with it, and never added.
    const name = part && part.price !== null && !own ? `${part.name} at ${part.price} ${part.currency}` : part?.name;
    return { role, name: name ?? role, count, price: own ? part.price : null };
  });
  const work = bench.labour ? Math.round((hundredths(bench.labour.perHour) * minutes) / 60) : null;
  const sum = parts.reduce((total, p) => total + (p.price === null ? 0 : hundredths(p.price) * p.count), work ?? 0);
  return {
    parts,
    minutes,
    labour: work === null ? null : decimal(work),
    total: decimal(sum),
    currency,
  };
}

/**
 * What each way costs by its expected life, by the way's word; null where a way has no life on file, since one without
 * cannot be set beside the others.
 */
export function costByLife(bench: Bench, state: JobState, question: Question) {
  const options = question.ways.flatMap((way) => {
    const estimate = estimateFor(bench, state, way);
    const spec = way.cost?.life === undefined ? null : specFor(bench, way.cost.life);
    if (!estimate || spec?.kind !== "figure" || spec.value <= 0) return [];
    return [{ id: way.word, parts: Number(estimate.total), labourH: 0, life: spec.value }];
  });
  if (options.length < 2 || options.length < question.ways.length) return null;
  // The hours are in the sum already.
  const answer = costCompare({ labourRate: 0, options });
  if (!answer.ok) throw new Error(answer.error.message);
  const [best] = answer.value.ranked;
  return new Map(answer.value.ranked.map(({ id, perLife = 0 }) => [id, { perLife, best: id === best?.id }]));
}

/** How much dearer a way is than the cheapest: by so much, by so many percent, and even where it lasts so many times as long. */
export type Dearer = { than: string; more: string; percent: number; times: number };

/**
 * How much dearer each way is than the cheapest, by the way's word. A way that lacks a price or its hours' rate is left
 * out: its sum is not all of it. Break-even by life: prices stand to each other as the lives must.
 */
export function dearerThan(bench: Bench, state: JobState, question: Question): ReadonlyMap<string, Dearer> {
  const whole = question.ways.flatMap((way) => {
    const estimate = estimateFor(bench, state, way);
    const sum = estimate ? hundredths(estimate.total) : 0;
    const lacks = estimate?.labour == null || estimate.parts.some(({ price }) => price === null);
    return lacks || sum <= 0 ? [] : [{ word: way.word, sum }];
  });
  const [least] = [...whole].sort((a, b) => a.sum - b.sum);
  if (!least) return new Map();
  const dearer = whole.filter(({ sum }) => sum > least.sum);
  return new Map(
    dearer.map(({ word, sum }) => [
      word,
      {
        ...{ than: least.word, more: decimal(sum - least.sum) },
        percent: Number(((100 * (sum - least.sum)) / least.sum).toFixed(1)),
        times: Number((sum / least.sum).toFixed(2)),
      },
    ]),
  );
}

/** "A. Brand: go ahead" or "A. Brand 2026-11-20: go ahead"; null where there is no name or nothing was said. */
export function agreedFrom(text: string): Agreed | null {
  const read = /^\s*(.+?)(?:\s+(\d{4}-\d{2}-\d{2}))?\s*:\s*(.+?)\s*$/.exec(text);
  return read?.[1] && read[3] ? { name: read[1], wording: read[3], on: read[2] ?? null } : null;
}

/** What the owner agreed to and what it costs by now, where that is not the same any more; else null. */
export function estimateChanged(bench: Bench, state: JobState, question: Question) {
  const said = latest(state, slot.ask(question.id).key, "question_answered");
  const way = question.ways.find((w) => w.word === said?.word);
  if (!said?.estimate || !said.agreed || !way) return null;
  const now = estimateFor(bench, state, way);
  if (!now || now.total === said.estimate.total) return null;
  return { was: said.estimate, now, agreed: said.agreed };
}

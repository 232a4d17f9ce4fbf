import type { Question, Way } from "../procedure/index.ts";
import type { Bench } from "./bench.ts";
import type { Agreed, Estimate } from "./events.ts";
import { type JobState, latest } from "./fold.ts";
import { decimal, hundredths } from "./money.ts";
import { slot } from "./slot.ts";

/** What one way of a repair costs now: its parts as stores have them, its hours at the shop's rate, and their sum. */
export function estimateFor(bench: Bench, way: Way): Estimate | null {
  if (!way.cost) return null;
  const { minutes } = way.cost;
  const parts = way.cost.parts.map(({ role, count }) => {
    const part = bench.parts.find((p) => p.role === role);
    return { role, name: part?.name ?? role, count, price: part?.price ?? null };
  });
  const work = bench.labour ? Math.round((hundredths(bench.labour.perHour) * minutes) / 60) : null;
  const sum = parts.reduce((total, p) => total + (p.price === null ? 0 : hundredths(p.price) * p.count), work ?? 0);
  return {
    parts,
    minutes,
    labour: work === null ? null : decimal(work),
    total: decimal(sum),
    currency: bench.labour?.currency ?? bench.parts[0]?.currency ?? "",
  };
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
  const now = estimateFor(bench, way);
  if (!now || now.total === said.estimate.total) return null;
  return { was: said.estimate, now, agreed: said.agreed };
}

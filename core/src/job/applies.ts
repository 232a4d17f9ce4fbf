import {
  type Entry,
  entryHolding,
  holds,
  type Part,
  type Point,
  type Question,
  questionOf,
} from "../procedure/index.ts";
import type { Bench } from "./bench.ts";
import { type EventOf, isEvent } from "./events.ts";
import { factsOf, type JobState, latest } from "./fold.ts";
import { perState } from "./perState.ts";
import { slot } from "./slot.ts";

/** The entries that this job works on: those whose condition holds by what has been answered. */
export const activeSpine = perState((bench, state): readonly Entry[] => {
  const facts = factsOf(state);
  return bench.procedure.spine.filter((entry) => holds(entry.when, facts) === true);
});

/** Parts of the entries that this job works on, layers of a pack as parts of their own. */
export const activeParts = perState((bench, state): readonly Part[] =>
  activeSpine(bench, state).flatMap((entry): Part[] =>
    entry.kind === "pack" ? [...entry.layers] : entry.kind === "part" ? [entry] : [],
  ),
);

/** Points asked for in this job: on a part that is worked on, with a condition that holds. */
export const activePoints = perState((bench, state): readonly Point[] => {
  const facts = factsOf(state);
  const active = new Set(activeSpine(bench, state).map((entry) => entry.id));
  return bench.procedure.points.filter(
    (point) => holds(point.when, facts) === true && active.has(entryHolding(bench.procedure, point.on)?.id ?? ""),
  );
});

/** The answer a question has in this job, with what goes with it. */
export function wayOf(bench: Bench, state: JobState, question: string): Question["ways"][number] | null {
  const body = latest(state, slot.ask(question).key, "question_answered");
  if (body === null) return null;
  return questionOf(bench.procedure, question)?.ways.find((way) => way.word === body.word) ?? null;
}

/** Which way a part faces: its own words, or those of the school that was answered. */
export function facingOf(bench: Bench, state: JobState, part: Part): string | null {
  if (part.facingBy !== undefined) return wayOf(bench, state, part.facingBy)?.facing ?? null;
  return part.facing ?? null;
}

export type Stop = { event: EventOf<"finding_recorded">; text: string; cleared: EventOf<"stop_cleared"> | null };

/** Findings that make the machine unfit to run, with what was done about each. */
export function stopsOf(bench: Bench, state: JobState): Stop[] {
  return [...state.bySlot.values()].flatMap((lines): Stop[] => {
    const last = lines[lines.length - 1];
    if (last === undefined || !isEvent(last, "finding_recorded") || last.body.leads !== "stop") return [];
    const point = bench.procedure.points.find((p) => p.id === last.body.point);
    const text = `${point?.name ?? last.body.point}: ${last.body.word}, ${last.body.means}`;
    return [{ event: last, text, cleared: state.cleared.get(last.id) ?? null }];
  });
}

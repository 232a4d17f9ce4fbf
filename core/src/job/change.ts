import { phaseOfStage, pointOf } from "../procedure/index.ts";
import { slot } from "../task/lines.ts";
import type { Bench } from "./bench.ts";
import { isEvent, type JobEvent } from "./events.ts";
import { fold, type JobState, slotKeyOf } from "./fold.ts";
import { eventSentence } from "./sentences.ts";
import { undoneBy } from "./undone.ts";
import { walk } from "./walk.ts";

/** What another answer does: lines that are set aside, by the task they were typed in, and tasks that come up anew. */
export type Change = { aside: { title: string; lines: number }[]; anew: string[] };

/** The log with the last answer to a question put otherwise: what the job would look like. */
function answeredOtherwise(state: JobState, question: string, word: string): JobState {
  const key = slot.ask(question).key;
  const lines = state.bySlot.get(key) ?? [];
  const last = lines[lines.length - 1];
  return fold(
    state.events.map((event): JobEvent => {
      if (event !== last || !isEvent(event, "question_answered")) return event;
      // A line of its own, so that nothing worked out of the real one is taken for it.
      return { ...event, id: `${event.id}:${word}`, body: { ...event.body, word } };
    }),
  );
}

/** What changing an answer would set aside and ask anew. Nothing recorded is dropped: changed back, it is there again. */
export function changeOf(bench: Bench, state: JobState, question: string, word: string): Change {
  const before = walk(bench, state);
  const otherwise = answeredOtherwise(state, question, word);
  const then = walk(bench, otherwise);
  const undone = new Set(undoneBy(bench, state, otherwise));
  const kept = new Set(then.flatMap((task) => task.slots.map((s) => s.key)));
  const known = new Set(before.flatMap((task) => task.slots.map((s) => s.key)));
  return {
    aside: before.flatMap((task) => {
      const gone = task.slots.filter((s) => !kept.has(s.key) || undone.has(s.key));
      const lines = gone.reduce((sum, s) => sum + (state.bySlot.get(s.key)?.length ?? 0), 0);
      return lines === 0 ? [] : [{ title: task.title, lines }];
    }),
    anew: then
      .filter((task) => task.slots.some((s) => !known.has(s.key) || undone.has(s.key)))
      .map((task) => task.title),
  };
}

/** What a line that is not kept yet undoes, in a sentence; null where it undoes nothing. */
export function undoneSentence(bench: Bench, state: JobState, undoes: readonly string[]): string | null {
  if (undoes.length === 0) return null;
  const gone = new Set(undoes);
  const aside = walk(bench, state).flatMap((task) => {
    const lines = task.slots.reduce(
      (sum, s) => sum + (gone.has(s.key) ? (state.bySlot.get(s.key)?.length ?? 0) : 0),
      0,
    );
    return lines === 0 ? [] : [{ title: task.title, lines }];
  });
  return changeSentence({ aside, anew: [] });
}

const list = (titles: readonly string[]): string =>
  titles.length > 4 ? `${titles.slice(0, 4).join(", ")} and ${titles.length - 4} more` : titles.join(", ");

/** What a change does, in a sentence, before it is made. */
export function changeSentence({ aside, anew }: Change): string {
  const lines = aside.reduce((sum, one) => sum + one.lines, 0);
  const parts = [
    lines === 0
      ? "Nothing recorded is set aside"
      : `Sets aside ${lines} ${lines === 1 ? "line" : "lines"}, kept in the log: ${list(aside.map((one) => one.title))}`,
    anew.length === 0 ? "" : `asks anew: ${list(anew)}`,
  ].filter(Boolean);
  return parts.join("; ").replace(/([^?])$/, "$1.");
}

/** Lines that the work does not ask for any more, because a question was answered otherwise since. */
export function setAside(bench: Bench, state: JobState): ReadonlySet<string> {
  const asked = new Set(walk(bench, state).flatMap((task) => task.slots.map((s) => s.key)));
  const aside = state.events.filter((event) => {
    const key = slotKeyOf(event.body);
    if (key === null || state.struck.has(event.id)) return false;
    // Undone by a later line, or not asked for any more.
    return !asked.has(key) || !(state.bySlot.get(key)?.includes(event) ?? false);
  });
  return new Set(aside.map(({ id }) => id));
}

/** What was done and is asked for no more once a job stands as `after` lays it out, each as its log says it. */
export function fallenOut(bench: Bench, state: JobState, after: Bench, then: JobState): string[] {
  const before = setAside(bench, state);
  const aside = setAside(after, then);
  return then.events
    .filter(({ id }) => aside.has(id) && !before.has(id))
    .map((event) => eventSentence(bench, state, event));
}

/** Lines that say what was found, typed when something was in again already: noticed only at refit. */
export function noticedAtRefit(bench: Bench, state: JobState): ReadonlySet<string> {
  const first = state.events.findIndex((e) => e.body.type === "part_fitted" && !state.struck.has(e.id));
  if (first < 0) return new Set();
  const late = state.events.slice(first + 1).filter(({ body }) => {
    if (body.type === "noted") return true;
    const asked = "point" in body ? pointOf(bench.procedure, body.point) : undefined;
    return asked !== undefined && phaseOfStage(asked.stage) === "found" && !("phase" in body && body.phase === "left");
  });
  return new Set(late.map(({ id }) => id));
}

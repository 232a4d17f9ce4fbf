import { kindOfKey } from "../task/lines.ts";
import { complete } from "./accept.ts";
import type { Bench } from "./bench.ts";
import { undoneSentence } from "./change.ts";
import type { Actor, Draft, JobEvent } from "./events.ts";
import { foldOn, type JobState, slotKeyOf } from "./fold.ts";
import { isReplaced } from "./replaced.ts";

/** The lines that make room at a place: all readings of it, of anything else what was said last. */
function linesAt(state: JobState, key: string): readonly JobEvent[] {
  const lines = state.bySlot.get(key) ?? [];
  return kindOfKey(key) === "read" ? lines : lines.slice(-1);
}

const after = (state: JobState, body: JobEvent["body"], by: Actor): JobState => {
  const number = state.lastNumber + 1;
  const line: JobEvent = { id: `${state.opened?.id ?? ""} ${number} meant`, number, at: "", by, body };
  return foldOn(state, line);
};

const strokes = (state: JobState, key: string): Draft[] =>
  linesAt(state, key).map(({ id }): Draft => ({ type: "struck", event: id }));

/** The job as it was before a place was answered: what is typed there is accepted by that. */
export function beforePlace(state: JobState, aim: string | null, by: Actor): JobState {
  if (aim === null || !isReplaced(state, { key: aim })) return state;
  return linesAt(state, aim).reduce((now, { id }) => after(now, { type: "struck", event: id }, by), state);
}

/** What is typed at a place that stands answered: what stood there is struck first; and what else is undone by it, told. */
export type Placed = { drafts: Draft[]; undoes: string | null };

/**
 * Drafts typed at a place that was gone to although it is answered: what stood there is struck, and stays readable beside
 * what takes its place.
 */
export function inItsPlace(
  bench: Bench,
  state: JobState,
  aim: string | null,
  drafts: readonly Draft[],
  by: Actor,
): Placed {
  const own = aim !== null && isReplaced(state, { key: aim }) && drafts.some((draft) => slotKeyOf(draft) === aim);
  const whole = [...(own && aim !== null ? strokes(state, aim) : []), ...drafts];
  if (!own) return { drafts: whole, undoes: null };
  let now = state;
  const undone = new Set<string>();
  for (const draft of whole) {
    const answer = complete(bench, now, draft, by);
    // What cannot be kept is told when it is sent.
    if (!answer.ok) return { drafts: whole, undoes: null };
    for (const key of ("undoes" in answer.value && answer.value.undoes) || []) undone.add(key);
    now = after(now, answer.value, by);
  }
  return {
    drafts: whole,
    undoes: undoneSentence(
      bench,
      state,
      [...undone].filter((key) => !now.bySlot.has(key)),
    ),
  };
}

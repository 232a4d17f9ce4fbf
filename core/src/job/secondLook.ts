import type { Answer } from "../calculator/index.ts";
import { doStepOf, entryOf } from "../procedure/index.ts";
import { no } from "../task/answers.ts";
import { readTaskId } from "../task/ids.ts";
import { isAnswered } from "./answered.ts";
import { lockingOf } from "./applies.ts";
import type { Bench } from "./bench.ts";
import type { Actor, BodyOf, DraftOf, JobEvent } from "./events.ts";
import type { JobState } from "./fold.ts";
import type { Task } from "./task.ts";
import { walk } from "./walk.ts";

/** A task that another person looks at: what they look at, who did it last, and whether it has been seen since. */
export type SecondLook = { task: Task; asks: string; done: JobEvent; seen: boolean };

/** What a second pair of eyes is asked for at a task, or null where nothing is. */
function asksFor(bench: Bench, state: JobState, task: Task): string | null {
  const { kind, of } = readTaskId(task.id) ?? {};
  if (kind === "do") return doStepOf(bench.procedure, of ?? "")?.second ?? null;
  const entry = kind === "lock" ? entryOf(bench.procedure, of ?? "") : undefined;
  return entry?.kind === "fasteners" ? (lockingOf(bench, state, entry)?.second ?? null) : null;
}

/** Where a second pair of eyes is asked for and the work itself is done; a look from before it was done anew counts no more. */
export const secondLooks = (bench: Bench, state: JobState): SecondLook[] =>
  walk(bench, state).flatMap((task): SecondLook[] => {
    const asks = asksFor(bench, state, task);
    if (asks === null || !task.slots.every((s) => isAnswered(bench, state, s))) return [];
    const lines = task.slots.flatMap((s) => state.bySlot.get(s.key)?.at(-1) ?? []);
    const done = lines.reduce<JobEvent | null>((last, line) => (last && last.number > line.number ? last : line), null);
    if (done === null) return [];
    const look = state.looks.get(task.id);
    return [{ task, asks, done, seen: look !== undefined && look.body.well && look.number > done.number }];
  });

/**
 * Takes what a second person saw. Errors: nothing to look at there, or the same person as did it where the shop has
 * another; where it has not, the look is that person's own and marked so.
 */
export function acceptSecondLook(
  bench: Bench,
  state: JobState,
  draft: DraftOf<"second_look">,
  by: Actor,
): Answer<BodyOf<"second_look">> {
  const look = secondLooks(bench, state).find(({ task }) => task.id === draft.task);
  if (!look) return no("unsupported", "task", "Nothing there waits for a second pair of eyes: it is done first.");
  const own = look.done.by.id === by.id;
  if (own && bench.hands !== 1) {
    return no("conflict", "$", `${by.name} did it: another person looks, and says what they see.`);
  }
  const body: BodyOf<"second_look"> = { ...draft, own };
  return { ok: true, value: draft.well ? body : { ...body, undoes: look.task.slots.map(({ key }) => key) } };
}

import type { Answer } from "../calculator/index.ts";
import { entryOf } from "../procedure/index.ts";
import { no, yes } from "../task/answers.ts";
import { pullsOf } from "../task/fasteners/torque.ts";
import { slot } from "../task/lines.ts";
import type { Bench } from "./bench.ts";
import type { Body, DraftOf } from "./events.ts";
import { type JobState, nameOfItem } from "./fold.ts";

/**
 * A fastener that was pulled too far is let off and pulled again, or another takes its place: every pass of it waits anew,
 * and so does its lock; what was pulled stays in the log.
 */
export function acceptTooFar(bench: Bench, state: JobState, draft: DraftOf<"pull_undone">): Answer<Body> {
  const entry = entryOf(bench.procedure, draft.entry);
  if (entry?.kind !== "fasteners") return no("unsupported", "entry", `"${draft.entry}" is no group of fasteners.`);
  const own = pullsOf(bench, state, entry).filter(({ place }) => place === draft.place);
  const far = own.find(({ verdict }) => verdict === "above band");
  const valueNm = Math.max(...(far?.pulls ?? []).map(({ body }) => body.valueNm));
  if (!far)
    return no(
      "conflict",
      "place",
      `${entry.one} ${draft.place} was not pulled too far: strike a line that was mistyped.`,
    );
  const keys = [
    ...own.map(({ pass }) => slot.pull(entry.id, draft.place, pass).key),
    slot.lock(entry.id, draft.place).key,
  ];
  const undoes = keys.filter((key) => state.bySlot.has(key));
  const name = nameOfItem(state, entry, draft.place);
  return yes({ ...draft, undoes, name, valueNm, role: entry.role ?? null });
}

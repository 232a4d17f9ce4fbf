import { type Actor, type Draft, isEvent, type JobState, pointOf, type Procedure, slot } from "@averin/core";
import { Refused } from "../refused.ts";

/** Which line the screen had last, and when the line was typed by its clock; what nobody said is not known. */
type Seen = { after: number | undefined; typedAt: string | undefined };

const WEIGHT = { keep: 1, watch: 2, renew: 3, stop: 4 } as const;

/**
 * Two people look at one machine: what one of them found is not covered by the other, who had not seen it and says that it
 * is better. Errors: conflict, with what was said and by whom; the line stays where it was typed.
 */
export function refuseCovering(procedure: Procedure, state: JobState, draft: Draft, by: Actor, seen: Seen): void {
  if (draft.type !== "finding_recorded") return;
  const last = state.bySlot.get(slot.find(draft.point, draft.item).key)?.at(-1);
  const point = pointOf(procedure, draft.point);
  if (!last || !isEvent(last, "finding_recorded") || last.by.id === by.id || point?.kind !== "inspect") return;
  const unseen =
    (seen.after !== undefined && last.number > seen.after) || (seen.typedAt !== undefined && last.at > seen.typedAt);
  const leads = point.findings.find(({ word }) => word === draft.word)?.leads ?? "keep";
  if (!unseen || WEIGHT[leads] >= WEIGHT[last.body.leads ?? "keep"]) return;
  const message = `${last.by.name} said ${last.body.word} there meanwhile: ${point.name}. Look at it together; where it is ${draft.word} all the same, say so again.`;
  throw new Refused(409, { code: "conflict", path: "word", message });
}

import { entryHolding, partOf, pointOf } from "../procedure/index.ts";
import type { Slot } from "../task/lines.ts";
import { slotRule } from "../task/registry.ts";
import type { Bench } from "./bench.ts";
import type { JobState } from "./fold.ts";
import { isRenewed } from "./judged.ts";

const NOT_FITTED = "not fitted";
const NOT_REACHED = "not reachable now";
const RENEWED = "renewed anyway";

/** Reasons offered by number when something is skipped; words of one's own are taken too. */
export const SKIP_REASONS = [
  ...([NOT_REACHED, "gauge not at hand", RENEWED, "maker asks for no check", "owner declined", NOT_FITTED] as const),
] as const;

/** Whether a part that a slot reads or looks at goes back in as a new one: the old one need not be measured. */
function isOfRenewed(bench: Bench, state: JobState, s: Slot): boolean {
  if (s.kind !== "read" && s.kind !== "find") return false;
  const point = pointOf(bench.procedure, s.point);
  const part = point && partOf(bench.procedure, point.for ?? point.on);
  if (!part || !entryHolding(bench.procedure, part.id)) return false;
  return isRenewed(state, part, point.for === undefined ? s.item : 1);
}

/** What a skip says by itself: there is no such thing, nobody can get there, or the part is renewed; else it is open. */
export type SkipSays = "not fitted" | "not reached" | "renewed" | "open";

/** What a skipped slot comes to. What no signature clears is never said away by a reason. */
export function skipSays(bench: Bench, state: JobState, s: Slot): SkipSays {
  const rule = slotRule(s);
  if (rule.hard?.(bench, s) === true || rule.saidInTheEnd?.(bench, s) === true) return "open";
  switch (state.skipped.get(s.key)?.body.reason) {
    case NOT_FITTED:
      return "not fitted";
    case NOT_REACHED:
      return "not reached";
    case RENEWED:
      return isOfRenewed(bench, state, s) ? "renewed" : "open";
    default:
      return "open";
  }
}

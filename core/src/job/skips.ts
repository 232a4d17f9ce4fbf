import { entryHolding, partOf, pointOf, stepOf } from "../procedure/index.ts";
import { slot, type Slot } from "../task/lines.ts";
import { slotRule } from "../task/registry.ts";
import type { Bench } from "./bench.ts";
import { hasComeOff } from "./facts.ts";
import { countOf, type JobState } from "./fold.ts";
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

/** Whether all of an entry was said not to be fitted: nothing of it came off. */
function isEntryNotFitted(state: JobState, entry: string): boolean {
  if (hasComeOff(state, entry)) return false;
  const places = Array.from({ length: countOf(state, entry) }, (_, i) => slot.out(entry, i + 1).key);
  const said = (key: string): boolean => state.skipped.get(key)?.body.reason === NOT_FITTED;
  return said(slot.off(entry).key) || places.every(said);
}

/** Whether a slot can be answered with that there is no such thing: it is looked at, read, or of an entry that is not there. */
function mayBeNotFitted(state: JobState, s: Slot): boolean {
  if (s.kind === "find" || s.kind === "read" || s.kind === "off" || s.kind === "out") return true;
  return (s.kind === "fit" || s.kind === "pull" || s.kind === "lock") && isEntryNotFitted(state, s.entry);
}

/**
 * Whether a fastener, its lock or what is to be looked at was said not to be there: nothing that blocks a release, for which
 * a lead answers by name.
 * What is there is tightened and locked, or the machine is handed back.
 */
export function isNotEquipped(state: JobState, s: Slot): boolean {
  if (state.skipped.get(s.key)?.body.reason !== NOT_FITTED) return false;
  return s.kind === "lock" || s.kind === "find" || (s.kind === "pull" && isEntryNotFitted(state, s.entry));
}

/** Whether something was found here and put right: whoever put it right looks once more, or a lead answers for it. */
const isLookedAtOnceMore = (state: JobState, { key }: Slot): boolean =>
  state.follows.some(({ body }) => body.way === "put right" && body.undoes?.includes(key));

/** What a skip says by itself: there is no such thing, nobody can get there, or the part is renewed; else it is open. */
export type SkipSays = "not fitted" | "not reached" | "renewed" | "open";

/** Whether a slot is looked at, read or counted on a walk round the machine, where "not looked" is an answer. */
export function isSwept(bench: Bench, s: Slot): boolean {
  if (s.kind === "find" || s.kind === "read") return pointOf(bench.procedure, s.point)?.swept === true;
  const step = s.kind === "compute" ? stepOf(bench.procedure, s.step) : undefined;
  return step?.kind === "compute" && step.calculator === "track.lugs" && step.swept === true;
}

/** Whether a slot may be left for later by whoever looks: on a walk round, or where there was no ride yet. */
function mayWait(bench: Bench, s: Slot): boolean {
  const point = s.kind === "find" ? pointOf(bench.procedure, s.point) : undefined;
  return isSwept(bench, s) || (point?.kind === "inspect" && point.ridden === true);
}

/**
 * What a skipped slot comes to. A reason answers only what is looked at or read, and what is not there: no pull of a wrench
 * and no part is said away by it, nothing that was put right and waits to be looked at, and nothing that no signature clears.
 */
export function skipSays(bench: Bench, state: JobState, s: Slot): SkipSays {
  const rule = slotRule(s);
  if (rule.hard?.(bench, s) === true || rule.saidInTheEnd?.(bench, s) === true) return "open";
  if (isLookedAtOnceMore(state, s)) return "open";
  const looks = s.kind === "find" || s.kind === "read";
  switch (state.skipped.get(s.key)?.body.reason) {
    case NOT_FITTED:
      return mayBeNotFitted(state, s) ? "not fitted" : "open";
    case NOT_REACHED:
      return looks ? "not reached" : "open";
    case RENEWED:
      return isOfRenewed(bench, state, s) ? "renewed" : "open";
    default:
      return mayWait(bench, s) && state.skipped.has(s.key) ? "not reached" : "open";
  }
}

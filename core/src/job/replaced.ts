import { kindOfKey, type Slot, type SlotKind } from "../task/lines.ts";
import type { JobState } from "./fold.ts";

/**
 * Places whose answer is replaced when they are gone to on purpose. Questions and the machine's words are asked anew by
 * their own rule; what is set in rounds is read again, and a clock has run.
 */
const REPLACED: ReadonlySet<string> = new Set([
  ...(["read", "find", "decide", "off", "out", "count", "fit", "pull", "lock", "check", "verify", "do"] as const),
] satisfies readonly SlotKind[]);

/** Whether a place stands answered and is answered otherwise by typing. */
export const isReplaced = (state: JobState, { key }: Pick<Slot, "key">): boolean =>
  REPLACED.has(kindOfKey(key)) && state.bySlot.has(key);

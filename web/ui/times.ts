import type { HandsOn, Reckoned, TookBefore } from "@averin/core";
import { TZDate } from "@date-fns/tz";
import { lightFormat } from "date-fns";

/** The zone that this shop's clocks run in, by its name in the time-zone database; UTC until somebody has said. */
export const shopZone = (): string =>
  typeof document === "undefined"
    ? ((globalThis as { averinZone?: string }).averinZone ?? "UTC")
    : (document.documentElement.dataset.zone ?? "UTC");

const as = (pattern: string) => (at: string | Date) => lightFormat(new TZDate(new Date(at), shopZone()), pattern);

/** Moments as people read them, by the shop's own clock. */
export const dayOf = as("yyyy-MM-dd");
export const minuteOf = as("yyyy-MM-dd HH:mm");
export const minuteOfYear = as("MM-dd HH:mm");
export const clockOf = as("HH:mm");

/** Hands-on time in words, as the log tells it and as somebody put it right, beside what the shop reckons with. */
export function timeWords({ minutes, corrected, reckoned }: Omit<HandsOn, "work">): string {
  const beside = reckoned ? `; the shop reckons ${reckoned.minutes} min (${reckoned.words})` : "";
  return corrected
    ? `hands on ${corrected.minutes} min, put right by ${corrected.by}: ${corrected.reason} (by the log ${minutes} min)${beside}`
    : `hands on ${minutes} min by the log${beside}`;
}

/** How long a work takes here, in words, by jobs before and by what the shop reckons; null where neither is known. */
export function tookWords({ took, reckoned }: { took: TookBefore | null; reckoned: Reckoned | null }): string | null {
  const before =
    took &&
    (took.jobs === 1
      ? `took ${took.middle} min of hands on here, once`
      : `took ${took.least} to ${took.most} min of hands on here, ${took.middle} in the middle of ${took.jobs} jobs`);
  const shop = reckoned && `the shop reckons ${reckoned.minutes} min (${reckoned.words})`;
  return before || shop ? [before, shop].filter(Boolean).join("; ") : null;
}

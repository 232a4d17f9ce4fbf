import type { Bench, Reckoned } from "./bench.ts";
import { doneAt } from "./events.ts";
import { type JobState, slotKeyOf } from "./fold.ts";
import { walk } from "./walk.ts";
import { workOfRow, worksInJob } from "./worksOf.ts";

/** A longer gap between two lines is a break, or a wait, where the shop has no figure of its own. Common practice, no source. */
export const BREAK_MINUTES = 20;
const MINUTE_MS = 60_000;

/** How long people had their hands on a work, in whole minutes, by the log; and as somebody put it right. */
export type HandsOn = {
  work: string | null;
  minutes: number;
  corrected: { minutes: number; by: string; reason: string } | null;
  /** What the shop reckons this work with, or null. */
  reckoned: Reckoned | null;
};

/** What lies between each line and the one before it, in milliseconds, with the slot that the line answers; breaks cut out. */
function gapsOf(bench: Bench, state: JobState): { key: string | null; gap: number }[] {
  const longest = (bench.breakMinutes ?? BREAK_MINUTES) * MINUTE_MS;
  let before: number | null = null;
  return state.events.flatMap((event) => {
    const at = Date.parse(doneAt(event));
    const gap = before === null ? 0 : at - before;
    before = Math.max(before ?? at, at);
    return gap <= 0 || gap > longest ? [] : [{ key: slotKeyOf(event.body), gap }];
  });
}

/** The steps that took the longest, in whole minutes, the longest first; none that took less than a minute. */
export function longestSteps(bench: Bench, state: JobState, most: number): { title: string; minutes: number }[] {
  const titles = new Map(walk(bench, state).flatMap((task) => task.slots.map((s) => [s.key, task.title] as const)));
  const spent = new Map<string, number>();
  for (const { key, gap } of gapsOf(bench, state)) {
    const title = titles.get(key ?? "");
    if (title !== undefined) spent.set(title, (spent.get(title) ?? 0) + gap);
  }
  return [...spent]
    .map(([title, gap]) => ({ title, minutes: Math.round(gap / MINUTE_MS) }))
    .filter(({ minutes }) => minutes > 0)
    .sort((one, other) => other.minutes - one.minutes)
    .slice(0, most);
}

/**
 * Time at the bench by the log alone: what lies between a line and the one before it went into that line, breaks cut out.
 * By work; `work` null for what several need and what belongs to none. Lines that were typed without a server count by
 * when they were typed.
 */
export function handsOn(bench: Bench, state: JobState): HandsOn[] {
  const spent = new Map<string | null, number>();
  for (const { key, gap } of gapsOf(bench, state)) {
    const work = key === null ? null : (workOfRow(bench, key.split(":")[1] ?? "")?.id ?? null);
    spent.set(work, (spent.get(work) ?? 0) + gap);
  }
  const rows = [...worksInJob(bench, state), null];
  return rows.flatMap((one): HandsOn[] => {
    const work = one?.id ?? null;
    const reckoned = bench.reckoned?.[one?.of ?? ""] ?? null;
    const minutes = Math.round((spent.get(work) ?? 0) / MINUTE_MS);
    const line = state.times.get(work ?? "");
    const corrected = line ? { minutes: line.body.minutes, by: line.by.name, reason: line.body.reason } : null;
    return minutes === 0 && corrected === null && work === null ? [] : [{ work, minutes, corrected, reckoned }];
  });
}

/** How long a work took before: the shortest, the one in the middle and the longest, in whole minutes. */
export type TookBefore = { jobs: number; least: number; middle: number; most: number };

/** Of so many times a work took, in minutes, the shortest, the middle and the longest; null of none. Of an even number the lower middle. */
export function tookBefore(minutes: readonly number[]): TookBefore | null {
  const sorted = minutes.toSorted((one, other) => one - other);
  const [least, middle, most] = [sorted[0], sorted[Math.floor((sorted.length - 1) / 2)], sorted.at(-1)];
  return least === undefined || middle === undefined || most === undefined
    ? null
    : { jobs: sorted.length, least, middle, most };
}

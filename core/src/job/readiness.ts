import { activePoints } from "./applies.ts";
import type { Bench } from "./bench.ts";
import { concernsOf } from "./concerns.ts";
import type { JobState } from "./fold.ts";
import { isSwept, skipSays } from "./skips.ts";
import { isAnswered, isSkipped } from "./answered.ts";
import { heldBy, openStops } from "./stops.ts";
import { walk } from "./walk.ts";
import { worksStanding } from "./works.ts";

/** What a walk round a machine comes to: whether it may be ridden, what is watched, what keeps it, what nobody looked at. */
export type Readiness = {
  word: "ready" | "ready, with these watched" | "not inspected" | "not ready";
  watched: string[];
  keeps: string[];
  notLooked: string[];
  /** How much was not looked at, what still waits counted in. */
  missed: number;
};

/**
 * The verdict of a sweep, or null where the job holds none. Ready is said only where every point of its core was looked at. What stops the work, what is past and not put right, and a work
 * that it led to and that is not done keep a machine; what is only watched goes with it, told.
 */
export function readiness(bench: Bench, state: JobState): Readiness | null {
  const swept = new Set(
    activePoints(bench, state).flatMap(({ id, swept: walkedBy }) => (walkedBy === true ? [id] : [])),
  );
  if (swept.size === 0) return null;
  const found = concernsOf(bench, state).filter(({ row }) => swept.has(row));
  const undone = new Set(
    worksStanding(bench, state).flatMap(({ work, stage }) =>
      stage === "ready" || stage === "released" ? [] : [work.id],
    ),
  );
  const keeps = found.filter(({ weight, work, followed }) =>
    work === null ? weight !== "watch" && followed?.body.way !== "put right" : undone.has(work),
  );
  const watched = found.filter((concern) => concern.weight === "watch" && !keeps.includes(concern));
  const core = new Set(activePoints(bench, state).flatMap(({ id, core }) => (core === true ? [id] : [])));
  const notLooked: string[] = [];
  const heldTitles = new Map<string, string[]>();
  let missed = 0;
  let coreSeen = true;
  for (const task of walk(bench, state)) {
    const held = heldBy(bench, state, task.id);
    if (held !== null) heldTitles.set(held.text, [...(heldTitles.get(held.text) ?? []), task.title]);
    for (const s of task.slots) {
      if (!isSwept(bench, s) || isAnswered(bench, state, s)) continue;
      const passed = isSkipped(bench, state, s);
      if (passed && skipSays(bench, state, s) !== "not reached") continue;
      if (passed && held === null) notLooked.push(`${task.title}: ${state.skipped.get(s.key)?.body.reason ?? ""}`);
      missed += 1;
      if ("point" in s && core.has(s.point)) coreSeen = false;
    }
  }
  for (const [stop, titles] of heldTitles) notLooked.push(`${titles.join(", ")}: held by ${stop}`);
  const words = (list: typeof found): string[] => list.map(({ text }) => text);
  // Put right, it keeps the machine until it was looked at once more.
  const unproven = openStops(bench, state).flatMap(({ event, text, putRight }) =>
    putRight && swept.has(event.body.point) ? [`${text}; put right, not looked at since`] : [],
  );
  const keeping = [...words(keeps), ...unproven];
  const ready = watched.length > 0 ? "ready, with these watched" : "ready";
  const word = keeping.length > 0 ? "not ready" : coreSeen ? ready : "not inspected";
  return { word, watched: words(watched), keeps: keeping, notLooked, missed };
}

/** The verdict of a walk round with how much of it nobody looked at: "ready, 3 not inspected". */
export function verdictOfRound({ word, missed }: Readiness): string {
  if (missed === 0) return word;
  return word === "not inspected" ? `${missed} not inspected` : `${word}, ${missed} not inspected`;
}

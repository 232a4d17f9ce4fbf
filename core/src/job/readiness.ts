import { activePoints } from "./applies.ts";
import type { Bench } from "./bench.ts";
import { concernsOf } from "./concerns.ts";
import type { JobState } from "./fold.ts";
import { isSwept, skipSays } from "./skips.ts";
import { isSkipped } from "./answered.ts";
import { heldBy, openStops } from "./stops.ts";
import { walk } from "./walk.ts";
import { worksStanding } from "./works.ts";

/** What a walk round a machine comes to: whether it may be ridden, what is watched, what keeps it, what nobody looked at. */
export type Readiness = {
  word: "ready" | "ready, with these watched" | "not ready";
  watched: string[];
  keeps: string[];
  notLooked: string[];
};

/**
 * The verdict of a sweep, or null where the job holds none. What stops the work, what is past and not put right, and a work
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
  const notLooked = walk(bench, state).flatMap((task) => {
    const held = heldBy(bench, state, task.id);
    if (held !== null) return [`${task.title}: held by ${held.text}`];
    return task.slots.flatMap((s) => {
      if (!isSwept(bench, s) || !isSkipped(bench, state, s)) return [];
      if (skipSays(bench, state, s) !== "not reached") return [];
      return [`${task.title}: ${state.skipped.get(s.key)?.body.reason ?? ""}`];
    });
  });
  const words = (list: typeof found): string[] => list.map(({ text }) => text);
  // Put right, it keeps the machine until it was looked at once more.
  const unproven = openStops(bench, state).flatMap(({ event, text, putRight }) =>
    putRight && swept.has(event.body.point) ? [`${text}; put right, not looked at since`] : [],
  );
  const keeping = [...words(keeps), ...unproven];
  const word = keeping.length > 0 ? "not ready" : watched.length > 0 ? "ready, with these watched" : "ready";
  return { word, watched: words(watched), keeps: keeping, notLooked };
}

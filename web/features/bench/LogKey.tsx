"use client";

import {
  type Actor,
  type Bench,
  eventSentence,
  type JobEvent,
  type JobState,
  noticedAtRefit,
  setAside,
} from "@averin/core";
import { minuteOfYear, shopZone } from "@/ui/times";
import { Drawer } from "./Drawer.tsx";

const FIXED = new Set(["job_opened", "struck", "job_released", "job_reopened", "caution_shown"]);

/** Every line of the job, the newest first: number, time, who, what; struck ones stay readable. */
export function LogKey({
  bench,
  state,
  actor,
  onStrike,
}: {
  bench: Bench;
  state: JobState;
  actor: Actor;
  onStrike: (event: JobEvent) => void;
}) {
  const may = (event: JobEvent): boolean =>
    !state.released &&
    !FIXED.has(event.body.type) &&
    !state.struck.has(event.id) &&
    (event.by.id === actor.id || actor.roles.includes("lead"));
  return (
    <Drawer label="Log" title="Log" about="Every line of this job with who wrote it and when.">
      <Lines bench={bench} state={state} may={may} onStrike={onStrike} />
      <p className="border-t border-line px-4 py-1 text-[15px] text-soft">
        Times are of {shopZone().replaceAll("_", " ")}. A struck line stays.
      </p>
    </Drawer>
  );
}

/** Worked out only while the log is open. */
function Lines({
  bench,
  state,
  may,
  onStrike,
}: {
  bench: Bench;
  state: JobState;
  may: (event: JobEvent) => boolean;
  onStrike: (event: JobEvent) => void;
}) {
  const aside = setAside(bench, state);
  const late = noticedAtRefit(bench, state);
  return (
    <ol className="min-h-0 flex-1 overflow-y-auto px-4">
      {[...state.events].reverse().map((event) => {
        const struck = state.struck.get(event.id);
        return (
          <li
            key={event.id}
            className="grid min-h-[48px] grid-cols-[44px_112px_96px_1fr_auto] items-center gap-2 border-b border-line py-1 leading-tight"
          >
            <span className="figure text-soft">{event.number}</span>
            <span className="figure text-[15px]">{minuteOfYear(event.at)}</span>
            <span className="truncate text-[15px]">{event.by.name}</span>
            <span>
              {struck ? <s>{eventSentence(bench, state, event)}</s> : eventSentence(bench, state, event)}
              {aside.has(event.id) && (
                <span className="block text-[15px] text-near">set aside: a question was answered otherwise since</span>
              )}
              {late.has(event.id) && <span className="block text-[15px] text-near">noticed at refit</span>}
              {struck && <span className="block text-[15px] text-soft">struck by {struck.by.name}</span>}
            </span>
            {may(event) && (
              <button type="button" className="key" onClick={() => onStrike(event)}>
                Strike
              </button>
            )}
          </li>
        );
      })}
    </ol>
  );
}

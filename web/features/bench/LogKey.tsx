"use client";

import {
  type Actor,
  type Bench,
  eventSentence,
  type JobEvent,
  type JobState,
  noticedAtRefit,
  setAside,
  slotKeyOf,
  walk,
} from "@averin/core";
import { minuteOfYear, shopZone } from "@/ui/times";
import { useState } from "react";
import { Drawer } from "./Drawer.tsx";

const FIXED = new Set(["job_opened", "struck", "job_released", "job_reopened", "caution_shown"]);

/** Every line of the job, the newest first: number, time, who, what; struck ones stay readable. */
export function LogKey({
  bench,
  state,
  actor,
  onStrike,
  onGo,
}: {
  bench: Bench;
  state: JobState;
  actor: Actor;
  onStrike: (event: JobEvent) => void;
  /** Goes to the place that a line answers. */
  onGo: (slot: string) => void;
}) {
  const [open, setOpen] = useState(false);
  const [find, setFind] = useState("");
  const may = (event: JobEvent): boolean =>
    !state.released &&
    !FIXED.has(event.body.type) &&
    !state.struck.has(event.id) &&
    (event.by.id === actor.id || actor.roles.includes("lead"));
  return (
    <Drawer
      far="L"
      label="Log"
      title="Log"
      about="Every line of this job with who wrote it and when."
      open={open}
      onOpenChange={(now) => {
        setOpen(now);
        setFind("");
      }}
    >
      <Find find={find} onFind={setFind} />
      <Lines
        bench={bench}
        state={state}
        find={find}
        may={may}
        onStrike={onStrike}
        onGo={(slot) => {
          setOpen(false);
          onGo(slot);
        }}
      />
      <p className="border-t border-line px-4 py-1 text-[15px] text-soft">
        Times are of {shopZone().replaceAll("_", " ")}. A struck line stays.
      </p>
    </Drawer>
  );
}

/** Narrows the log down. At a desk one types at once; on a tablet no keyboard comes up before it is asked for. */
function Find({ find, onFind }: { find: string; onFind: (words: string) => void }) {
  const [types] = useState(() => window.matchMedia("(pointer: fine)").matches);
  return (
    <label className="flex items-center gap-3 border-b border-line px-4 py-2 font-semibold">
      Only lines with
      <input
        value={find}
        onChange={(event) => onFind(event.target.value)}
        placeholder="a step, a part, a word, a name"
        autoComplete="off"
        autoFocus={types}
        className="field min-w-0 flex-1"
      />
    </label>
  );
}

/** Worked out only while the log is open. */
function Lines({
  bench,
  state,
  find,
  may,
  onStrike,
  onGo,
}: {
  bench: Bench;
  state: JobState;
  /** Words that all have to be in a line. */
  find: string;
  may: (event: JobEvent) => boolean;
  onStrike: (event: JobEvent) => void;
  onGo: (slot: string) => void;
}) {
  const steps = new Map(walk(bench, state).flatMap((task) => task.slots.map((s) => [s.key, task] as const)));
  const aside = setAside(bench, state);
  const late = noticedAtRefit(bench, state);
  const words = find.toLowerCase().split(/\s+/).filter(Boolean);
  const lines = [...state.events].reverse().flatMap((event) => {
    const { body } = event;
    const value = body.type === "reading_taken" || body.type === "torque_applied" ? body.text : "";
    const said = [value, eventSentence(bench, state, event)].filter(Boolean).join(" · ");
    const step = steps.get(slotKeyOf(body) ?? "");
    const all = `${said} ${event.by.name} ${step ? `${step.number} ${step.title}` : ""}`.toLowerCase();
    return words.every((word) => all.includes(word)) ? [{ event, said, step: step?.number ?? null }] : [];
  });
  return (
    <ol className="min-h-0 flex-1 overflow-y-auto px-4">
      {lines.length === 0 && <li className="py-3 text-lg text-soft">No line has all of that.</li>}
      {lines.map(({ event, said, step }) => {
        const struck = state.struck.get(event.id);
        const answers = slotKeyOf(event.body);
        return (
          <li
            key={event.id}
            className="grid min-h-[48px] grid-cols-[48px_112px_96px_1fr_auto] items-center gap-2 border-b border-line py-1 leading-tight"
          >
            <span className="figure text-soft">{event.number}</span>
            <span className="figure text-[15px]">{minuteOfYear(event.at)}</span>
            <span className="truncate text-[15px]">
              {event.by.name}
              {step !== null && <span className="block text-soft">step {step}</span>}
            </span>
            <span>
              {struck ? (
                <s>{said}</s>
              ) : answers === null ? (
                said
              ) : (
                <button
                  type="button"
                  title="go there"
                  className="min-h-[48px] text-left hover:underline"
                  onClick={() => onGo(answers)}
                >
                  {said}
                </button>
              )}
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

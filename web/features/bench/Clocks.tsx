"use client";

import { type Bench, type JobState, waitsOf } from "@averin/core";
import { useEffect, useRef } from "react";
import { sound } from "@/client/alarm";
import { useNow } from "@/client/useNow";
import { clockWords } from "./clockWords.ts";

/** The clocks that run, in the top rule; each sounds once when it is over, and says so until it is ended. */
export function Clocks({
  bench,
  state,
  needed,
  onGo,
}: {
  bench: Bench;
  state: JobState;
  /** Waits whose end the job still asks for. */
  needed: (wait: string) => boolean;
  onGo: (task: string) => void;
}) {
  const now = useNow();
  const before = useRef<number | null>(null);
  const running = waitsOf(bench, state).filter((w) => w.endedAt === null && needed(w.wait.id));
  const ends = running.map((w) => Date.parse(w.endsAt));
  useEffect(() => {
    const last = before.current;
    before.current = now;
    if (last === null || now === null) return;
    if (ends.some((end) => end > last && end <= now)) sound();
  });
  if (now === null) return null;
  return running.map((w) => {
    const left = Date.parse(w.endsAt) - now;
    return (
      <button
        key={w.wait.id}
        type="button"
        onClick={() => onGo(`end:${w.wait.id}`)}
        className={`figure min-h-[48px] px-2 font-bold whitespace-nowrap ${left <= 0 ? "bg-inside text-sheet" : ""}`}
        aria-label={`${w.wait.title}: ${clockWords(left)}`}
      >
        <span className="inline-block max-w-[130px] truncate align-bottom font-sans text-[15px] font-semibold">
          {w.wait.title.split(":")[0]}
        </span>{" "}
        {clockWords(left)}
      </button>
    );
  });
}

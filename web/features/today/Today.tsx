"use client";

import { type Actor, hasEnded, isLate, type JobLine, nextFor, spanWords, type Waits, waitsFor } from "@averin/core";
import Link from "next/link";
import { type ReactNode, useEffect } from "react";
import { useNow } from "@/client/useNow";
import { dayOf } from "@/ui/times";

const STAGES = ["apart", "measure", "decide", "build", "together", "prove"] as const;
const WORD: Record<string, string> = {
  apart: "going apart",
  measure: "measuring",
  decide: "deciding",
  build: "building the stack",
  together: "going together",
  prove: "proving",
  ready: "at release",
  parked: "parked",
  released: "released",
  "handed back": "handed back, not released",
  cancelled: "cancelled",
};

/** Whom to call, and where. */
const called = ({ owner, contact }: JobLine): string => [owner || "the owner", contact].filter(Boolean).join(", ");

const DO: Record<Waits["kind"], (job: JobLine) => string> = {
  stop: (job) => job.stop ?? "",
  lead: (job) => `sign what is left: ${job.open} open`,
  clock: (job) => `${job.next}; other work until then`,
  owner: (job) => `call ${called(job)}: ${job.next.charAt(0).toLowerCase()}${job.next.slice(1)}`,
  "clock over": (job) => job.next,
  technician: (job) => job.next,
  parked: (job) => job.next,
  nobody: () => "",
};

/** The day: every job with what it waits for and how long, and beside it what to do next across all of them. */
export function Today({
  actor,
  jobs,
  more = 0,
  at,
  children,
}: {
  /** Whoever looks: nobody is sent to what is not theirs. */
  actor: Pick<Actor, "id" | "roles">;
  jobs: readonly JobLine[];
  /** Open jobs that are not listed. */
  more?: number;
  at: number;
  /** What else is due today, below what to do next. */
  children?: ReactNode;
}) {
  const now = useNow() ?? at;
  useNumberKeys();
  if (jobs.length === 0) {
    return (
      <p className="border-2 border-dashed border-line p-6 text-xl">
        No job yet. Take a machine in at the counter:{" "}
        <Link href="/intake" className="font-semibold underline">
          take in a machine
        </Link>
        .
      </p>
    );
  }
  const { mine, others } = nextFor(jobs, now, actor);
  return (
    <div className="grid gap-6 lg:grid-cols-[1fr_330px]">
      <section aria-label="Jobs">
        <h2 className="caption border-b-2 border-ink pb-1">jobs, and what each waits for</h2>
        <ol>
          {jobs.map((job) => (
            <Lane key={job.id} job={job} now={now} />
          ))}
        </ol>
        {more > 0 && (
          <p className="py-2 text-soft">{more} older jobs are open besides: release or sign what is done.</p>
        )}
      </section>
      <section aria-label="Do next" className="order-first lg:order-none">
        <h2 className="caption border-b-2 border-ink pb-1">do next</h2>
        {mine.length === 0 && <p className="py-2">Nothing waits for you.</p>}
        <ol>
          {mine.map(({ job, waits }, i) => (
            <li key={job.id} className="border-b border-line">
              <Link
                href={`/jobs/${job.id}`}
                data-next={i + 1}
                className={`grid min-h-[64px] grid-cols-[34px_1fr] items-center gap-2 py-2 leading-tight ${i === 0 ? "bg-band px-2" : "px-2 hover:bg-sheet"}`}
              >
                <span className="figure text-2xl font-bold text-petrol">{i + 1}</span>
                <span>
                  <strong className="text-lg">{job.mark}</strong> <Promised job={job} now={now} />
                  <span className="block text-[15px]">{job.work}</span>
                  <span className={`block ${waits.kind === "stop" ? "font-semibold text-past" : ""}`}>
                    {DO[waits.kind](job)}
                  </span>
                </span>
              </Link>
            </li>
          ))}
        </ol>
        {others.length > 0 && (
          <>
            <h2 className="caption border-b-2 border-ink pt-6 pb-1">waits for others</h2>
            <ul>
              {others.map(({ job, waits }) => (
                <li key={job.id} className="border-b border-line">
                  <Link href={`/jobs/${job.id}`} className="block min-h-[48px] px-2 py-1 leading-tight hover:bg-sheet">
                    <strong>{job.mark}</strong>{" "}
                    <span className="text-soft">{job.assigned === null ? waits.for : job.assigned.name}</span>
                  </Link>
                </li>
              ))}
            </ul>
          </>
        )}
        {children}
      </section>
    </div>
  );
}

/** A figure takes the job of that number, wherever no line is typed into. */
function useNumberKeys(): void {
  useEffect(() => {
    const press = (event: KeyboardEvent): void => {
      const { target, key } = event;
      if (event.altKey || event.ctrlKey || event.metaKey || !/^[1-9]$/.test(key)) return;
      if (target instanceof HTMLElement && target.matches("input, textarea, select")) return;
      if (document.querySelector('[role="dialog"], [role="menu"]')) return;
      document.querySelector<HTMLElement>(`[data-next="${key}"]`)?.click();
    };
    window.addEventListener("keydown", press);
    return () => window.removeEventListener("keydown", press);
  }, []);
}

function Lane({ job, now }: { job: JobLine; now: number }) {
  const waits = waitsFor(job, now);
  const released = hasEnded(job.stage);
  const span = waits.kind === "clock" ? `${spanWords(waits.ms)} to go` : spanWords(waits.ms);
  return (
    <li className={`border-b border-line ${released ? "text-soft" : ""}`}>
      <Link
        href={released ? `/jobs/${job.id}/sheet` : `/jobs/${job.id}`}
        className="grid min-h-[84px] grid-cols-[1fr_auto] items-center gap-x-4 py-2 hover:bg-sheet md:grid-cols-[minmax(170px,1fr)_190px_minmax(180px,1fr)_56px]"
      >
        <span className="leading-tight">
          <strong className="text-lg">{job.mark}</strong> <span className="text-[15px]">{job.machine}</span>
          <span className="block font-semibold">{job.work}</span>
          {!released && (job.promised !== null || job.assigned !== null) && (
            <span className="block text-[15px]">
              <Promised job={job} now={now} />
              {job.promised !== null && job.assigned !== null && " · "}
              {job.assigned !== null && `for ${job.assigned.name}`}
            </span>
          )}
          <span className="block text-[15px] text-soft">
            <span className="figure">{job.number}</span> {job.owner}
          </span>
        </span>
        <Stretches stage={job.stage} word={WORD[job.stage] ?? job.stage} />
        <span className="leading-tight">
          <span className={`block text-lg ${waits.kind === "stop" ? "font-semibold text-past" : ""}`}>
            {released || waits.kind === "stop" || waits.kind === "parked" ? waits.for : `waits for ${waits.for}`}
          </span>
          <span className="figure text-lg font-bold">{span}</span>
          {released ? " ago" : waits.kind === "clock" ? "" : ` · ${job.by} last`}
        </span>
        <span className="figure hidden text-right text-2xl font-bold md:block">
          {released ? "" : job.open}
          {!released && <span className="block font-sans text-[15px] font-normal text-soft">open</span>}
        </span>
      </Link>
    </li>
  );
}

/** By when it is promised; late once that day is over. */
function Promised({ job, now }: { job: JobLine; now: number }) {
  if (job.promised === null) return null;
  const late = isLate(job, dayOf(new Date(now)));
  return (
    <span className={late ? "font-semibold text-past" : ""}>
      {late ? "late: promised for" : "promised for"} <span className="figure">{job.promised}</span>
    </span>
  );
}

/** The six stretches of a job as a row of boxes: done, in hand, to come; the one in hand by name. */
function Stretches({ stage, word }: { stage: string; word: string }) {
  const at = stage === "ready" || hasEnded(stage) ? STAGES.length : STAGES.indexOf(stage as (typeof STAGES)[number]);
  return (
    <span className="hidden md:block">
      <svg viewBox="0 0 190 26" className="block w-full" aria-hidden>
        {STAGES.map((name, i) => (
          <rect
            key={name}
            x={1 + i * 32}
            y="5"
            width="28"
            height="16"
            fill={i < at ? "var(--petrol)" : i === at ? "var(--band)" : "none"}
            stroke="var(--ink)"
            strokeWidth={i === at ? 2.5 : 1}
          />
        ))}
      </svg>
      <span className="text-[15px]">{word}</span>
    </span>
  );
}

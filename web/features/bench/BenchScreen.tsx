"use client";

import {
  type Actor,
  type Bench,
  DECISION_REASONS,
  type Draft,
  eventSentence,
  interpret,
  type JobEvent,
  nextTask,
  type OpenPoint,
  openPoints,
  reasonFrom,
  SKIP_REASONS,
  type Slot,
  slotName,
  type Task,
  tools,
  unsigned,
  waitingSlots,
  walk,
} from "@averin/core";
import Link from "next/link";
import { useCallback, useMemo, useRef, useState } from "react";
import { useJob } from "@/client/useJob";
import { Spine } from "@/instruments/Spine";
import { TopRule } from "@/ui/TopRule";
import { type Asking, EntryLine, type Said } from "./EntryLine.tsx";
import { OpenPoints } from "./OpenPoints.tsx";
import { spineParts, taskForEntry } from "./spineParts.ts";
import { TaskPanel } from "./TaskPanel.tsx";

const SIGN_REASONS = [
  "judged by hand and eye",
  "owner told and agreed",
  "recheck date given",
  "maker's word on it",
] as const;

type Hand = { task: string | null; aim: string | null };
type View = { hand: Hand; asking: Asking | null };

/** Slots that wait, turned so that the one pointed at comes first. */
function aimed(waiting: readonly Slot[], aim: string | null): Slot[] {
  const at = waiting.findIndex((s) => s.key === aim);
  return at <= 0 ? [...waiting] : [...waiting.slice(at), ...waiting.slice(0, at)];
}

/** One job at the bench: spine, step in hand, open points, entry line; all of it worked out from the log. */
export function BenchScreen({
  jobId,
  number,
  bench,
  events,
  actor,
}: {
  jobId: string;
  number: string;
  bench: Bench;
  events: JobEvent[];
  actor: Actor;
}) {
  const job = useJob(jobId, bench, actor, events);
  const { state } = job;
  const [view, setView] = useState<View>({ hand: { task: null, aim: null }, asking: null });
  const viewNow = useRef(view);
  const [said, setSaid] = useState<Said | null>(null);
  const queue = useRef<Promise<void>>(Promise.resolve());
  const { hand, asking } = view;

  // What the next Enter goes by, ahead of the drawing: fast hands must not answer the question before last.
  const turn = useCallback((change: Partial<View>) => {
    viewNow.current = { ...viewNow.current, ...change };
    setView(viewNow.current);
  }, []);

  const tasks = useMemo(() => walk(bench, state), [bench, state]);
  const next = useMemo(() => nextTask(bench, state, tasks), [bench, state, tasks]);
  const chosen = tasks.find((task) => task.id === hand.task) ?? null;
  const task = chosen ?? next;
  const waiting = task ? aimed(waitingSlots(bench, state, task), hand.aim) : [];
  const points = useMemo(() => openPoints(bench, state, tasks), [bench, state, tasks]);
  const left = unsigned(state, points);
  const kit = task ? tools(bench, task) : { gauge: null, wrench: null };
  const opened = state.opened?.body;
  const together = task === null || task.stage === "together" || task.stage === "prove" || task.stage === "build";

  const keep = useCallback(
    async (drafts: readonly Draft[]): Promise<void> => {
      const answer = await job.submit(drafts);
      if (!answer.ok) return setSaid({ tone: "stop", text: answer.error.message });
      const after = job.now();
      const last = answer.events[answer.events.length - 1];
      const text = last ? eventSentence(bench, after, last) : "";
      setSaid({ tone: "said", text: answer.events.length > 1 ? `${answer.events.length} taken; ${text}` : text });
      const own = walk(bench, after).find((t) => t.id === viewNow.current.hand.task);
      const stay = own !== undefined && waitingSlots(bench, after, own).length > 0;
      turn({ hand: { task: stay ? own.id : null, aim: null } });
    },
    [job, bench, turn],
  );

  /** Enter: aims by the log as it is at this moment, so that fast hands never hit a place twice. */
  const enter = async (typed: string): Promise<void> => {
    const now = job.now();
    const all = walk(bench, now);
    const { hand, asking } = viewNow.current;
    if (asking) {
      const reason = reasonFrom(typed, asking.reasons);
      if (reason === null) return setSaid({ tone: "stop", text: "Give a number from the list, or a few words." });
      turn({ asking: null });
      return keep([asking.draft(reason)]);
    }
    const here = all.find((t) => t.id === hand.task) ?? nextTask(bench, now, all);
    if (here === null) return finish(typed);
    const open = aimed(waitingSlots(bench, now, here), hand.aim);
    const answer = interpret(typed, { bench, state: now, waiting: open, by: actor.id, ...tools(bench, here) });
    switch (answer.kind) {
      case "drafts":
        return keep(answer.drafts);
      case "strike":
        return keep([{ type: "struck", event: answer.event.id }]);
      case "skip":
        setSaid(null);
        return turn({
          asking: {
            question: `Why is ${slotName(bench, now, answer.slot)} skipped?`,
            reasons: SKIP_REASONS,
            draft: (reason) => ({ type: "slot_skipped", slot: answer.slot.key, reason }),
          },
        });
      case "reason":
        setSaid(null);
        return turn({
          asking: {
            question: `Why ${answer.draft.decision}? (${answer.because})`,
            reasons: DECISION_REASONS,
            draft: (reason) => ({ ...answer.draft, reason }),
          },
        });
      case "next":
        return turn({ hand: { task: after(all, here, now)?.id ?? null, aim: null } });
      case "go": {
        const target = all.find((t) => t.number === answer.task);
        if (!target)
          return setSaid({ tone: "stop", text: `There are ${all.length} steps; ${answer.task} is not one of them.` });
        return turn({ hand: { task: target.id, aim: null } });
      }
      case "refused":
        return setSaid({ tone: "stop", text: answer.message });
    }
  };

  /** The next task after this one that still waits, starting over from the top. */
  const after = (all: readonly Task[], from: Task, now: typeof state): Task | undefined => {
    const turned = [...all.slice(from.number), ...all.slice(0, from.number)];
    return turned.find((t) => t.id !== from.id && waitingSlots(bench, now, t).length > 0);
  };

  /** Nothing waits any more: Enter signs what is left, then releases. */
  const finish = async (typed: string): Promise<void> => {
    const now = job.now();
    if (typed === "-" || typed.startsWith("*")) {
      const answer = interpret(typed, { bench, state: now, waiting: [], by: actor.id, gauge: null, wrench: null });
      if (answer.kind === "strike") return keep([{ type: "struck", event: answer.event.id }]);
      if (answer.kind === "go")
        return turn({ hand: { task: walk(bench, now).find((t) => t.number === answer.task)?.id ?? null, aim: null } });
    }
    const open = unsigned(now, openPoints(bench, now, walk(bench, now)));
    if (open[0]) return sign(open[0]);
    return keep([{ type: "job_released" }]);
  };

  const sign = (point: OpenPoint): void => {
    if (!actor.roles.includes("lead"))
      return setSaid({ tone: "stop", text: "A lead signs for what is left open: ask one to sign in." });
    setSaid(null);
    turn({
      asking: {
        question: `Signing for “${point.text}”. Why may it stay?`,
        reasons: SIGN_REASONS,
        draft: (reason) => ({ type: "open_point_signed", key: point.key, reason }),
      },
    });
  };

  const onEnter = (typed: string): void => {
    queue.current = queue.current
      .then(() => enter(typed))
      .catch((error: unknown) => setSaid({ tone: "stop", text: String(error) }));
  };

  const aimText = state.released
    ? "released"
    : task === null
      ? left.length > 0
        ? "sign or release"
        : "release"
      : waiting[0]
        ? slotName(bench, state, waiting[0])
        : "all answered here";

  return (
    <div className="flex h-dvh min-h-[640px] flex-col">
      <TopRule name={actor.name}>
        <span className="figure font-bold">{number}</span>
        <span className="truncate font-semibold">
          {opened?.machine.maker} {opened?.machine.model} · {opened?.machine.mark} · {opened?.meter.value}{" "}
          {opened?.meter.unit}
        </span>
        <span className="caption hidden lg:inline">
          <span className={together ? "" : "text-ink underline decoration-4 underline-offset-4"}>going apart</span> ◂▸{" "}
          <span className={together ? "text-ink underline decoration-4 underline-offset-4" : ""}>going together</span>
        </span>
        <Link href={`/jobs/${jobId}/sheet`} className="key ml-auto">
          Sheet
        </Link>
      </TopRule>
      <div className="grid min-h-0 flex-1 grid-cols-[216px_1fr] grid-rows-[1fr_auto] lg:grid-cols-[232px_1fr_252px] lg:grid-rows-1">
        <div className="row-span-2 overflow-y-auto border-r border-line bg-sheet lg:row-span-1">
          <Spine
            parts={spineParts(bench, state, tasks, task)}
            sides={bench.procedure.sides}
            onPick={(entry) =>
              turn({ hand: { task: taskForEntry(bench, state, tasks, entry)?.id ?? null, aim: null } })
            }
          />
        </div>
        <main className="min-h-0 overflow-y-auto p-4">
          <TaskPanel
            bench={bench}
            state={state}
            task={task}
            waiting={waiting}
            kit={kit}
            points={points}
            onAim={(key) => turn({ hand: { task: task?.id ?? null, aim: key } })}
            onEnter={onEnter}
            onSign={sign}
          />
        </main>
        <aside className="max-h-[230px] overflow-y-auto border-t border-line bg-sheet lg:max-h-none lg:border-t-0 lg:border-l">
          <OpenPoints points={points} state={state} onGo={(id) => turn({ hand: { task: id, aim: null } })} />
        </aside>
      </div>
      <EntryLine
        aim={aimText}
        task={task}
        unit={unitOf(bench, task, kit.gauge)}
        tool={toolName(bench, kit)}
        asking={asking}
        said={job.refused ? { tone: "stop", text: job.refused } : said}
        waitingCount={job.waiting}
        reachable={job.reachable}
        released={state.released !== null}
        onEnter={onEnter}
        onCancel={() => turn({ asking: null })}
      />
    </div>
  );
}

function unitOf(bench: Bench, task: Task | null, gauge: string | null): string {
  if (task?.kind === "torque") return "N·m";
  return task?.kind === "measure" ? (bench.gauges.find((g) => g.id === gauge)?.unit ?? "") : "";
}

function toolName(bench: Bench, kit: { gauge: string | null; wrench: string | null }): string {
  return (
    bench.gauges.find((g) => g.id === kit.gauge)?.name ?? bench.wrenches.find((w) => w.id === kit.wrench)?.name ?? ""
  );
}

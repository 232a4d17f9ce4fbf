import type { Answer } from "../../calculator/index.ts";
import { wayOf } from "../../job/applies.ts";
import type { Bench } from "../../job/bench.ts";
import type { Body, DraftOf } from "../../job/events.ts";
import type { JobState } from "../../job/fold.ts";
import type { Sketch } from "../../job/task.ts";
import { type Entry, type WaitStep, waitStepsOf } from "../../procedure/index.ts";
import { confirmed, no, yes } from "../answers.ts";
import { taskId } from "../ids.ts";
import type { Hand, Kind, Look, OpenPoint } from "../kind.ts";
import { slot } from "../lines.ts";
import { waitApplies, waitsOf } from "./clocks.ts";

export function startTask(bench: Bench, state: JobState, wait: WaitStep): Sketch {
  const { id, title, why, caution, tools } = wait;
  const none = wayOf(bench, state, wait.minutesBy)?.minutes === 0;
  const slots = none ? [] : [slot.start(id)];
  return {
    id: taskId("start", id),
    stage: wait.starts === "first" ? "apart" : "measure",
    kind: "wait",
    title,
    do: wait.do,
    why,
    caution,
    tools,
    entry: null,
    slots,
  };
}

/** A wait that was started, or may still be, ends before its entry goes in. */
export function endTasks(bench: Bench, state: JobState, entry: Entry): Sketch[] {
  return waitStepsOf(bench.procedure)
    .filter((wait) => wait.before === entry.id && waitApplies(bench, state, wait))
    .filter((wait) => state.bySlot.has(slot.start(wait.id).key))
    .map((wait) => ({
      id: taskId("end", wait.id),
      stage: "together",
      kind: "wait",
      title: `${wait.title}: over`,
      do: wait.end,
      entry: entry.id,
      slots: [slot.end(wait.id)],
    }));
}
const waitStep = (bench: Bench, id: string): WaitStep | undefined =>
  waitStepsOf(bench.procedure).find((wait) => wait.id === id);

function acceptStart({ bench, state }: Hand, draft: DraftOf<"wait_started">): Answer<Body> {
  const wait = waitStep(bench, draft.wait);
  if (!wait) return no("unsupported", "wait", `"${draft.wait}" is nothing to wait for.`);
  const minutes = wayOf(bench, state, wait.minutesBy)?.minutes;
  if (minutes === undefined) return no("conflict", "wait", "Say first how long it is to take.");
  if (state.bySlot.has(slot.start(wait.id).key)) return no("conflict", "wait", "The clock runs already.");
  return yes({ ...draft, minutes });
}

function acceptEnd({ bench, state }: Hand, draft: DraftOf<"wait_ended">): Answer<Body> {
  const wait = waitStep(bench, draft.wait);
  if (!wait || !state.bySlot.has(slot.start(wait.id).key)) {
    return no("conflict", "wait", "That clock was never started.");
  }
  if (state.bySlot.has(slot.end(wait.id).key)) return no("conflict", "wait", "That is over already.");
  return yes(draft);
}
/** Waits ended before their time, with how long they had. */
function shortWaits({ bench, state }: Look): OpenPoint[] {
  return waitsOf(bench, state).flatMap(({ wait, minutes, startedAt, endedAt }): OpenPoint[] => {
    if (endedAt === null) return [];
    const had = Math.floor((Date.parse(endedAt) - Date.parse(startedAt)) / 60_000);
    if (had >= minutes) return [];
    return [
      {
        key: `short:${wait.id}:${had}`,
        group: "wait",
        text: `${wait.title.toLowerCase()}: ${had} of ${minutes} min`,
        task: taskId("end", wait.id),
        hard: false,
      },
    ];
  });
}
const titleOf = (bench: Bench, wait: string): string => waitStep(bench, wait)?.title.toLowerCase() ?? wait;

export const wait: Kind<"start" | "end", "wait_started" | "wait_ended", "wait"> = {
  slots: {
    start: {
      named: (bench, _, s) => titleOf(bench, s.wait),
      drafted: (typed, _, s) => confirmed(typed, [{ type: "wait_started", wait: s.wait }]),
      hinted: () => ({ hint: "Enter starts the clock" }),
      rehearsed: () => "",
      shapes: true,
      // Passed over when nothing was to wait, it is asked again once its part is decided to be new.
      askedAnew: (bench, state, s, passed) => {
        const part = waitStep(bench, s.wait)?.for;
        if (part === undefined) return false;
        const decided = [...state.bySlot].flatMap(([key, lines]) =>
          key.startsWith(slot.decide(part, 0).key.replace(/0$/, "")) ? (lines[lines.length - 1] ?? []) : [],
        );
        return decided.some(
          ({ number, body }) => number > passed.number && "decision" in body && body.decision === "renew",
        );
      },
    },
    end: {
      named: (bench, _, s) => titleOf(bench, s.wait),
      drafted: (typed, _, s) => confirmed(typed, [{ type: "wait_ended", wait: s.wait }]),
      hinted: () => ({ hint: "Enter: out" }),
      rehearsed: () => "",
      shapes: false,
    },
  },
  lines: {
    wait_started: {
      accepted: acceptStart,
      said: (bench, _, body) => `${titleOf(bench, body.wait)}: the clock runs, ${minutesWords(body.minutes)}`,
    },
    wait_ended: { accepted: acceptEnd, said: (bench, _, body) => `${titleOf(bench, body.wait)}: over` },
  },
  tasks: { wait: { word: "wait", open: "wait", undone: "left" } },
  open: shortWaits,
};
/** "45 min", "3 h", "12 h". */
export function minutesWords(minutes: number): string {
  return minutes >= 120 && minutes % 60 === 0 ? `${minutes / 60} h` : `${minutes} min`;
}

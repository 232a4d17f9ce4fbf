"use client";

import {
  type Actor,
  agreedFrom,
  type Bench,
  cautionDrafts,
  CHANGE_REASONS,
  DECISION_REASONS,
  type Draft,
  eventSentence,
  interpret,
  type LineContext,
  nextTask,
  NOT_NUMBERS,
  type OpenPoint,
  openPoints,
  reasonFrom,
  SKIP_REASONS,
  type Slot,
  slotName,
  slotsInHand,
  type Task,
  tools,
  unsigned,
  waitingSlots,
  walk,
} from "@averin/core";
import { useCallback, useRef, useState } from "react";
import { flushSync } from "react-dom";
import { v4 as newId } from "uuid";
import type { JobHook } from "@/client/useJob";

const SIGN_REASONS = [
  "judged by hand and eye",
  "owner told and agreed",
  "recheck date given",
  "maker's word on it",
] as const;
const CLEAR_REASONS = ["found and put right", "part renewed", "looked at again: it was not so"] as const;

/** What the line asks back before anything is kept. */
export type Asking =
  | {
      kind: "reason";
      question: string;
      reasons: readonly string[];
      /** null where the words do not say what is needed; `hint` tells what would. */
      draft: (reason: string) => Draft | null;
      hint?: string;
    }
  | { kind: "slip"; question: string; corrected: Draft[]; drafts: Draft[] };
export type Said = { tone: "said" | "stop"; text: string };

type Hand = { task: string | null; aim: string | null };
type View = { hand: Hand; asking: Asking | null };

/** The item or place that a slot stands for, as it is gone to by number. */
const numberIn = (s: Slot): number | null => {
  if ("item" in s) return s.item;
  return "place" in s ? s.place : null;
};

/** The hand at a bench: which step is held, what is asked back, what was said last; and what Enter does with it all. */
export function useBenchHand({
  bench,
  job,
  actor,
  onPhoto,
}: {
  bench: Bench;
  job: JobHook;
  actor: Actor;
  onPhoto: () => void;
}) {
  const [view, setView] = useState<View>({ hand: { task: null, aim: null }, asking: null });
  const viewNow = useRef(view);
  const [said, setSaid] = useState<Said | null>(null);
  const queue = useRef<Promise<void>>(Promise.resolve());

  // What the next Enter goes by, ahead of the drawing: fast hands must not answer the question before last.
  const turn = useCallback((change: Partial<View>) => {
    viewNow.current = { ...viewNow.current, ...change };
    setView(viewNow.current);
  }, []);
  const go = useCallback((task: string | null, aim: string | null = null) => turn({ hand: { task, aim } }), [turn]);
  const stop = (text: string): void => setSaid({ tone: "stop", text });

  const keep = useCallback(
    async (drafts: readonly Draft[], at: Task | null, photo?: { id: string; blob: Blob }): Promise<void> => {
      const cautions = cautionDrafts(job.now(), at, actor.id);
      const answer = await job.submit(
        [...cautions, ...drafts],
        ({ events, state }) => {
          const last = events[events.length - 1];
          const words = last ? eventSentence(bench, state, last) : "";
          const text = drafts.length > 1 ? `${drafts.length} taken; ${words}` : words;
          // Worked out now, found again when it is drawn.
          openPoints(bench, state);
          return () => flushSync(() => setSaid({ tone: "said", text }));
        },
        photo,
      );
      if (!answer.ok) {
        const gate = bench.procedure.gates.find((g) => answer.error.path === `gate:${g.id}`);
        if (gate?.pass !== "lead" || !actor.roles.includes("lead")) {
          return setSaid({ tone: "stop", text: answer.error.message });
        }
        return turn({
          asking: {
            kind: "reason",
            question: `${answer.error.message} A lead may let it pass: why?`,
            reasons: SIGN_REASONS,
            draft: (reason) => ({ type: "gate_passed", gate: gate.id, reason }),
          },
        });
      }
      const after = job.now();
      const own = walk(bench, after).find((t) => t.id === viewNow.current.hand.task);
      const stay = own !== undefined && waitingSlots(bench, after, own).length > 0;
      turn({ hand: { task: stay ? own.id : null, aim: null } });
    },
    [job, bench, turn, actor],
  );

  const ask = (asking: Asking): void => {
    setSaid(null);
    turn({ asking });
  };

  /** The next task after this one that still waits, starting over from the top. */
  const after = (all: readonly Task[], from: Task): Task | undefined => {
    const now = job.now();
    const turned = [...all.slice(from.number), ...all.slice(0, from.number)];
    return turned.find((t) => t.id !== from.id && waitingSlots(bench, now, t).length > 0);
  };

  const goTo = (all: readonly Task[], here: Task | null, task: number | null, item: number | null): void => {
    const target = task === null ? here : all.find((t) => t.number === task);
    if (!target) return stop(`There are ${all.length} steps; ${task ?? "none"} is not one of them.`);
    const aim = item === null ? null : (target.slots.find((s) => numberIn(s) === item)?.key ?? null);
    if (item !== null && aim === null) return stop(`${target.title} has no place ${item}.`);
    go(target.id, aim);
  };

  const sign = (point: OpenPoint): void => {
    if (point.hard) return stop(`No signature clears this: ${point.text}.`);
    if (!actor.roles.includes("lead")) return stop("A lead signs for what is left open: ask one to take over.");
    ask({
      kind: "reason",
      question: `Signing for “${point.text}”. Why may it stay?`,
      reasons: SIGN_REASONS,
      draft: (reason) => ({ type: "open_point_signed", key: point.key, reason }),
    });
  };

  const clear = (event: string, text: string): void =>
    ask({
      kind: "reason",
      question: `${text}. What was done about it?`,
      reasons: CLEAR_REASONS,
      draft: (reason) => ({ type: "stop_cleared", event, reason }),
    });

  /** Nothing waits any more: Enter signs what is left, then releases. */
  const finish = async (): Promise<void> => {
    const now = job.now();
    const open = unsigned(now, openPoints(bench, now));
    const next = open.find((point) => !point.hard) ?? open[0];
    return next ? sign(next) : keep([{ type: "job_released" }], null);
  };

  /** Enter: aims by the log as it is at this moment, so that fast hands never hit a place twice. */
  const enter = async (typed: string): Promise<void> => {
    const now = job.now();
    const all = walk(bench, now);
    const { hand, asking } = viewNow.current;
    const chosen = all.find((t) => t.id === hand.task) ?? null;
    const here = chosen ?? nextTask(bench, now, all);
    if (asking?.kind === "reason") {
      const reason = reasonFrom(typed, asking.reasons);
      const draft = reason === null ? null : asking.draft(reason);
      if (draft === null) return stop(asking.hint ?? "Give a number from the list, or a few words.");
      turn({ asking: null });
      return keep([draft], here);
    }
    if (asking?.kind === "slip") {
      turn({ asking: null });
      if (typed.trim() === "") return keep(asking.corrected, here);
    }
    const waiting = here ? slotsInHand(bench, now, here, chosen !== null, hand.aim) : [];
    const kit = here ? tools(bench, here) : { gauge: null, wrench: null };
    const context: LineContext = { bench, state: now, waiting, by: actor.id, ...kit };
    if (here === null && typed.trim() === "") return finish();
    const answer = interpret(typed, context);
    switch (answer.kind) {
      case "drafts":
        return keep(answer.drafts, here);
      case "slip":
        return ask(answer);
      case "photo":
        return onPhoto();
      case "strike":
        return keep([{ type: "struck", event: answer.event.id }], null);
      case "skip":
        return ask({
          kind: "reason",
          question: `Why is ${slotName(bench, now, answer.slot)} skipped?`,
          reasons: SKIP_REASONS,
          draft: (reason) => ({ type: "slot_skipped", slot: answer.slot.key, reason }),
        });
      case "reason":
        return ask({
          kind: "reason",
          question: `Why ${answer.draft.decision}? (${answer.because})`,
          reasons: DECISION_REASONS,
          draft: (reason) => ({ ...answer.draft, reason }),
        });
      case "worded":
        return ask({
          kind: "reason",
          question: `“${answer.draft.words}” is no number. What is it?`,
          reasons: NOT_NUMBERS,
          hint: "1 by feel, 2 inspected and told in words, 3 not known",
          draft: (reason) => {
            const how = NOT_NUMBERS.find((word) => word === reason);
            return how ? { ...answer.draft, how } : null;
          },
        });
      case "owner":
        return ask({
          kind: "reason",
          question: `${answer.told}. Who agreed, and in which words?`,
          reasons: [],
          hint: "name, a colon, what they said: A. Brand: go ahead",
          draft: (reason) => {
            const agreed = agreedFrom(reason);
            return agreed ? { ...answer.draft, agreed } : null;
          },
        });
      case "change":
        return ask({
          kind: "reason",
          question: `${answer.undoes} Why?`,
          reasons: CHANGE_REASONS,
          draft: (reason) => ({ ...answer.draft, reason }),
        });
      case "again": {
        const answered = here?.slots.find((s) => s.kind === "ask" && now.bySlot.has(s.key));
        return here && answered ? go(here.id, answered.key) : stop("Nothing was answered at this step.");
      }
      case "next":
        return here === null ? undefined : go(after(all, here)?.id ?? null);
      case "go":
        return goTo(all, here, answer.task, answer.item);
      case "refused":
        return stop(answer.message);
    }
  };

  const inTurn = (work: () => Promise<void>): void => {
    queue.current = queue.current.then(work).catch((error: unknown) => {
      const why = error instanceof Error ? error.message : String(error);
      stop(
        `That line was not taken: this browser could not put it away (${why}). Make room or open the bench in another browser, then type it again.`,
      );
    });
  };

  return {
    ...view,
    said,
    go,
    sign,
    clear,
    say: setSaid,
    onEnter: (typed: string) => inTurn(() => enter(typed)),
    /** Esc: a question of reason is left; a questioned value is kept as it was typed. */
    onCancel: () => {
      const { asking } = viewNow.current;
      turn({ asking: null });
      if (asking?.kind !== "slip") return;
      inTurn(() => {
        const now = job.now();
        const all = walk(bench, now);
        const here = all.find((t) => t.id === viewNow.current.hand.task) ?? nextTask(bench, now, all);
        return keep(asking.drafts, here);
      });
    },
    strike: (event: string) => inTurn(() => keep([{ type: "struck", event }], null)),
    photo: (blob: Blob, task: Task, caption: string) => {
      const id = newId();
      inTurn(() => keep([{ type: "photo_taken", photo: id, task: task.id, caption }], null, { id, blob }));
    },
  };
}

"use client";

import {
  type Actor,
  answerSentence,
  asTyped,
  type Bench,
  BY_WAYS,
  cautionDrafts,
  CHANGE_REASONS,
  DECISION_REASONS,
  type Concern,
  type Draft,
  type DraftOf,
  draftsOf,
  type FollowUp,
  HAND_BACK_WORD,
  inItsPlace,
  interpret,
  type Kit,
  type LineAnswer,
  type LineContext,
  nextTask,
  openPoints,
  NOT_NUMBERS,
  type OpenPoint,
  type Outcome,
  reasonFrom,
  rechecksOf,
  RELEASE_WORD,
  SKIP_REASONS,
  standingOf,
  type SecondLook,
  strikeOf,
  type Slot,
  slotName,
  slotsInHand,
  type Task,
  type TooFarWay,
  toolName,
  tools,
  unsigned,
  waitingSlots,
  walk,
  workName,
  worksInJob,
} from "@averin/core";
import { startTransition, useCallback, useRef, useState } from "react";
import { flushSync } from "react-dom";
import { v4 as newId } from "uuid";
import { lastTool, tookTool } from "@/client/lastTools";
import type { JobHook } from "@/client/useJob";

const SIGN_REASONS = [
  "judged by hand and eye",
  "owner told and agreed",
  "recheck date given",
  "maker's word on it",
] as const;
const REOPEN_REASONS = ["something was forgotten", "released by mistake", "owner came back with it"] as const;
const PUT_RIGHT = ["cleaned", "tightened", "refilled", "adjusted", "renewed and fitted"] as const;
const PARK_REASONS = [
  "parts are on order",
  "waits for the owner",
  "waits for a lift",
  "waits for a tool or another shop",
] as const;

type Plain = Omit<DraftOf<"followed_up">, "words">;

/** Until when something is watched: a meter, a day, or the next job; then words, where there are any. */
function watchOf(typed: string, plain: Plain): Draft[] | null {
  const [, until = "", said = ""] = /^\s*(\d{4}-\d{2}-\d{2}|[\d.,]+|next)\s*(.*)$/i.exec(typed) ?? [];
  if (until === "") return null;
  const words = said.trim() === "" ? "looked at again then" : said.trim();
  if (until.includes("-")) return [{ ...plain, words, on: until }];
  return [{ ...plain, words, meter: until.toLowerCase() === "next" ? null : Number(until.replace(",", ".")) }];
}

/** What an owner is asked: two sums where they are known, and what waiting means. */
function askOf(typed: string, plain: Plain): Draft[] | null {
  const [, now = null, later = null, words = ""] =
    /^\s*(?:(\d+(?:\.\d{2})?)\s+(\d+(?:\.\d{2})?)\s+)?(\S.*)$/.exec(typed) ?? [];
  return words === "" ? null : [{ ...plain, words: words.trim(), now, later }];
}

const DROP_REASONS = ["owner wants it later", "not needed after all", "done elsewhere"] as const;

/** What the line asks back before anything is kept. */
export type Asking =
  | {
      kind: "reason";
      question: string;
      reasons: readonly string[];
      /** The word itself has to be typed, or its key touched: a number says nothing. */
      byWord?: boolean;
      /** What was typed as drafts; null where it does not say what is needed, and `hint` tells what would. */
      drafts: (typed: string) => Draft[] | null;
      /** What is asked next, where what was typed leads on to that; nothing is kept before its last answer. */
      then?: (typed: string) => Asking | null;
      hint?: string;
    }
  /** Beyond belief: with what was more likely meant, or none; where that is no better than what was typed Enter takes it. */
  | { kind: "slip"; question: string; corrected: Draft[] | null; better: boolean; drafts: Draft[]; typed: string }
  | { kind: "sure"; question: string; drafts: Draft[] };
/** What is said in the line's place; with what was typed where that was not taken, so that it can be put right. */
export type Said = { tone: "said" | "stop"; text: string; typed?: string };

/** What was said last, kept apart from all else on the screen: a verdict draws its own line anew and nothing more. */
export type LastSaid = {
  now: () => Said | null;
  say: (said: Said | null) => void;
  listen: (told: () => void) => () => void;
};

export function lastSaid(first: Said | null = null): LastSaid {
  let last = first;
  const listeners = new Set<() => void>();
  return {
    now: () => last,
    say: (said) => {
      last = said;
      for (const told of listeners) told();
    },
    listen: (told) => {
      listeners.add(told);
      return () => listeners.delete(told);
    },
  };
}

type Hand = { task: string | null; aim: string | null };
type View = { hand: Hand; asking: Asking | null };

/** What a draft that no line was typed for says, for whoever reads it where it could not be kept. */
function textOf(draft: Draft): string {
  if ("text" in draft) return draft.text;
  if ("reason" in draft && draft.reason !== null) return `${draft.type.replaceAll("_", " ")}: ${draft.reason}`;
  return draft.type.replaceAll("_", " ");
}

/** The item or place that a slot stands for, as it is gone to by number. */
const numberIn = (s: Slot): number | null => {
  if ("item" in s) return s.item;
  return "place" in s ? s.place : null;
};

type NeedsWords = Extract<LineAnswer, { kind: "skip" | "reason" | "worded" | "owner" | "change" }>;

/** What is asked back about an answer that is not whole without more words. */
function askedBack(answer: NeedsWords, nameOf: (s: Slot) => string) {
  switch (answer.kind) {
    case "skip":
      return {
        question:
          answer.slots.length === 1
            ? `Why is ${nameOf(answer.slots[0])} skipped?`
            : `Why are all ${answer.slots.length} places here skipped?`,
        reasons: SKIP_REASONS,
      };
    case "reason":
      return { question: `Why ${answer.draft.decision}? (${answer.because})`, reasons: DECISION_REASONS };
    case "worded":
      return {
        question: `“${answer.draft.words}” is no number. What is it?`,
        reasons: NOT_NUMBERS,
        hint: "1 by feel, 2 inspected and told in words, 3 not known",
      };
    case "owner":
      return {
        question: `${answer.told}. Who agreed, and in which words?`,
        reasons: [],
        hint: "name, a colon, what they said: A. Brand: go ahead",
      };
    case "change":
      return { question: `${answer.undoes} Why?`, reasons: CHANGE_REASONS };
  }
}

/** A reason from a list or in words, as the one draft it stands for. */
const because =
  (reasons: readonly string[], draft: (reason: string) => Draft) =>
  (typed: string): Draft[] | null => {
    const reason = reasonFrom(typed, reasons);
    return reason === null ? null : [draft(reason)];
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
  const [said] = useState(lastSaid);
  const queue = useRef<Promise<void>>(Promise.resolve());
  /** The line in hand as it was typed, with what was answered when it was asked back. */
  const typedNow = useRef("");
  /** The line that is being looked at, alone; none while a key is. */
  const lineNow = useRef("");

  // What the next Enter goes by, ahead of the drawing: fast hands must not answer the question before last.
  const turn = useCallback((change: Partial<View>) => {
    viewNow.current = { ...viewNow.current, ...change };
    setView(viewNow.current);
  }, []);
  /** The same with the rest of the screen, once the verdict is painted. */
  const turnNext = useCallback(
    (change: Partial<View>) => {
      startTransition(() => turn(change));
    },
    [turn],
  );
  const go = useCallback((task: string | null, aim: string | null = null) => turn({ hand: { task, aim } }), [turn]);
  const stop = (text: string): void => said.say({ tone: "stop", text, typed: lineNow.current });

  const keep = useCallback(
    async (drafts: readonly Draft[], at: Task | null, photo?: { id: string; blob: Blob }): Promise<void> => {
      // What stands beside the job if its record should not take this: the line as typed, or what a key stood for.
      const first = drafts[0];
      const text = typedNow.current.trim() || (first ? textOf(first) : "");
      const cautions = cautionDrafts(job.now(), at, actor);
      const answer = await job.submit(
        [...cautions, ...drafts],
        ({ events, state }) => {
          const words = answerSentence(bench, state, events);
          return () => flushSync(() => said.say({ tone: "said", text: words }));
        },
        { text, ...(photo ? { photo } : {}) },
      );
      if (!answer.ok) {
        const lacks = answer.error.lacks;
        const gate = bench.procedure.gates.find(({ id }) => lacks?.what === "gate" && lacks.id === id);
        if (gate?.pass !== "lead" || !actor.roles.includes("lead")) {
          return said.say({ tone: "stop", text: answer.error.message, typed: lineNow.current });
        }
        return turn({
          asking: {
            kind: "reason",
            question: `${answer.error.message} A lead may let it pass: why?`,
            reasons: SIGN_REASONS,
            drafts: because(SIGN_REASONS, (reason) => ({ type: "gate_passed", gate: gate.id, reason })),
          },
        });
      }
      const after = job.now();
      const own = walk(bench, after).find((t) => t.id === viewNow.current.hand.task);
      const stay = own !== undefined && waitingSlots(bench, after, own).length > 0;
      turnNext({ hand: { task: stay ? own.id : null, aim: null } });
    },
    [job, bench, turn, turnNext, actor, said],
  );

  const ask = (asking: Asking): void => {
    said.say(null);
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
    // Places without a number of their own are counted as they stand.
    const numbered = target.slots.some((s) => numberIn(s) !== null);
    const meant = numbered ? target.slots.find((s) => numberIn(s) === item) : target.slots[(item ?? 0) - 1];
    const aim = item === null ? null : (meant?.key ?? null);
    if (item !== null && aim === null) return stop(`${target.title} has no place ${item}.`);
    go(target.id, aim);
  };

  const sign = (point: OpenPoint): void => {
    if (point.hard) return stop(`No signature clears this: ${point.text}.`);
    if (!actor.roles.includes("lead")) return stop("A lead signs for what is left open: ask one to take over.");
    if (point.dated) {
      const told = point.told !== undefined;
      const risk = point.told ? ` that ${point.told}` : " of the risk";
      return ask({
        kind: "reason",
        question: told
          ? `Signing for “${point.text}”. By which day is it looked at again, and who was told${risk}?`
          : `Signing for “${point.text}”. By which day is it done again, and why may it stay until then?`,
        reasons: [],
        hint: told
          ? "2027-04-30 R. Keel: knows it, rides it to the quay only; Esc leaves it"
          : "2027-04-30 and a few words; Esc leaves it",
        drafts: (typed) => {
          const [, on, reason] = /^(\d{4}-\d\d-\d\d)\s+(.+)$/.exec(typed.trim()) ?? [];
          return on && reason ? [{ type: "open_point_signed", key: point.key, reason, on }] : null;
        },
      });
    }
    ask({
      kind: "reason",
      question: `Signing for “${point.text}”. Why may it stay?`,
      reasons: SIGN_REASONS,
      drafts: because(SIGN_REASONS, (reason) => ({ type: "open_point_signed", key: point.key, reason })),
    });
  };

  const dropWork = (work: string, name: string): void =>
    ask({
      kind: "reason",
      question: `Dropping ${name}: its lines stay in the log. Why?`,
      reasons: DROP_REASONS,
      drafts: because(DROP_REASONS, (reason) => ({ type: "work_dropped", work, reason })),
    });

  const releaseWork = (work: string, name: string): void =>
    ask({
      kind: "reason",
      question: `Releasing ${name}: nothing more is taken in it. Type the word ${RELEASE_WORD}.`,
      reasons: [RELEASE_WORD],
      byWord: true,
      hint: `the word ${RELEASE_WORD}; Esc leaves it`,
      drafts: (typed) =>
        typed.trim().toLowerCase() === RELEASE_WORD ? [{ type: "work_released", work, said: RELEASE_WORD }] : null,
    });

  const look = ({ task, asks, done }: SecondLook, well: boolean): void => {
    if (done.by.id === actor.id && bench.hands !== 1) {
      return stop(`${actor.name} did it: another person takes over, looks, and says what they see.`);
    }
    ask({
      kind: "reason",
      question: `${asks}. ${well ? "What do you see?" : "What do you see instead? It is done once more."}`,
      reasons: [],
      hint: "in your own words",
      drafts: (typed) =>
        typed.trim() === "" ? null : [{ type: "second_look", task: task.id, saw: typed.trim(), well }],
    });
  };

  const outcome = (work: string, how: Outcome): void =>
    ask({
      kind: "reason",
      question: `It ${how === "held" || how === "came back" ? how : `is ${how}`}: what does the owner say, and how (phone, message, here)?`,
      reasons: [],
      hint: "his words: phone, no slip since June",
      drafts: (typed) => (typed.trim() === "" ? null : [{ type: "outcome_said", work, how, words: typed.trim() }]),
    });

  const correctTime = (work: string, name: string): void =>
    ask({
      kind: "reason",
      question: `Hands-on time of ${name}, in minutes, and why the log does not tell it?`,
      reasons: [],
      byWord: true,
      hint: "minutes and words: 45 worked on before it was typed",
      drafts: (typed) => {
        const [, minutes = "", reason = ""] = /^\s*(\d{1,4})\s+(\S.*)$/.exec(typed) ?? [];
        return reason === ""
          ? null
          : [{ type: "time_corrected", work, minutes: Number(minutes), reason: reason.trim() }];
      },
    });

  /** What a finding leads to: each way asks for what it needs. */
  const followUp = (concern: Concern, way: FollowUp): void => {
    const plain = { type: "followed_up", event: concern.event, way } as const;
    const none = { meter: null, on: null, count: null, now: null, later: null };
    const about = `${concern.text}.`;
    switch (way) {
      case "put right":
        return ask({
          kind: "reason",
          question: `${about} What was done? It is looked at once more.`,
          reasons: PUT_RIGHT,
          drafts: because(PUT_RIGHT, (words) => ({ ...plain, ...none, words })),
        });
      case "renew":
        return ask({
          kind: "reason",
          question: `${about} How many, and of what, at which place?`,
          reasons: [],
          byWord: true,
          hint: "a number and words: 1 idler, rear left",
          drafts: (typed) => {
            const [, count = "", words = ""] = /^\s*(\d{1,2})\s+(\S.*)$/.exec(typed) ?? [];
            return words === "" ? null : [{ ...plain, ...none, words: words.trim(), count: Number(count) }];
          },
        });
      case "watch":
        return ask({
          kind: "reason",
          question: `${about} Watched until when?`,
          reasons: [],
          byWord: true,
          hint: `the meter (1250), a day (2027-03-01), or next; words may follow: 1250 grease it then`,
          drafts: (typed) => watchOf(typed, { ...plain, ...none }),
        });
      case "leave":
        return ask({
          kind: "reason",
          question: `${about} Who said that it is left, and what was he told?`,
          reasons: [],
          hint: "name and words: A. Brand, told that it may seize",
          drafts: (typed) => (typed.trim().length < 3 ? null : [{ ...plain, ...none, words: typed.trim() }]),
        });
      case "later work":
        return ask({
          kind: "reason",
          question: `${about} Which work, another time? It comes back at the machine’s next job.`,
          reasons: [],
          hint: "the work, and by when it will not wait",
          drafts: (typed) => (typed.trim().length < 3 ? null : [{ ...plain, ...none, words: typed.trim() }]),
        });
      case "ask owner":
        return ask({
          kind: "reason",
          question: `${about} What is the owner asked? First what it costs now and what it costs once it has failed, then what waiting means.`,
          reasons: [],
          byWord: true,
          hint: "two sums and words: 45 220 the wheel locks when it seizes; or words alone",
          drafts: (typed) => askOf(typed, { ...plain, ...none }),
        });
    }
  };

  /** The owner's answer to what he was asked. */
  const ownerSaid = (concern: Concern): void =>
    ask({
      kind: "reason",
      question: `The owner on “${concern.text}”: who, how, and his words?`,
      reasons: [],
      hint: "name, phone: yes, go ahead — or no, not before spring (counter, phone or message)",
      drafts: (typed) => {
        const [, name = "", by = "", answer = "", words = ""] =
          /^\s*([^,]+),\s*(counter|phone|message)\s*:\s*(yes|no)\b[\s,]*(.*)$/iu.exec(typed) ?? [];
        if (name === "") return null;
        const said = words.trim() === "" ? answer : `${answer}, ${words.trim()}`;
        const how = BY_WAYS.find((one) => one === by.toLowerCase()) ?? "phone";
        const agreed = answer.toLowerCase() === "yes";
        return [{ type: "owner_said", event: concern.event, name: name.trim(), by: how, words: said, agreed }];
      },
    });

  const park = (): void =>
    ask({
      kind: "reason",
      question: "Parking this job: why, and until which day if that is known?",
      reasons: PARK_REASONS,
      hint: "a number, or words; a day may come first: 2027-01-15 waits for the shaft",
      drafts: (typed) => {
        const [, on = null, words = ""] = /^\s*(\d{4}-\d{2}-\d{2})?\s*(.*)$/.exec(typed) ?? [];
        const reason = reasonFrom(words, PARK_REASONS);
        return reason === null ? null : [{ type: "job_parked", reason, on }];
      },
    });
  const resume = (): void => inTurn(() => keep([{ type: "job_resumed" }], null));

  /** Ends the job without a release; the statement says what is not proven and what must not be used. */
  const handBack = (): void => {
    if (!actor.roles.includes("lead")) return stop("A lead hands back what is not released: ask one to take over.");
    const standing = standingOf(bench, job.now());
    ask({
      kind: "reason",
      question: `Handing it back, not released. Its sheet begins with: ${standing.join(". ") || "nothing is open"}. Type the words ${HAND_BACK_WORD}, a colon, and what the owner must not do.`,
      reasons: [],
      byWord: true,
      hint: `${HAND_BACK_WORD}: only to be brought in on a trailer; Esc leaves it`,
      drafts: (typed) => {
        const [, words = ""] = /^\s*hand back\s*:\s*(\S.*)$/i.exec(typed) ?? [];
        return words === "" ? null : [{ type: "job_handed_back", said: HAND_BACK_WORD, words: words.trim() }];
      },
    });
  };

  /** Nothing waits any more: Enter signs what is left, then releases. */
  const finish = async (): Promise<void> => {
    const now = job.now();
    const open = unsigned(now, openPoints(bench, now));
    const next = open.find((point) => !point.hard) ?? open[0];
    if (next) return sign(next);
    const works = worksInJob(bench, now);
    const unreleased = works.find(({ id }) => !now.workReleases.has(id));
    if (works.length > 1 && unreleased) return releaseWork(unreleased.id, workName(unreleased));
    const rechecks = rechecksOf(bench, now).length;
    ask({
      kind: "reason",
      question: `Releasing closes this job and makes its sheet${rechecks > 0 ? `; ${rechecks} to be looked at again ${rechecks === 1 ? "is" : "are"} set` : ""}. Type the word ${RELEASE_WORD}.`,
      reasons: [RELEASE_WORD],
      byWord: true,
      hint: `the word ${RELEASE_WORD}; Esc leaves it`,
      drafts: (typed) =>
        typed.trim().toLowerCase() === RELEASE_WORD ? [{ type: "job_released", said: RELEASE_WORD }] : null,
    });
  };

  const reopen = (): void => {
    if (!actor.roles.includes("lead")) return stop("A lead reopens a job that has ended: ask one to take over.");
    ask({
      kind: "reason",
      question:
        "Reopening takes the release back: what it set to be looked at again is withdrawn, its sheet stays under its number. Why?",
      reasons: REOPEN_REASONS,
      drafts: because(REOPEN_REASONS, (reason) => ({ type: "job_reopened", reason })),
    });
  };

  /** Enter: aims by the log as it is at this moment, so that fast hands never hit a place twice. */
  const enter = async (typed: string): Promise<void> => {
    const now = job.now();
    const all = walk(bench, now);
    const { hand, asking } = viewNow.current;
    typedNow.current = asking ? `${typedNow.current}; ${typed}` : typed;
    const chosen = all.find((t) => t.id === hand.task) ?? null;
    const here = chosen ?? nextTask(bench, now, all);
    if (asking?.kind === "reason") {
      const more = asking.then?.(typed);
      if (more) return ask(more);
      const drafts = asking.drafts(typed);
      if (drafts === null) return stop(asking.hint ?? "Give a number from the list, or a few words.");
      turn({ asking: null });
      return keep(drafts, here);
    }
    // Where a place was gone to although it is answered, what stood there makes room; what else that undoes is told first.
    const place = (drafts: readonly Draft[]): Promise<void> | void => {
      const placed = inItsPlace(bench, now, hand.aim, drafts, actor);
      if (placed.undoes === null) return keep(placed.drafts, here);
      ask({ kind: "sure", question: `${placed.undoes} Is it so?`, drafts: placed.drafts });
    };
    if (asking?.kind === "slip") {
      turn({ asking: null });
      const { corrected, better, drafts } = asking;
      if (typed.trim() === "+" && better) return place(corrected ?? drafts);
      if (typed.trim() === "" && !better && corrected) return place(corrected);
      // Enter keeps what was typed, and asks once more; where that was asked already it is read again.
      if (typed.trim() === "" && corrected) return ask({ ...asking, question: asTyped(asking.typed), corrected: null });
      if (typed.trim() === "") return stop("Read it again, and type what it reads. Nothing was kept.");
    }
    if (asking?.kind === "sure") {
      turn({ asking: null });
      if (typed.trim() === "") return keep(asking.drafts, here);
    }
    const waiting = here ? slotsInHand(bench, now, here, chosen !== null, hand.aim) : [];
    const kit = tools(bench, here, here && lastTool(actor.id, here.id));
    const context: LineContext = { bench, state: now, waiting, by: actor, here, aim: hand.aim, ...kit };
    if (here === null && typed.trim() === "") return finish();
    const answer = interpret(typed, context);
    switch (answer.kind) {
      case "drafts":
        return place(answer.drafts);
      case "slip":
        return ask({ ...answer, typed: typed.trim() });
      case "sure": {
        // What a second Enter keeps makes room for itself too.
        const placed = inItsPlace(bench, now, hand.aim, answer.drafts, actor);
        return ask({ ...answer, drafts: placed.drafts });
      }
      case "photo":
        return onPhoto();
      case "tool":
        return otherTool(here, kit);
      case "strike":
        return keep([{ type: "struck", event: answer.event.id }], null);
      case "skip":
      case "reason":
      case "worded":
      case "owner":
      case "change": {
        const asked = askedBack(answer, (s) => slotName(bench, now, s));
        return ask({
          kind: "reason",
          ...asked,
          drafts: (reason) => {
            const drafts = draftsOf(answer, reason);
            return drafts && inItsPlace(bench, job.now(), hand.aim, drafts, actor).drafts;
          },
        });
      }
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

  /** To the place before or after the one aimed at, whether it is answered or not, over the steps. */
  const step = (by: 1 | -1): void => {
    const now = job.now();
    const all = walk(bench, now);
    const { task, aim } = viewNow.current.hand;
    const here = all.find((t) => t.id === task) ?? nextTask(bench, now, all);
    const places = all.flatMap((t) => t.slots.map((s) => ({ task: t.id, key: s.key })));
    const aimed = here ? slotsInHand(bench, now, here, task !== null, aim)[0]?.key : undefined;
    const at = here
      ? places.findIndex((one) => one.task === here.id && one.key === (aimed ?? here.slots[0]?.key))
      : places.length;
    const to = places[at + by];
    if (to) go(to.task, to.key);
  };

  /** Another gauge or wrench of those that can; from then on it lies ready for this person at this step. */
  const otherTool = (here: Task | null, { gauge, wrench, others }: Kit): void => {
    const [next] = others;
    const own = gauge ?? wrench;
    if (here === null || own === null) return stop("None is on file here that can: make it with the key of this step.");
    if (next === undefined) return stop(`${toolName(bench, own)} is the only one here that can.`);
    tookTool(actor.id, here.id, next);
    said.say({ tone: "said", text: `${toolName(bench, next)} from here on` });
  };

  const inTurn = (work: () => Promise<void>): void => {
    queue.current = queue.current
      .then(work)
      .catch((error: unknown) => {
        const why = error instanceof Error ? error.message : String(error);
        stop(
          `That line was not taken: this browser could not put it away (${why}). Make room or open the bench in another browser, then type it again.`,
        );
      })
      .finally(() => {
        lineNow.current = "";
      });
  };

  return {
    ...view,
    said,
    go,
    step,
    otherTool,
    sign,
    reopen,
    dropWork,
    followUp,
    ownerSaid,
    park,
    resume,
    handBack,
    cause: (symptom: string, suspect: string | null) =>
      inTurn(() => keep([{ type: "cause_said", symptom, suspect }], null)),
    tooFar: (entry: string, place: number, how: TooFarWay) =>
      inTurn(() => keep([{ type: "pull_undone", entry, place, how }], null)),
    judge: (point: string) => inTurn(() => keep([{ type: "limit_found", point }], null)),
    ask,
    releaseWork,
    correctTime,
    outcome,
    look,
    say: said.say,
    onEnter: (typed: string) =>
      inTurn(() => {
        lineNow.current = typed;
        return enter(typed);
      }),
    /** Esc: a question of reason is left; a questioned value is kept as it was typed. */
    onCancel: () => {
      const { asking } = viewNow.current;
      turn({ asking: null });
      // Where Enter would have taken a guess, Esc keeps what was typed; where it would not, nothing is kept.
      if (asking?.kind !== "slip" || asking.better) return;
      inTurn(() => {
        const now = job.now();
        const all = walk(bench, now);
        const here = all.find((t) => t.id === viewNow.current.hand.task) ?? nextTask(bench, now, all);
        return keep(asking.drafts, here);
      });
    },
    strike: (event: string) =>
      inTurn(() => {
        typedNow.current = "";
        const now = job.now();
        const line = now.events.find(({ id }) => id === event);
        const answer = line ? strikeOf(bench, now, line) : null;
        if (answer?.kind !== "sure") return keep([{ type: "struck", event }], null);
        ask(answer);
        return Promise.resolve();
      }),
    photo: (blob: Blob, task: Task, caption: string) => {
      const id = newId();
      inTurn(() => {
        typedNow.current = `photo: ${caption}`;
        return keep([{ type: "photo_taken", photo: id, task: task.id, caption }], null, { id, blob });
      });
    },
  };
}

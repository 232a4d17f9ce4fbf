import type { Answer, RefusalData } from "../calculator/index.ts";
import type { Bench } from "../job/bench.ts";
import type { Actor, Body, BodyOf, Draft, DraftOf, JobEvent } from "../job/events.ts";
import type { JobState } from "../job/fold.ts";
import type { Task } from "../job/task.ts";
import type { TaskKind } from "./ids.ts";
import type { Slot, SlotKind, SlotOf, TaskLine } from "./lines.ts";

/** The groups in which open points stand, in their order. */
export const OPEN_GROUPS = [
  "stop work",
  "trouble",
  "take off",
  "measure",
  "decide",
  "build",
  "wait",
  "fit",
  "adjust",
  "tray",
  "torque",
  "prove",
  "look again",
  "not taken",
] as const;

export type OpenGroup = (typeof OPEN_GROUPS)[number];

/** Anything between the job and its release. */
export type OpenPoint = {
  /** Changes when the point changes, so that a signature holds only for what was signed. */
  key: string;
  group: OpenGroup;
  text: string;
  task: string;
  /** No signature clears it: only doing it does. */
  hard: boolean;
  /** Whoever signs for it says by which day it is done again. */
  dated?: true;
  /** Its reason says who was told of the risk, and what they answered; the risk in words, where the procedure says it. */
  told?: string | null;
};

export type LineAnswer =
  | { kind: "drafts"; drafts: Draft[] }
  | { kind: "strike"; event: JobEvent }
  /** Passed over with a reason: one place, or all that waits in the step. */
  | { kind: "skip"; slots: readonly [Slot, ...Slot[]] }
  | { kind: "reason"; draft: Extract<Draft, { type: "decision_taken" }>; because: string }
  /** Words where a number belongs: asked what kind of words they are. */
  | { kind: "worded"; draft: Extract<Draft, { type: "reading_worded" }> }
  /** An estimate is taken with the owner's name and words. */
  | { kind: "owner"; draft: Extract<Draft, { type: "question_answered" }>; told: string }
  /** Another answer than before: what it undoes is told first, and it needs a reason. */
  | { kind: "change"; draft: Extract<Draft, { type: "question_answered" }>; undoes: string }
  | { kind: "again" }
  /**
   * Beyond belief: asked back. `corrected` is what was more likely meant, or null where nothing explains it. Where that
   * would judge it better than what was typed, Enter alone takes neither.
   */
  | { kind: "slip"; question: string; corrected: Draft[] | null; better: boolean; drafts: Draft[] }
  /** Asked once more before it is kept: it cannot be undone, or it looks like another condition. */
  | { kind: "sure"; question: string; drafts: Draft[] }
  | { kind: "photo" }
  /** Another gauge or wrench of those that can. */
  | { kind: "tool" }
  | { kind: "go"; task: number | null; item: number | null }
  | { kind: "next" }
  | { kind: "refused"; message: string };

export type LineContext = {
  bench: Bench;
  state: JobState;
  /** Slots of the task in hand that still wait, from the one aimed at. */
  waiting: readonly Slot[];
  gauge: string | null;
  wrench: string | null;
  by: Actor;
  /** The task in hand, null where nothing waits any more; and the place in it that was gone to on purpose. */
  here: Task | null;
  aim: string | null;
};

/** A line as a kind sees it: with what other answers would undo, in a sentence, or null. */
export type Line = LineContext & {
  undoes: (body: Body) => string | null;
  changes: (question: string, word: string) => string;
};

/** What stands on the bench while a draft is accepted. */
export type Hand = {
  bench: Bench;
  state: JobState;
  tasks: readonly Task[];
  answered: (slot: Slot) => boolean;
  skipped: (slot: Slot) => boolean;
};

/** What the line says that it takes, and the keys that this needs besides figures. */
export type LineHelp = {
  /** What the line takes here, in a few words. */
  hint: string;
  /** Whether a figure may be below nothing, so that the signs need keys. */
  signed: boolean;
  /** Words that a touch adds to the line, so that no letters need be typed with a glove. */
  words: readonly string[];
  /** What lies between such words: a comma where they are a row. */
  between: ", " | " ";
};

/** A procedure worked through on figures of the rehearsal's own: every reading is in the middle of its limits. */
export type Rehearsal = {
  bench: Bench;
  state: JobState;
  /** The figure that every gauge reads where nothing else has to come out. */
  reading: number;
  /** How the machine of this walk is made, and how many there are of what, where that has to be said at the bench. */
  made: Readonly<Record<string, string>>;
  numbers: Readonly<Record<string, number>>;
  /** Whether parts are renewed in this walk, or kept. */
  renew: boolean;
  /** The word said where several work differently: each of them in a walk of its own. */
  one: (key: string, words: readonly string[]) => string;
};

/** How one kind of slot is named, typed at, hinted, and worked through. */
export type SlotRule<K extends SlotKind> = {
  /** What the line aims at, in words: "friction 5, place 2". */
  named: (bench: Bench, state: JobState, slot: SlotOf<K>) => string;
  /** What a typed line means here: drafts, or what is asked back. What may be kept is `accepted`'s to say. */
  drafted: (typed: string, line: Line, slot: SlotOf<K>) => LineAnswer;
  hinted: (
    bench: Bench,
    state: JobState,
    slot: SlotOf<K>,
    waiting: readonly Slot[],
  ) => Partial<LineHelp> & { hint: string };
  /** What a technician who does all well types here. */
  rehearsed: (rehearsal: Rehearsal, slot: SlotOf<K>) => string;
  /** Whether an answer changes which tasks there are: answers, findings, decisions and clocks do, readings do not. */
  shapes: boolean;
  /** Whether what was said answers it, where not everything that is said does. */
  answered?: (bench: Bench, state: JobState, slot: SlotOf<K>) => boolean;
  /** Whether no signature stands for it. */
  hard?: (bench: Bench, slot: SlotOf<K>) => boolean;
  /** Passed over, it still has to be said before a release: no signature stands for that either. */
  saidInTheEnd?: (bench: Bench, slot: SlotOf<K>) => boolean;
  /** Why it may not be passed over, or null. */
  notPassed?: (bench: Bench, slot: SlotOf<K>) => string | null;
  /** Whether what was passed over at this line is asked again by now. */
  askedAnew?: (bench: Bench, state: JobState, slot: SlotOf<K>, passed: JobEvent) => boolean;
  /** What is wrong with what was said, where it is said and not well. */
  mistake?: (bench: Bench, state: JobState, slot: SlotOf<K>) => string | null;
  /** The kind of gauge that it is read with, and the wrenches that it can be pulled with, the one that suits best first. */
  gauge?: (bench: Bench, slot: SlotOf<K>) => string | null;
  wrenches?: (bench: Bench, slot: SlotOf<K>) => readonly string[];
  /** What this person typed last at such a place, to be typed once more. */
  repeated?: (state: JobState, slot: SlotOf<K>, by: string) => string | null;
};

/** What is asked back about a value that nobody believes. */
export type Doubted = {
  question: string;
  /** What was more likely meant, as it would be typed; null where nothing explains it. */
  text: string | null;
  /** The guess would judge it better than what was typed. */
  better: boolean;
};

/** How one type of line is accepted and told. */
export type LineRule<T extends TaskLine> = {
  /** Checks a draft and fills in what it was judged by: the one place where it is accepted or refused. */
  accepted: (hand: Hand, draft: DraftOf<T>) => Answer<Body>;
  /** Several drafts of one line, looked at together once each is accepted: what is missing, or null. */
  together?: (bench: Bench, state: JobState, drafts: readonly DraftOf<T>[]) => RefusalData | null;
  /** The answer given in the line's own place: what, where, how far. */
  said: (bench: Bench, state: JobState, body: BodyOf<T>) => string;
  /** What is said of it once it is struck, where that differs. */
  struck?: (bench: Bench, state: JobState, body: BodyOf<T>) => string;
  /** How bad what it says is: worse is told first; 0 where all is well. */
  badness?: (bench: Bench, state: JobState, body: BodyOf<T>) => number;
  /** The line that speaks for several of one place: the worst of them, by its id. */
  worst?: (bench: Bench, state: JobState, body: BodyOf<T>) => string | null;
  /** Beyond belief: asked back before it is kept. */
  doubted?: (bench: Bench, state: JobState, draft: DraftOf<T>) => Doubted | null;
  /** Asked once more before it is kept, for another reason. */
  sure?: (bench: Bench, state: JobState, draft: DraftOf<T>) => string | null;
};

/** How one kind of task stands among others. */
export type TaskRule = {
  /** What is done in it, in a word or three. */
  word: string;
  /** Where it stands among the open points. */
  open: OpenGroup | ((task: Task) => OpenGroup);
  /** What a late change that reaches past it does to it: undone with its entry, proven again, or left as it is. */
  undone: "with its entry" | "proven again" | "left";
};

/** What is open besides what waits: told by a kind from the whole state. */
export type Look = {
  bench: Bench;
  state: JobState;
  tasks: readonly Task[];
  waiting: (task: Task) => Slot[];
  named: (slot: Slot) => string;
};

/** Everything that a kind of task consists of; a kind that lacks a part does not compile. */
export type Kind<S extends SlotKind, L extends TaskLine, T extends TaskKind> = {
  slots: { [K in S]: SlotRule<K> };
  lines: { [K in L]: LineRule<K> };
  tasks: { [K in T]: TaskRule };
  open: (look: Look) => OpenPoint[];
};

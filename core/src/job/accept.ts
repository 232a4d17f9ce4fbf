import type { Answer, RefusalData } from "../calculator/index.ts";
import { no, yes } from "../task/answers.ts";
import type { Hand } from "../task/kind.ts";
import { isTaskLine, kindOfKey, type TaskLine } from "../task/lines.ts";
import { lineRule, slotRule } from "../task/registry.ts";
import { isAnswered, isSkipped } from "./answered.ts";
import { acceptAgreed, waitsForOwner } from "./agreedSum.ts";
import type { Bench } from "./bench.ts";
import { acceptBack, acceptBesides } from "./besides.ts";
import { acceptCard } from "./cards.ts";
import { acceptFollowUp, acceptOwnersWord, saysWho } from "./concerns.ts";
import { acceptCancelling, acceptHandedBack, acceptParking, firstDone } from "./ended.ts";
import type { Actor, Body, BodyOf, Draft, DraftOf, JobEvent } from "./events.ts";
import { loosenedBy } from "./fixed.ts";
import { foldOn, type JobState, lastDay, slotKeyOf } from "./fold.ts";
import { shutGate } from "./gates.ts";
import { acceptLimit } from "./limitFound.ts";
import { openPoints, unsigned } from "./openPoints.ts";
import { rechecksOf } from "./rechecks.ts";
import { acceptSecondLook } from "./secondLook.ts";
import type { Task } from "./task.ts";
import { acceptTooFar } from "./tooFar.ts";
import { acceptTroubled } from "./trouble.ts";
import { isAnyIn, undoneBy } from "./undone.ts";
import { walk } from "./walk.ts";
import { notDropped, notReleased } from "./works.ts";
import { workName, workOfRow, worksInJob, worksOf } from "./worksOf.ts";

/** Slots that are asked, not done; and those of the machine itself, whichever work asks first. */
const OF_MACHINE = new Set(["word", "many"]);
const ASKED = new Set(["ask", ...OF_MACHINE]);

/** The gate that a draft runs into: what is answered in a task behind a shut gate is refused; questions there are not. */
function gateBefore(bench: Bench, state: JobState, draft: Draft, tasks: readonly Task[]) {
  const key = slotKeyOf(draft);
  if (key === null || ASKED.has(kindOfKey(key))) return null;
  const task = tasks.find((t) => t.slots.some((s) => s.key === key));
  return task ? shutGate(bench, state, task.id) : null;
}

/** The row that a draft is about which answers no slot of it, or null. */
function rowOf({ troubles }: JobState, draft: Draft): string | null {
  if (draft.type === "pull_undone") return draft.entry;
  if (draft.type === "trouble_met") return draft.row;
  if (draft.type !== "trouble_tried" && draft.type !== "trouble_ended") return null;
  return troubles.met.find(({ id }) => id === draft.event)?.body.row ?? null;
}

/** Why nothing more is taken for the work that a draft belongs to, or null: it was dropped, or is released by itself. */
function closedWork(bench: Bench, state: JobState, draft: Draft): string | null {
  if (state.workReleases.size === 0 && state.dropped.size === 0) return null;
  const key = slotKeyOf(draft) ?? "";
  const row = rowOf(state, draft) ?? key.split(":")[1] ?? "";
  const work = OF_MACHINE.has(kindOfKey(key)) ? null : workOfRow(bench, row);
  if (work === null) return null;
  const dropped = state.dropped.get(work.id);
  if (dropped) return `${workName(work)} was dropped: ${dropped.body.reason}. Nothing more is taken in it.`;
  if (!state.workReleases.has(work.id)) return null;
  return `${workName(work)} is released: a lead strikes that line before more is done in it.`;
}

/** What may be said of a machine that stands: what was noted, what the owner said, and how it goes on or ends. */
const WHILE_PARKED = new Set<Draft["type"]>([
  ...(["job_resumed", "job_handed_back", "noted", "owner_said", "photo_taken", "struck"] as const),
  ...(["job_promised", "job_assigned", "job_cancelled", "sum_agreed"] as const),
]);

/** What the counter says too: what it heard from owners, and which job is done when and by whom. */
const AT_THE_COUNTER = new Set<Draft["type"]>([
  ...(["job_promised", "job_assigned", "job_cancelled", "outcome_said", "sum_agreed"] as const),
]);

/** Lines that stand for good: how the job began and ended, and what was shown to whom. */
const FOR_GOOD = new Set<string>([
  ...(["job_opened", "struck", "caution_shown", "job_released", "job_reopened", "work_added", "work_dropped"] as const),
  ...(["job_parked", "job_resumed", "job_handed_back", "job_cancelled", "opening_corrected"] as const),
]);
export const isStrikeable = ({ body }: JobEvent): boolean => !FOR_GOOD.has(body.type);

/** Lines after which something may have to be undone that is done already. */
type MayUndo = BodyOf<
  | "adjust_turned"
  | "question_answered"
  | "finding_recorded"
  | "decision_taken"
  | "figure_taken"
  | "word_said"
  | "number_counted"
  | "struck"
>;

const MAY_UNDO = new Set<Body["type"]>([
  ...(["question_answered", "finding_recorded", "decision_taken", "figure_taken", "struck"] as const),
  ...(["word_said", "number_counted"] as const),
] satisfies readonly MayUndo["type"][]);

/** What a line that is not kept yet would undo, as slots. */
export function undoneIf(bench: Bench, state: JobState, body: Body): string[] {
  if (!MAY_UNDO.has(body.type) || !state.opened || !isAnyIn(state)) return [];
  const { id, at, by } = state.opened;
  // A line of its own, which is never kept: what it brings about is all that counts.
  const line = { id: `${id} ${state.lastNumber + 1}`, number: state.lastNumber + 1, at, by, body };
  return undoneBy(bench, state, foldOn(state, line));
}

/**
 * Checks a draft against the job and fills in what it was judged by, and what it undoes. The one place where an event is
 * accepted or refused, run in the browser before it is shown and on the server before it is kept.
 */
export function complete(bench: Bench, state: JobState, draft: Draft, by: Actor): Answer<Body> {
  const answer = accepted(bench, state, draft, by);
  if (!answer.ok) return answer;
  const undoes = undoneIf(bench, state, answer.value);
  if (answer.value.type === "adjust_turned") undoes.push(...loosenedBy(bench, state, answer.value.step));
  const own = "undoes" in answer.value ? (answer.value.undoes ?? []) : [];
  return undoes.length === 0
    ? answer
    : yes({ ...(answer.value as MayUndo), undoes: [...new Set([...own, ...undoes])] });
}
/** What is wrong with several drafts of one line looked at together, such as half of a pair; or null. */
export function wrongTogether(bench: Bench, state: JobState, drafts: readonly Draft[]): RefusalData | null {
  const types = new Set(drafts.map(({ type }) => type));
  for (const type of types) {
    if (!isTaskLine(type)) continue;
    const own = drafts.filter((draft) => draft.type === type);
    const wrong = lineRule({ type }).together?.(bench, state, own as never);
    if (wrong) return wrong;
  }
  return null;
}

export const isTaskDraft = (draft: Draft): draft is DraftOf<TaskLine> => isTaskLine(draft.type);

/** A draft of a task, by its kind's own rule; behind a shut gate nothing is taken but answers. */
export function acceptedTask(bench: Bench, state: JobState, draft: DraftOf<TaskLine>): Answer<Body> {
  const tasks = walk(bench, state);
  const closed = closedWork(bench, state, draft);
  if (closed !== null) return no("conflict", "$", closed);
  const shut = gateBefore(bench, state, draft, tasks);
  if (shut) {
    const message = `Not yet. ${shut.because}`;
    return { ok: false, error: { code: "conflict", path: "$", message, lacks: { what: "gate", id: shut.id } } };
  }
  const hand: Hand = {
    ...{ bench, state, tasks },
    answered: (s) => isAnswered(bench, state, s),
    skipped: (s) => isSkipped(bench, state, s),
  };
  return lineRule(draft).accepted(hand, draft);
}

/** What came of a work: told by whoever heard it, once the job has ended. */
function acceptedOutcome(bench: Bench, state: JobState, draft: DraftOf<"outcome_said">): Answer<Body> {
  if (!state.released) return no("conflict", "$", "This job has not ended: what came of it is told afterwards.");
  if (!worksInJob(bench, state).some(({ id }) => id === draft.work)) {
    return no("unsupported", "work", "That is no work of this job.");
  }
  return yes(draft);
}

const CLOSED: Record<NonNullable<JobState["released"]>["body"]["type"], string> = {
  job_released:
    "This job is released and closed: a lead reopens it with a reason, or a new one is opened for further work.",
  job_handed_back: "This job was handed back and is closed: a lead reopens it with a reason, or a new one is opened.",
  job_cancelled: "This job was cancelled and is closed: a lead reopens it with a reason, or a new one is opened.",
};

function accepted(bench: Bench, state: JobState, draft: Draft, by: Actor): Answer<Body> {
  if (!state.opened) return no("conflict", "$", "This job has not been opened.");
  // A work that was written down wrongly the counter drops too, while nothing was done for it.
  const counters = AT_THE_COUNTER.has(draft.type) || (draft.type === "work_dropped" && firstDone(state) === undefined);
  if (!by.roles.some((role) => role === "technician" || role === "lead" || (counters && role === "counter"))) {
    const counter = counters ? ", and the counter says this" : "";
    return no("conflict", "$", `Only a technician or a lead works at the bench${counter}: ask one to sign in.`);
  }
  if (draft.type === "outcome_said") return acceptedOutcome(bench, state, draft);
  if (state.released && draft.type !== "job_reopened") return no("conflict", "$", CLOSED[state.released.body.type]);
  if (state.parked && !WHILE_PARKED.has(draft.type)) {
    return no("conflict", "$", `This job is parked: ${state.parked.body.reason}. Go on with it first.`);
  }
  const past = draft.type === "part_fitted" ? waitsForOwner(bench, state, draft.entry) : null;
  if (past !== null) return no("conflict", "entry", past);
  if (isTaskDraft(draft)) return acceptedTask(bench, state, draft);
  const tasks = walk(bench, state);
  switch (draft.type) {
    case "gate_passed": {
      const gate = bench.procedure.gates.find((g) => g.id === draft.gate);
      if (!gate) return no("unsupported", "gate", `"${draft.gate}" is no gate of this job.`);
      if (gate.pass !== "lead") return no("conflict", "gate", `Nobody passes this. ${gate.because}`);
      if (!by.roles.includes("lead")) return no("conflict", "$", "Only a lead lets the work pass a gate.");
      return yes({ ...draft, because: gate.because });
    }
    case "caution_shown": {
      const text = tasks.find((task) => task.id === draft.task)?.caution ?? null;
      if (text === null) return no("unsupported", "task", `"${draft.task}" has no caution.`);
      return yes({ ...draft, text });
    }
    case "photo_taken":
      if (!tasks.some((task) => task.id === draft.task))
        return no("unsupported", "task", `"${draft.task}" is no step of this job.`);
      return yes(draft);
    case "slot_skipped": {
      const open = tasks.flatMap((task) => task.slots).find((s) => s.key === draft.slot);
      if (!open) return no("unsupported", "slot", `"${draft.slot}" is nothing that this job asks for.`);
      if (isAnswered(bench, state, open)) return no("conflict", "slot", "That is answered already: strike it first.");
      const notPassed = slotRule(open).notPassed?.(bench, open) ?? null;
      return notPassed === null ? yes(draft) : no("conflict", "slot", notPassed);
    }
    case "open_point_signed": {
      if (!by.roles.includes("lead")) return no("conflict", "$", "Only a lead signs for an open point.");
      const point = openPoints(bench, state).find((p) => p.key === draft.key);
      if (!point) return no("unsupported", "key", "That point is not open any more: look at the list again.");
      if (point.hard) return no("conflict", "key", `No signature clears this: ${point.text}.`);
      if (point.dated && draft.on === undefined) {
        const message =
          point.told === undefined
            ? `Say by which day it is done again, then why: ${lastDay(state)} and a few words.`
            : `Say by which day it is looked at again, then who was told: ${lastDay(state)} R. Keel: knows it.`;
        return no("missing", "on", message);
      }
      if (point.told !== undefined && !saysWho(draft.reason)) {
        const like = "R. Keel: knows it, rides it to the quay only";
        return no("missing", "reason", `Say who was told of it and what they answered, a colon between: ${like}.`);
      }
      if (draft.on !== undefined && draft.on < lastDay(state)) {
        return no("range", "on", `${draft.on} is past: say ${lastDay(state)} or a day after it.`);
      }
      return yes({ ...draft, text: point.text });
    }
    case "noted":
      return yes(draft);
    case "piece_laid":
      if (!tasks.some((task) => task.id === draft.task))
        return no("unsupported", "task", `"${draft.task}" is no step of this job.`);
      return yes(draft);
    case "piece_back":
      return acceptBack(bench, state, draft);
    case "read_besides":
      return acceptBesides(draft);
    case "struck": {
      const target = state.events.find((event) => event.id === draft.event);
      if (!target) return no("unsupported", "event", "That line is not in this job.");
      if (!isStrikeable(target)) {
        return no("conflict", "event", "That line cannot be struck.");
      }
      if (state.struck.has(draft.event)) return no("conflict", "event", "That line is struck already.");
      if (target.by.id !== by.id && !by.roles.includes("lead")) {
        return no("conflict", "event", `That line is ${target.by.name}'s: they strike it themselves, or a lead does.`);
      }
      return yes(draft);
    }
    case "job_released": {
      const left = unsigned(state, openPoints(bench, state));
      if (left.length > 0) {
        return no(
          "conflict",
          "$",
          `${left.length} open: ${left[0]?.text ?? ""}${left.length > 1 ? " …" : ""}. Clear them, or a lead signs for each.`,
        );
      }
      const unfinished = worksInJob(bench, state).filter(({ id }) => !state.workReleases.has(id));
      if (worksInJob(bench, state).length > 1 && unfinished.length > 0) {
        const names = unfinished.map(workName).join("; ");
        return no("conflict", "$", `Each work is released first, or dropped with its reason: ${names}.`);
      }
      return yes({ type: "job_released", rechecks: rechecksOf(bench, state) });
    }
    case "second_look":
      return acceptSecondLook(bench, state, draft, by);
    case "followed_up":
      return acceptFollowUp(bench, state, draft);
    case "owner_said":
      return acceptOwnersWord(bench, state, draft);
    case "sum_agreed":
      return acceptAgreed(bench, draft);
    case "card_said":
      return acceptCard(bench, draft);
    case "pull_undone": {
      const closed = closedWork(bench, state, draft);
      return closed === null ? acceptTooFar(bench, state, draft) : no("conflict", "$", closed);
    }
    case "trouble_met":
    case "trouble_tried":
    case "trouble_ended": {
      const closed = closedWork(bench, state, draft);
      return closed === null ? acceptTroubled(bench, state, draft) : no("conflict", "$", closed);
    }
    case "limit_found":
      return acceptLimit(bench, state, draft);
    case "time_corrected":
      if (!worksOf(bench).some(({ id }) => id === draft.work))
        return no("unsupported", "work", "That is no work of this job.");
      return yes(draft);
    case "cause_said": {
      const symptom = state.opened.body.symptoms.find(({ key }) => key === draft.symptom);
      if (!symptom) return no("unsupported", "symptom", "That was not said of this machine.");
      const suspect = symptom.suspects.find(({ id }) => id === draft.suspect);
      if (draft.suspect !== null && !suspect) {
        const known = symptom.suspects.map(({ what }) => what).join(", ");
        return no("unsupported", "suspect", `That was not suspected: ${known}, or none of these.`);
      }
      return yes({ ...draft, what: suspect?.what ?? "none of those suspected" });
    }
    case "job_parked":
      return acceptParking(bench, state, draft);
    case "job_promised": {
      const last = lastDay(state);
      if (draft.on !== null && draft.on < last)
        return no("range", "on", `${draft.on} is past: say ${last} or a day after it.`);
      return yes(draft);
    }
    case "job_assigned":
      return yes(draft);
    case "job_cancelled":
      return acceptCancelling(bench, state, draft);
    case "job_resumed":
      return state.parked ? yes(draft) : no("conflict", "$", "This job is not parked.");
    case "job_handed_back":
      if (!by.roles.includes("lead"))
        return no("conflict", "$", "Only a lead hands a machine back that is not released.");
      return acceptHandedBack(bench, state, draft);
    case "work_dropped": {
      const why = notDropped(bench, state, draft.work);
      return why === null ? yes(draft) : no("conflict", "work", why);
    }
    case "work_released": {
      const why = notReleased(bench, state, draft.work);
      return why === null ? yes({ type: "work_released", work: draft.work }) : no("conflict", "work", why);
    }
    case "job_reopened":
      if (!state.released) return no("conflict", "$", "This job has not ended: there is nothing to reopen.");
      if (!by.roles.includes("lead")) return no("conflict", "$", "Only a lead reopens a job that has ended.");
      return yes(draft);
  }
}

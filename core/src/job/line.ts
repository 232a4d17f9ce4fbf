import { refused } from "../task/answers.ts";
import type { LineAnswer, LineContext, LineHelp, LineRule } from "../task/kind.ts";
import type { Slot, TaskLine } from "../task/lines.ts";
import { agreedFrom } from "../task/question/estimate.ts";
import { pointOf, stepOf } from "../procedure/index.ts";
import { loadAsked } from "../task/reading/load.ts";
import { NOT_NUMBERS } from "../task/reading/lines.ts";
import { lineRule, slotRule } from "../task/registry.ts";
import { acceptedTask, isStrikeable, isTaskDraft, undoneIf, wrongTogether } from "./accept.ts";
import type { Bench } from "./bench.ts";
import { changeOf, changeSentence, undoneSentence } from "./change.ts";
import type { Actor, Body, Draft, DraftOf, JobEvent } from "./events.ts";
import { type JobState, slotKeyOf } from "./fold.ts";
import { beforePlace } from "./inItsPlace.ts";
import { oneOf } from "./oneOf.ts";
import { eventSentence } from "./sentences.ts";
import { SKIP_REASONS } from "./skips.ts";
import type { Task } from "./task.ts";
import { walk } from "./walk.ts";

/** Reasons offered by number when a proposal is overruled or a part is left. */
export const DECISION_REASONS = [
  "owner declined",
  "part not to be had",
  "renewed as a precaution",
  "judged by hand and eye",
  "recheck agreed with the owner",
] as const;

/** Reasons offered by number when an answer is changed. */
export const CHANGE_REASONS = [
  "looked again",
  "opened: it is another kind",
  "typed wrongly",
  "owner wants it so",
] as const;

/** A typed reason: the number of an offered one, or words. */
export function reasonFrom(text: string, offered: readonly string[]): string | null {
  const typed = text.trim();
  if (/^\d+$/.test(typed)) return offered[Number(typed) - 1] ?? null;
  return typed === "" ? null : typed;
}

/** The last line by this person that can still be struck; of some places alone where they are given. */
export function lastStrikeable(state: JobState, by: string, keys?: ReadonlySet<string>): JobEvent | null {
  for (let i = state.events.length - 1; i >= 0; i -= 1) {
    const event = state.events[i];
    if (!event || event.by.id !== by || state.struck.has(event.id)) continue;
    if (!isStrikeable(event) || (keys && !keys.has(slotKeyOf(event.body) ?? ""))) continue;
    return event;
  }
  return null;
}

/**
 * What `-` strikes: what stands at the place that was gone to, else the last of this step. Of another step, or of none, it
 * is said which and asked.
 */
function strikeLast({ bench, state, by, here, aim }: LineContext): LineAnswer {
  // At a place that was gone to only what stands there is meant, whoever typed it: whether it may be struck is asked there.
  const stands = aim === null ? undefined : state.bySlot.get(aim)?.at(-1);
  if (stands) return strikeOf(bench, state, stands);
  const own = here === null ? null : lastStrikeable(state, by.id, new Set(here.slots.map(({ key }) => key)));
  const before = lastStrikeable(state, by.id);
  // A note, or what was said of a fastener, is of no place: said last, it is what is meant.
  const loose = before && slotKeyOf(before.body) === null ? before : null;
  const event = loose ?? own;
  if (event) return strikeOf(bench, state, event);
  if (!before) return refused("There is nothing of yours to strike.");
  const answer = strikeOf(bench, state, before);
  if (answer.kind !== "strike") return answer;
  const task = walk(bench, state).find(({ slots }) => slots.some(({ key }) => key === slotKeyOf(before.body)));
  const where = task ? `at step ${task.number}, ${task.title}` : "of the job as a whole";
  const question = `Nothing of yours stands at this step. The last before it is ${where}: “${eventSentence(bench, state, before)}”. Is that to be struck?`;
  return { kind: "sure", question, drafts: [{ type: "struck", event: before.id }] };
}

/** What striking a line comes to: asked once more, and told first, where it undoes what was done after it. */
export function strikeOf(bench: Bench, state: JobState, event: JobEvent): LineAnswer {
  const undoes = undoneIf(bench, state, { type: "struck", event: event.id });
  const told = undoneSentence(bench, state, undoes);
  if (told === null) return { kind: "strike", event };
  const question = `Striking “${eventSentence(bench, state, event)}” undoes more. ${told} Is it to be struck?`;
  return { kind: "sure", question, drafts: [{ type: "struck", event: event.id }] };
}

/** The gauges or the wrenches of a shop that a slot can be answered with, the one that suits best first. */
const toolsOf = (bench: Bench, s: Slot): { gauges: readonly string[]; wrenches: readonly string[] } => {
  const kind = slotRule(s).gauge?.(bench, s);
  const gauges = bench.gauges.filter((g) => g.kind === kind).map(({ id }) => id);
  return { gauges, wrenches: slotRule(s).wrenches?.(bench, s) ?? [] };
};

/** What lies ready for a task, and the others that could be taken instead, the next one first. */
export type Kit = { gauge: string | null; wrench: string | null; others: readonly string[] };

/**
 * The gauge and the wrench that lie ready for a task: the `wanted` one where it can, else the first of the right kind or
 * the one that suits best.
 */
export function tools(bench: Bench, task: Task | null, wanted: string | null = null): Kit {
  const all = (task?.slots ?? []).map((s) => toolsOf(bench, s));
  const gauges = all.find((own) => own.gauges.length > 0)?.gauges ?? [];
  const wrenches = all.find((own) => own.wrenches.length > 0)?.wrenches ?? [];
  const chosen = (able: readonly string[]): string | null => able.find((id) => id === wanted) ?? able[0] ?? null;
  const kit = { gauge: chosen(gauges), wrench: chosen(wrenches) };
  const able = kit.gauge === null ? wrenches : gauges;
  const at = able.indexOf(kit.gauge ?? kit.wrench ?? "");
  return { ...kit, others: [...able.slice(at + 1), ...able.slice(0, Math.max(at, 0))] };
}

/** What a gauge or a wrench of the shop is called; nothing where there is none. */
export const toolName = ({ gauges, wrenches }: Bench, id: string | null): string =>
  [...gauges, ...wrenches].find((one) => one.id === id)?.name ?? "";

/** What is asked back about a line before it is kept. */
type Doubt = { question: string; corrected: Draft[] | null; better: boolean };

/** What a kind says of one of its drafts. */
const ruled = <T>(
  draft: Draft,
  ask: (rule: LineRule<TaskLine>, draft: DraftOf<TaskLine>) => T | null | undefined,
): T | null => (isTaskDraft(draft) ? (ask(lineRule<TaskLine>(draft), draft) ?? null) : null);

/**
 * What is asked back about a line whose values are beyond belief: with the drafts as they were more likely meant, where a
 * known ratio or a point left out explains them and no unit was typed; else only whether it is so. Or null.
 */
function slipIn(bench: Bench, state: JobState, drafts: readonly Draft[]): Doubt | null {
  const asked = drafts.map((draft) => ruled(draft, (rule, d) => rule.doubted?.(bench, state, d)));
  const first = asked.find((q) => q !== null);
  if (!first) return null;
  // One that nothing explains is asked first: the others' guesses must not carry it along.
  const bare = asked.find((q) => q?.text === null);
  if (bare) return { question: bare.question, corrected: null, better: true };
  const corrected = drafts.map((draft, i) => {
    const text = asked[i]?.text;
    return text != null && "text" in draft && draft.type !== "noted" ? { ...draft, text } : draft;
  });
  return { question: first.question, corrected, better: asked.some((q) => q?.better) };
}

/** What is asked when a questioned value is to stay as it was typed: once more, and never by Enter alone. */
export const asTyped = (typed: string): string => `${typed}, as it was typed: is it so?`;
/** What stands against drafts of one kind by its own rule, in a sentence, or null; a gate before them is told as they are sent. */
function refusalOf(bench: Bench, state: JobState, drafts: readonly Draft[]): string | null {
  for (const draft of drafts) {
    if (draft.type !== drafts[0]?.type || !isTaskDraft(draft)) continue;
    const answer = acceptedTask(bench, state, draft);
    if (!answer.ok && answer.error.lacks?.what !== "gate") return answer.error.message;
  }
  return wrongTogether(bench, state, drafts)?.message ?? null;
}

type Standing = { drafts: Draft[]; asks: string | null };

/**
 * Readings with the load and the condition that stand on the screen, where nobody typed them: once somebody has said so in
 * this step they hold for the rest of it, before that one key says so.
 */
function asItStands(drafts: readonly Draft[], { bench, state, by }: LineBy): Standing {
  let asks: string | null = null;
  const whole = drafts.map((draft): Draft => {
    if (draft.type !== "reading_taken" && draft.type !== "adjust_read") return draft;
    const id = draft.type === "reading_taken" ? draft.point : draft.step;
    const at = draft.type === "reading_taken" ? pointOf(bench.procedure, id) : stepOf(bench.procedure, id);
    if (at?.kind !== "measure" && at?.kind !== "adjust") return draft;
    const load = at.under && draft.under == null ? loadAsked(bench, state, at.under) : null;
    const says = "sayCondition" in at && at.sayCondition && draft.condition == null;
    const condition = says ? (at.conditionWord ?? null) : null;
    if (load === null && condition === null) return draft;
    const said = state.events.some(
      ({ id: line, by: whose, body }) => isOfStep(body, draft) && whose.id === by.id && !state.struck.has(line),
    );
    const standing = [load === null ? "" : `under ${load}`, condition ?? ""].filter(Boolean).join(", ");
    if (!said) asks ??= `${draft.text}: ${standing}? Enter says so, for the rest of this step.`;
    return { ...draft, ...(load === null ? {} : { under: load }), ...(condition === null ? {} : { condition }) };
  });
  return { drafts: whole, asks };
}

/** Whether a line reads what a draft reads: the same point found or left, or the same adjustment. */
function isOfStep(body: Body, draft: DraftOf<"reading_taken" | "adjust_read">): boolean {
  if (draft.type === "adjust_read") return body.type === "adjust_read" && body.step === draft.step;
  return body.type === "reading_taken" && body.point === draft.point && body.phase === draft.phase;
}

type LineBy = Pick<LineContext, "bench" | "state" | "by">;

/** What cannot be kept is refused, what nobody believes is asked back; else the line is taken. */
function unlessDoubted(answer: LineAnswer, { bench, state, by }: LineBy): LineAnswer {
  if (answer.kind !== "drafts") return answer;
  const { drafts, asks } = asItStands(answer.drafts, { bench, state, by });
  const refusal = refusalOf(bench, state, drafts);
  if (refusal !== null) return refused(refusal);
  const slip = slipIn(bench, state, drafts);
  if (slip !== null) return { kind: "slip", drafts, ...slip };
  const question = drafts
    .map((draft) => ruled(draft, (rule, d) => rule.sure?.(bench, state, d)))
    .find((q) => q !== null);
  if (question != null) return { kind: "sure", drafts, question };
  return asks === null ? { kind: "drafts", drafts } : { kind: "sure", drafts, question: asks };
}

/**
 * What a line typed at the bench means. Works from the numeric keypad alone: figures and Enter answer; on an empty
 * line `-` strikes the last of this step, `/` skips with a reason, `//` all that waits in the step, `+` goes on, `..` repeats the last reading, `*7` goes to step 7,
 * `*7.4` to its fourth place, `*.4` to the fourth place here; `**` asks again what was answered here. `#` and words
 * note; `@` takes a photo.
 */
export function interpret(typed: string, context: LineContext): LineAnswer {
  const { bench, by } = context;
  const line = typed.trim();
  const aim = context.waiting[0];
  if (line === "-") return strikeLast(context);
  // A place that was gone to although it is answered is answered as if it were not.
  const state = beforePlace(context.state, context.aim, context.by);
  // Enter alone would say yes a second time, to what nobody looked at again.
  if (line === "" && state !== context.state) {
    return refused("It stands as it is: type what is right, - strikes it, + goes on.");
  }
  if (line === "+") return { kind: "next" };
  if (line === "**") return { kind: "again" };
  if (line === "@") return { kind: "photo" };
  if (line.startsWith("#")) {
    const text = line.slice(1).trim();
    return text === "" ? refused("Write the note behind #.") : { kind: "drafts", drafts: [{ type: "noted", text }] };
  }
  const go = /^\*(\d*)(?:\.(\d+))?$/.exec(line);
  if (go && (go[1] || go[2])) {
    return { kind: "go", task: go[1] ? Number(go[1]) : null, item: go[2] ? Number(go[2]) : null };
  }
  if (aim === undefined) return refused("Nothing waits here: + goes to the next.");
  if (line.toLowerCase() === "g" && (slotRule(aim).gauge ?? slotRule(aim).wrenches)) return { kind: "tool" };
  if (line === "/") return { kind: "skip", slots: [aim] };
  if (line === "//") return { kind: "skip", slots: [aim, ...context.waiting.slice(1)] };
  if (line === "..") {
    const text = slotRule(aim).repeated?.(state, aim, by.id) ?? null;
    return text === null ? refused("There is no reading here to repeat.") : interpret(text, context);
  }
  const answer = slotRule(aim).drafted(
    line,
    {
      ...{ ...context, state },
      undoes: (body) => undoneSentence(bench, state, undoneIf(bench, state, body)),
      changes: (question, word) => changeSentence(changeOf(bench, state, question, word)),
    },
    aim,
  );
  return unlessDoubted(answer, { bench, state, by });
}

/** The line that says that a task's caution was shown to this person, before their first answer there; nothing for who does not work there. */
export function cautionDrafts(state: JobState, task: Task | null, { id, roles }: Pick<Actor, "id" | "roles">): Draft[] {
  const works = roles.includes("technician") || roles.includes("lead");
  if (!works || task?.caution == null || state.cautions.has(`${task.id} ${id}`)) return [];
  return [{ type: "caution_shown", task: task.id }];
}

/** The drafts that an answer comes to when nobody is asked back: with this reason where one is needed. */
export function draftsOf(answer: LineAnswer, reason: string): Draft[] | null {
  switch (answer.kind) {
    case "drafts":
    case "slip":
    case "sure":
      return answer.drafts;
    case "strike":
      return [{ type: "struck", event: answer.event.id }];
    case "skip": {
      const because = reasonFrom(reason, SKIP_REASONS);
      if (because === null) return null;
      return answer.slots.map(({ key }) => ({ type: "slot_skipped", slot: key, reason: because }));
    }
    case "reason": {
      const because = reasonFrom(reason, DECISION_REASONS);
      return because === null ? null : [{ ...answer.draft, reason: because }];
    }
    case "worded": {
      const how = oneOf(reason.trim(), NOT_NUMBERS);
      return how === null ? null : [{ ...answer.draft, how }];
    }
    case "owner": {
      const agreed = agreedFrom(reason);
      return agreed === null ? null : [{ ...answer.draft, agreed }];
    }
    case "change": {
      const because = reasonFrom(reason, CHANGE_REASONS);
      return because === null ? null : [{ ...answer.draft, reason: because }];
    }
    case "photo":
    case "tool":
    case "go":
    case "next":
    case "again":
    case "refused":
      return null;
  }
}
/** What the entry line takes at the slot in hand, and the keys that this needs besides figures. */
export function lineHelp(bench: Bench, state: JobState, waiting: readonly Slot[]): LineHelp {
  const aim = waiting[0];
  const plain: LineHelp = { hint: "Enter", signed: false, words: [], between: " " };
  return aim ? { ...plain, ...slotRule(aim).hinted(bench, state, aim, waiting) } : plain;
}

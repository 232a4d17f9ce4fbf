import { DECISIONS, type DecisionWord, entryOf, partOf, pointOf } from "../procedure/index.ts";
import { splitValues } from "../quantity/index.ts";
import type { Bench } from "./bench.ts";
import type { BodyOf, Draft, JobEvent } from "./events.ts";
import type { JobState } from "./fold.ts";
import { judgeItem, proposalFor, verdictSentence } from "./judged.ts";
import type { Slot } from "./slot.ts";
import { stackOffer } from "./stack.ts";
import { bandOf, pullVerdict, torqueSpecFor, wrenchFor } from "./torque.ts";
import { computeStepOf, slotName, type Task } from "./walk.ts";

/** Reasons offered by number when something is skipped; words of one's own are taken too. */
export const SKIP_REASONS = [
  "not reachable now",
  "gauge not at hand",
  "renewed anyway",
  "maker asks for no check",
  "owner declined",
] as const;

/** Reasons offered by number when a proposal is overruled or a part is left. */
export const DECISION_REASONS = [
  "owner declined",
  "part not to be had",
  "renewed as a precaution",
  "judged by hand and eye",
  "recheck agreed with the owner",
] as const;

export type LineAnswer =
  | { kind: "drafts"; drafts: Draft[] }
  | { kind: "strike"; event: JobEvent }
  | { kind: "skip"; slot: Slot }
  | { kind: "reason"; draft: Extract<Draft, { type: "decision_taken" }>; because: string }
  | { kind: "go"; task: number }
  | { kind: "next" }
  | { kind: "refused"; message: string };

const refused = (message: string): LineAnswer => ({ kind: "refused", message });

/** A typed reason: the number of an offered one, or words. */
export function reasonFrom(text: string, offered: readonly string[]): string | null {
  const typed = text.trim();
  if (/^\d+$/.test(typed)) return offered[Number(typed) - 1] ?? null;
  return typed === "" ? null : typed;
}

/** The last line by this person that can still be struck. */
export function lastStrikeable(state: JobState, by: string): JobEvent | null {
  for (let i = state.events.length - 1; i >= 0; i -= 1) {
    const event = state.events[i];
    if (!event || event.by.id !== by || state.struck.has(event.id)) continue;
    if (["job_opened", "struck", "job_released"].includes(event.body.type)) continue;
    return event;
  }
  return null;
}

/** One of several words by its number or its first letters. */
function oneOf(typed: string, words: readonly string[]): string | null {
  if (/^\d+$/.test(typed)) return words[Number(typed) - 1] ?? null;
  const hits = words.filter((word) => word.startsWith(typed.toLowerCase()));
  return hits.length === 1 ? (hits[0] ?? null) : null;
}

/** The gauge and the wrench that lie ready for a task: the first of the right kind, the one that suits best. */
export function tools(bench: Bench, task: Task): { gauge: string | null; wrench: string | null } {
  const first = task.slots[0];
  const point = first?.kind === "read" ? pointOf(bench.procedure, first.point) : undefined;
  const gauge = point?.kind === "measure" ? bench.gauges.find((g) => g.kind === point.gauge) : undefined;
  const entry = first?.kind === "pull" ? entryOf(bench.procedure, first.entry) : undefined;
  const wrench = entry?.kind === "fasteners" ? wrenchFor(bench, entry).best : null;
  return { gauge: gauge?.id ?? null, wrench: wrench?.id ?? null };
}

export type LineContext = {
  bench: Bench;
  state: JobState;
  /** Slots of the task in hand that still wait, from the one aimed at. */
  waiting: readonly Slot[];
  gauge: string | null;
  wrench: string | null;
  by: string;
};

function readSeveral(line: string, { waiting, gauge, bench }: LineContext, aim: Slot & { kind: "read" }): LineAnswer {
  if (gauge === null) {
    const point = pointOf(bench.procedure, aim.point);
    return refused(
      `No gauge of this kind on file (${point?.kind === "measure" ? point.gauge : ""}): add one under Tools and gauges.`,
    );
  }
  const values = splitValues(line);
  if (values.length === 0) return refused("Type the reading, such as 2.94, then Enter.");
  const places = waiting.filter((s): s is Slot & { kind: "read" } => s.kind === "read" && s.point === aim.point);
  if (values.length > places.length) {
    return refused(
      `${values.length} values for ${places.length} places left: nothing is kept. Type at most ${places.length}.`,
    );
  }
  return {
    kind: "drafts",
    drafts: values.map((text, i): Draft => {
      const s = places[i] ?? aim;
      return { type: "reading_taken", point: s.point, item: s.item, place: s.place, phase: s.phase, text, gauge };
    }),
  };
}

function findSeveral(line: string, { waiting, bench }: LineContext, aim: Slot & { kind: "find" }): LineAnswer {
  const point = pointOf(bench.procedure, aim.point);
  if (point?.kind !== "inspect") return refused("Nothing is inspected here.");
  const words = point.findings.map((f) => f.word);
  const typed = line.split(/\s+/).filter((t) => t !== "");
  const offer = words.map((word, i) => `${i + 1} ${word}`).join(", ");
  if (typed.length === 0) return refused(`Say which: ${offer}.`);
  const items = waiting.filter((s): s is Slot & { kind: "find" } => s.kind === "find" && s.point === aim.point);
  if (typed.length > items.length) return refused(`${typed.length} words for ${items.length} left: nothing is kept.`);
  const drafts: Draft[] = [];
  for (const [i, t] of typed.entries()) {
    const word = oneOf(t, words);
    if (word === null) return refused(`"${t}" is not one of: ${offer}.`);
    drafts.push({ type: "finding_recorded", point: point.id, item: items[i]?.item ?? aim.item, word });
  }
  return { kind: "drafts", drafts };
}

function decide(line: string, { bench, state }: LineContext, aim: Slot & { kind: "decide" }): LineAnswer {
  const part = partOf(bench.procedure, aim.part);
  if (!part) return refused("Nothing is decided here.");
  const proposal = proposalFor(bench, state, part, aim.item);
  const word = line === "" ? proposal.decision : (oneOf(line, DECISIONS) as DecisionWord | null);
  if (word === null) {
    const why = line === "" ? `Nothing is proposed (${proposal.because}). ` : "";
    return refused(`${why}Say 1 keep, 2 renew or 3 leave.`);
  }
  if (word === "leave" || word !== proposal.decision) {
    const draft = { type: "decision_taken" as const, part: part.id, item: aim.item, decision: word, reason: null };
    return { kind: "reason", draft, because: proposal.because };
  }
  return {
    kind: "drafts",
    drafts: [{ type: "decision_taken", part: part.id, item: aim.item, decision: word, reason: null }],
  };
}

function takeBuild(line: string, { bench, state }: LineContext, aim: Slot & { kind: "build" }): LineAnswer {
  const step = computeStepOf(bench, aim.step);
  if (!step) return refused("No stack here.");
  const offer = stackOffer(bench, state, step);
  if (!offer.ok) return refused(offer.error.message);
  const choice = line === "" ? 1 : /^\d+$/.test(line) ? Number(line) : 0;
  const build = offer.value.builds[choice - 1];
  if (build) return { kind: "drafts", drafts: [{ type: "build_accepted", step: step.id, counts: build.counts }] };
  if (offer.value.builds.length === 0) return refused(offer.value.reason ?? "No mix of plates fits.");
  return refused(`Say 1 to ${offer.value.builds.length}, or Enter for the first.`);
}

function pull(line: string, { bench, wrench }: LineContext, aim: Slot & { kind: "pull" }): LineAnswer {
  const entry = entryOf(bench.procedure, aim.entry);
  if (entry?.kind !== "fasteners") return refused("Nothing is tightened here.");
  const spec = torqueSpecFor(bench, entry);
  if (!spec) return refused("No torque on file: enter it in the spec book first, with its source.");
  if (wrench === null) return refused(`No wrench here covers ${spec.targetNm} N·m: use a bigger or finer one.`);
  const percent = entry.torque.stagesPercent[aim.pass - 1] ?? 100;
  const text = line === "" ? String(Number(bandOf(spec, percent).aimNm.toFixed(3))) : line;
  return {
    kind: "drafts",
    drafts: [{ type: "torque_applied", entry: entry.id, place: aim.place, pass: aim.pass, text, wrench }],
  };
}

function confirm(line: string, aim: Slot & { kind: "off" | "fit" | "do" }): LineAnswer {
  if (line !== "") return refused("Enter alone confirms; - strikes the last, / skips.");
  if (aim.kind === "off") return { kind: "drafts", drafts: [{ type: "part_removed", entry: aim.entry }] };
  if (aim.kind === "do") return { kind: "drafts", drafts: [{ type: "step_confirmed", step: aim.step }] };
  return { kind: "drafts", drafts: [{ type: "part_fitted", entry: aim.entry, item: aim.item }] };
}

/**
 * What a line typed at the bench means. Works from the numeric keypad alone: figures and Enter answer; on an empty
 * line `-` strikes the last, `/` skips with a reason, `+` goes on, `*7` goes to task 7.
 */
export function interpret(typed: string, context: LineContext): LineAnswer {
  const line = typed.trim();
  const aim = context.waiting[0];
  if (line === "-") {
    const event = lastStrikeable(context.state, context.by);
    return event ? { kind: "strike", event } : refused("There is nothing of yours to strike.");
  }
  if (line === "+") return { kind: "next" };
  if (/^\*\d+$/.test(line)) return { kind: "go", task: Number(line.slice(1)) };
  if (aim === undefined) return refused("Nothing waits here: + goes to the next.");
  if (line === "/") return { kind: "skip", slot: aim };
  switch (aim.kind) {
    case "read":
      return readSeveral(line, context, aim);
    case "find":
      return findSeveral(line, context, aim);
    case "decide":
      return decide(line, context, aim);
    case "build":
      return takeBuild(line, context, aim);
    case "pull":
      return pull(line, context, aim);
    case "off":
    case "fit":
    case "do":
      return confirm(line, aim);
  }
}

function readingSentence(bench: Bench, state: JobState, body: BodyOf<"reading_taken">): string {
  const point = pointOf(bench.procedure, body.point);
  if (point?.kind !== "measure") return body.text;
  const { item, place, phase } = body;
  const name = slotName(bench, state, { kind: "read", key: "", point: point.id, item, place, phase });
  const judged = judgeItem(state, point, item, phase);
  return judged ? `${name}: ${verdictSentence(judged)}` : `${name}: ${body.text} ${body.unit}`;
}

/** The answer given in the line's own place: what, where, how far. */
export function eventSentence(bench: Bench, state: JobState, event: JobEvent): string {
  const { body } = event;
  switch (body.type) {
    case "reading_taken":
      return readingSentence(bench, state, body);
    case "finding_recorded":
      return `${slotName(bench, state, { kind: "find", key: "", point: body.point, item: body.item })}: ${body.word}, ${body.means}`;
    case "decision_taken":
      return `${slotName(bench, state, { kind: "decide", key: "", part: body.part, item: body.item })}: ${body.decision}`;
    case "build_accepted":
      return `stack taken: ${body.heightMm.toFixed(2)} mm, ${body.offTargetMm >= 0 ? "+" : "−"}${Math.abs(body.offTargetMm).toFixed(2)} off target`;
    case "torque_applied": {
      const entry = entryOf(bench.procedure, body.entry);
      const percent = entry?.kind === "fasteners" ? (entry.torque.stagesPercent[body.pass - 1] ?? 100) : 100;
      const verdict = body.spec.kind === "torque" ? pullVerdict(body.valueNm, bandOf(body.spec, percent)) : "";
      const name = slotName(bench, state, {
        kind: "pull",
        key: "",
        entry: body.entry,
        place: body.place,
        pass: body.pass,
      });
      return `${name}: ${body.valueNm.toFixed(1)} N·m, ${verdict}`;
    }
    case "part_removed":
      return `${slotName(bench, state, { kind: "off", key: "", entry: body.entry })}: off`;
    case "part_fitted":
      return `${slotName(bench, state, { kind: "fit", key: "", entry: body.entry, item: body.item })}: in${body.facing ? `, ${body.facing}` : ""}`;
    case "step_confirmed":
      return `${slotName(bench, state, { kind: "do", key: "", step: body.step })}: done`;
    case "slot_skipped":
      return `skipped: ${body.reason}`;
    case "open_point_signed":
      return `signed for: ${body.text}, ${body.reason}`;
    case "struck": {
      const target = state.events.find((e) => e.id === body.event);
      return `struck: ${target ? eventSentenceOfStruck(bench, state, target) : "a line"}`;
    }
    case "noted":
      return `noted: ${body.text}`;
    case "job_opened":
      return `opened: ${body.complaint}`;
    case "job_released":
      return "released";
  }
}

const eventSentenceOfStruck = (bench: Bench, state: JobState, target: JobEvent): string =>
  target.body.type === "reading_taken"
    ? `${target.body.text} at ${slotName(bench, state, { kind: "read", key: "", ...target.body })}`
    : eventSentence(bench, state, target);

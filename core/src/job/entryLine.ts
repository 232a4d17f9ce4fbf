import { equal } from "../calculator/index.ts";
import {
  DECISIONS,
  type DecisionWord,
  entryOf,
  partOf,
  pointOf,
  type Question,
  questionOf,
} from "../procedure/index.ts";
import { quantityParse, splitValues } from "../quantity/index.ts";
import { type Bench, presetOf } from "./bench.ts";
import type { BodyOf, Draft, JobEvent } from "./events.ts";
import { countOf, type JobState, latest } from "./fold.ts";
import { judgeItem, proposalFor, verdictSentence } from "./judged.ts";
import { type Slot, slot } from "./slot.ts";
import { slipIn } from "./slips.ts";
import { stackOffer } from "./stack.ts";
import { packMistake } from "./stackChecks.ts";
import { pickDrafts, stackPick } from "./stackPick.ts";
import { bandOf, pullVerdict, torqueSpecFor, wrenchFor } from "./torque.ts";
import { placesOf } from "./tray.ts";
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
  /** Off by a known unit ratio: asked back; the corrected drafts are one key away. */
  | { kind: "slip"; question: string; corrected: Draft[]; drafts: Draft[] }
  | { kind: "photo" }
  | { kind: "go"; task: number | null; item: number | null }
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
    if (["job_opened", "struck", "job_released", "caution_shown"].includes(event.body.type)) continue;
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
  const first = task.slots.find((s) => s.kind === "read" || s.kind === "pull");
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
  const choice = line === "" ? 1 : (wholeNumber(line) ?? -1);
  if (choice === 0) {
    const pick = stackPick(bench, state, step);
    if (!pick.ok) return refused(pick.error.message);
    if (!pick.value.feasible) return refused(pick.value.reason ?? "No choice of plates fits.");
    return { kind: "drafts", drafts: pickDrafts(bench, step, pick.value) };
  }
  const build = offer.value.builds[choice - 1];
  if (build) return { kind: "drafts", drafts: [{ type: "build_accepted", step: step.id, counts: build.counts }] };
  if (offer.value.builds.length === 0) {
    return refused(`${offer.value.reason ?? "No mix of plates fits."} 0 looks among the used plates too.`);
  }
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

const offerOf = (question: Question): string => question.ways.map((way, i) => `${i + 1} ${way.word}`).join(", ");

function answerQuestion(line: string, { bench }: LineContext, aim: Slot & { kind: "ask" }): LineAnswer {
  const question = questionOf(bench.procedure, aim.question);
  if (!question) return refused("Nothing is asked here.");
  const words = question.ways.map((way) => way.word);
  const word = line === "" ? presetOf(bench, question) : oneOf(line, words);
  if (word === null) return refused(`Say which: ${offerOf(question)}.`);
  return { kind: "drafts", drafts: [{ type: "question_answered", question: question.id, word, reason: null }] };
}

/** Lengths, each with what lay under the head, for one place after the other: "25 25 washer 40". Enter: as the book says. */
function takeOut(line: string, { bench, state, waiting }: LineContext, aim: Slot & { kind: "out" }): LineAnswer {
  const entry = entryOf(bench.procedure, aim.entry);
  if (entry?.kind !== "fasteners") return refused("Nothing comes out here.");
  const book = placesOf(bench, entry, countOf(state, entry.id));
  const asBook = (place: number) => ({
    lengthMm: book[place - 1]?.lengthMm ?? null,
    under: book[place - 1]?.under ?? null,
  });
  const draft = (place: number, found: { lengthMm: number | null; under: string | null }): Draft => ({
    type: "fastener_out",
    entry: entry.id,
    place,
    ...found,
  });
  if (line === "") return { kind: "drafts", drafts: [draft(aim.place, asBook(aim.place))] };
  const places = waiting.filter((s): s is Slot & { kind: "out" } => s.kind === "out" && s.entry === aim.entry);
  const found: { lengthMm: number; under: string | null }[] = [];
  for (const token of line.split(/\s+/)) {
    const last = found[found.length - 1];
    const read = quantityParse({ text: token, kind: "length", unit: "mm" });
    if (read.ok && read.value.valueInBase > 0) found.push({ lengthMm: read.value.valueInBase, under: null });
    else if (last && /^[a-z]/i.test(token)) last.under = last.under === null ? token : `${last.under} ${token}`;
    else return refused(`"${token}" is no length: type 25, or 25 washer, or several: 25 25 40.`);
  }
  if (found.length > places.length) {
    return refused(`${found.length} lengths for ${places.length} places left: nothing is kept.`);
  }
  return { kind: "drafts", drafts: found.map((one, i) => draft(places[i]?.place ?? aim.place, one)) };
}

const wholeNumber = (line: string): number | null => (/^\d+$/.test(line) ? Number(line) : null);

function countPieces(line: string, { state }: LineContext, aim: Slot & { kind: "count" }): LineAnswer {
  // Taken away or put back: as many as there were before; on the way apart as many as there should be.
  const before = latest(state, slot.count(aim.piece, "apart").key, "pieces_counted")?.count;
  const expected = aim.way === "together" ? (before ?? countOf(state, aim.piece)) : countOf(state, aim.piece);
  const count = line === "" ? expected : wholeNumber(line);
  if (count === null) return refused(`Count them: Enter for ${expected}, or the number there is.`);
  return { kind: "drafts", drafts: [{ type: "pieces_counted", piece: aim.piece, way: aim.way, count }] };
}

function checkPack(line: string, aim: Slot & { kind: "check" }): LineAnswer {
  if (line === "" && aim.check !== "facing") {
    return refused(
      aim.check === "count"
        ? "Count them and type both: 9 8."
        : "Type each thickness, outermost first: 1.6 1.6 2 2. The gauge tells, not the list.",
    );
  }
  const values: number[] = [];
  for (const token of line.split(/\s+/).filter((t) => t !== "")) {
    const read = quantityParse({ text: token, kind: "length", unit: "mm" });
    if (!read.ok) return refused(`"${token}" is no number here.`);
    values.push(aim.check === "plates" ? read.value.valueInBase : read.value.value);
  }
  return { kind: "drafts", drafts: [{ type: "pack_checked", step: aim.step, check: aim.check, values }] };
}

function lock(line: string, { bench }: LineContext, aim: Slot & { kind: "lock" }): LineAnswer {
  const entry = entryOf(bench.procedure, aim.entry);
  const castle = entry?.kind === "fasteners" && entry.locking?.kind === "cotter";
  if (line !== "" && !castle) return refused("Enter alone: it is locked.");
  const read = line === "" ? null : quantityParse({ text: line, kind: "angle", unit: "deg" });
  if (read && !read.ok) return refused("Degrees turned past the last slot, such as 20; Enter when a slot lines up.");
  return {
    kind: "drafts",
    drafts: [{ type: "fastener_locked", entry: aim.entry, place: aim.place, pastDeg: read?.value.valueInBase ?? null }],
  };
}

/** Enter confirms; fasteners take a number: so many are off, or in. */
function confirm(
  line: string,
  context: LineContext,
  aim: Slot & { kind: "off" | "fit" | "do" | "start" | "end" },
): LineAnswer {
  const { bench, waiting } = context;
  const entry = aim.kind === "off" || aim.kind === "fit" ? entryOf(bench.procedure, aim.entry) : undefined;
  const count = entry?.kind === "fasteners" ? wholeNumber(line) : null;
  if (line !== "" && count === null) return refused("Enter alone confirms; - strikes the last, / skips.");
  switch (aim.kind) {
    case "off":
      return { kind: "drafts", drafts: [{ type: "part_removed", entry: aim.entry, count }] };
    case "do":
      return { kind: "drafts", drafts: [{ type: "step_confirmed", step: aim.step }] };
    case "start":
      return { kind: "drafts", drafts: [{ type: "wait_started", wait: aim.wait }] };
    case "end":
      return { kind: "drafts", drafts: [{ type: "wait_ended", wait: aim.wait }] };
    case "fit": {
      const byPlace = entry?.kind === "fasteners" && entry.tray === "by place";
      if (!byPlace || count === null) {
        return { kind: "drafts", drafts: [{ type: "part_fitted", entry: aim.entry, item: aim.item, count }] };
      }
      const places = waiting.filter((s): s is Slot & { kind: "fit" } => s.kind === "fit" && s.entry === aim.entry);
      if (count < 1 || count > places.length) return refused(`${places.length} are still out; ${count} cannot be in.`);
      return {
        kind: "drafts",
        drafts: places.slice(0, count).map((s) => ({ type: "part_fitted", entry: s.entry, item: s.item })),
      };
    }
  }
}

/** The last reading typed by this person at the same point, to be recorded again. */
function repeated({ state, by }: LineContext, aim: Slot | undefined): string | null {
  if (aim?.kind !== "read") return null;
  for (let i = state.events.length - 1; i >= 0; i -= 1) {
    const event = state.events[i];
    if (event?.body.type !== "reading_taken" || event.by.id !== by || state.struck.has(event.id)) continue;
    return event.body.point === aim.point ? event.body.text : null;
  }
  return null;
}

/** Asks back where values are off by a known unit ratio; otherwise takes the line as typed. */
function unlessSlipped(answer: LineAnswer, { bench }: LineContext): LineAnswer {
  if (answer.kind !== "drafts") return answer;
  const slip = slipIn(bench, answer.drafts);
  return slip === null ? answer : { kind: "slip", drafts: answer.drafts, ...slip };
}

/**
 * What a line typed at the bench means. Works from the numeric keypad alone: figures and Enter answer; on an empty
 * line `-` strikes the last, `/` skips with a reason, `+` goes on, `..` repeats the last reading, `*7` goes to step 7,
 * `*7.4` to its fourth place, `*.4` to the fourth place here. `#` and words note; `@` takes a photo.
 */
export function interpret(typed: string, context: LineContext): LineAnswer {
  const line = typed.trim();
  const aim = context.waiting[0];
  if (line === "-") {
    const event = lastStrikeable(context.state, context.by);
    return event ? { kind: "strike", event } : refused("There is nothing of yours to strike.");
  }
  if (line === "+") return { kind: "next" };
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
  if (line === "/") return { kind: "skip", slot: aim };
  if (line === "..") {
    const text = repeated(context, aim);
    return text === null ? refused("There is no reading here to repeat.") : interpret(text, context);
  }
  switch (aim.kind) {
    case "ask":
      return answerQuestion(line, context, aim);
    case "out":
      return takeOut(line, context, aim);
    case "count":
      return countPieces(line, context, aim);
    case "check":
      return checkPack(line, aim);
    case "lock":
      return lock(line, context, aim);
    case "read":
      return unlessSlipped(readSeveral(line, context, aim), context);
    case "find":
      return findSeveral(line, context, aim);
    case "decide":
      return decide(line, context, aim);
    case "build":
      return takeBuild(line, context, aim);
    case "pull":
      return unlessSlipped(pull(line, context, aim), context);
    case "off":
    case "fit":
    case "do":
    case "start":
    case "end":
      return confirm(line, context, aim);
  }
}

/** The line that says that a task's caution was shown to this person, before their first answer there; or nothing. */
export function cautionDrafts(state: JobState, task: Task | null, by: string): Draft[] {
  if (task?.caution == null || state.cautions.has(`${task.id} ${by}`)) return [];
  return [{ type: "caution_shown", task: task.id }];
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
    case "caution_shown":
      return `caution shown: ${body.text}`;
    case "question_answered":
      return `${questionOf(bench.procedure, body.question)?.ask ?? body.question} ${body.word}`;
    case "fastener_out":
      return outSentence(bench, state, body);
    case "pieces_counted":
      return `${slotName(bench, state, { kind: "count", key: "", piece: body.piece, way: body.way })}: ${body.count}${body.count === body.expected ? "" : `, should be ${body.expected}`}`;
    case "wait_started":
      return `${slotName(bench, state, { kind: "start", key: "", wait: body.wait })}: the clock runs, ${minutesWords(body.minutes)}`;
    case "wait_ended":
      return `${slotName(bench, state, { kind: "end", key: "", wait: body.wait })}: over`;
    case "pack_checked": {
      const step = computeStepOf(bench, body.step);
      const wrong = step && packMistake(bench, state, step, body.check);
      return wrong
        ? `${wrong.check} wrong: ${wrong.text}`
        : `${body.check === "plates" ? "thicknesses and order" : body.check}: right`;
    }
    case "fastener_locked": {
      const name = slotName(bench, state, { kind: "lock", key: "", entry: body.entry, place: body.place });
      const on = body.tightenedDeg ? `, on by ${Math.round(body.tightenedDeg)}° to the next slot, never back` : "";
      return `${name}: locked by ${body.how}${on}`;
    }
    case "stop_cleared":
      return `cleared for work: ${body.reason}`;
    case "photo_taken":
      return `photo${body.caption ? `: ${body.caption}` : ""}`;
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

/** "45 min", "3 h", "12 h". */
export function minutesWords(minutes: number): string {
  return minutes >= 120 && minutes % 60 === 0 ? `${minutes / 60} h` : `${minutes} min`;
}

function outSentence(bench: Bench, state: JobState, body: BodyOf<"fastener_out">): string {
  const name = slotName(bench, state, { kind: "out", key: "", entry: body.entry, place: body.place });
  const entry = entryOf(bench.procedure, body.entry);
  const book =
    entry?.kind === "fasteners" ? placesOf(bench, entry, countOf(state, entry.id))[body.place - 1] : undefined;
  const odd =
    book?.lengthMm != null && body.lengthMm !== null && !equal(book.lengthMm, body.lengthMm)
      ? `, the book says ${book.lengthMm} mm`
      : "";
  const found = [body.lengthMm === null ? "" : `${body.lengthMm} mm`, body.under ?? ""].filter(Boolean).join(", ");
  return `${name} out${found ? `: ${found}` : ""}${odd}`;
}

const eventSentenceOfStruck = (bench: Bench, state: JobState, target: JobEvent): string =>
  target.body.type === "reading_taken"
    ? `${target.body.text} at ${slotName(bench, state, { kind: "read", key: "", ...target.body })}`
    : eventSentence(bench, state, target);

/** The drafts that an answer comes to when nobody is asked back: with this reason where one is needed. */
export function draftsOf(answer: LineAnswer, reason: string): Draft[] | null {
  switch (answer.kind) {
    case "drafts":
    case "slip":
      return answer.drafts;
    case "strike":
      return [{ type: "struck", event: answer.event.id }];
    case "skip": {
      const because = reasonFrom(reason, SKIP_REASONS);
      return because === null ? null : [{ type: "slot_skipped", slot: answer.slot.key, reason: because }];
    }
    case "reason": {
      const because = reasonFrom(reason, DECISION_REASONS);
      return because === null ? null : [{ ...answer.draft, reason: because }];
    }
    case "photo":
    case "go":
    case "next":
    case "refused":
      return null;
  }
}

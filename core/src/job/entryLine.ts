import { equal } from "../calculator/index.ts";
import {
  DECISIONS,
  type DecisionWord,
  entryOf,
  doStepOf,
  type InspectPoint,
  type MeasurePoint,
  partOf,
  pointOf,
  type Question,
  questionOf,
  stepOf,
} from "../procedure/index.ts";
import { quantityParse, splitValues } from "../quantity/index.ts";
import { roundWords, sideToTighten, suggestTurn, turnOf } from "./adjust.ts";
import { activePoints } from "./applies.ts";
import { type Bench, presetOf } from "./bench.ts";
import { changeOf, changeSentence, undoneSentence } from "./change.ts";
import { undoneIf } from "./complete.ts";
import { figuresWords, workedOut } from "./computed.ts";
import { agreedFrom, estimateFor } from "./estimate.ts";
import { type BodyOf, type Draft, type JobEvent, NOT_NUMBERS } from "./events.ts";
import { countOf, type JobState, latest } from "./fold.ts";
import { loadApart, loadRead } from "./load.ts";
import { offered, oneOf } from "./oneOf.ts";
import { rowMissing } from "./row.ts";
import { judgeItem, proposalFor, verdictSentence } from "./judged.ts";
import { type Slot, slot } from "./slot.ts";
import { elsewhere, slipIn } from "./slips.ts";
import { stackOffer } from "./stack.ts";
import { packMistake } from "./stackChecks.ts";
import { pickDrafts, stackPick } from "./stackPick.ts";
import { bandOf, NO_TORQUE, pullVerdict, torqueSpecFor, wrenchFor } from "./torque.ts";
import { placesOf } from "./tray.ts";
import { verified } from "./verify.ts";
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

/** Reasons offered by number when an answer is changed. */
export const CHANGE_REASONS = [
  "looked again",
  "opened: it is another kind",
  "typed wrongly",
  "owner wants it so",
] as const;

export type LineAnswer =
  | { kind: "drafts"; drafts: Draft[] }
  | { kind: "strike"; event: JobEvent }
  | { kind: "skip"; slot: Slot }
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
    if (["job_opened", "struck", "job_released", "job_reopened", "caution_shown"].includes(event.body.type)) continue;
    return event;
  }
  return null;
}

/** What striking a line comes to: asked once more, and told first, where it undoes what was done after it. */
export function strikeOf(bench: Bench, state: JobState, event: JobEvent): LineAnswer {
  const undoes = undoneIf(bench, state, { type: "struck", event: event.id });
  const told = undoneSentence(bench, state, undoes);
  if (told === null) return { kind: "strike", event };
  const question = `Striking “${eventSentence(bench, state, event)}” undoes more. ${told} Is it to be struck?`;
  return { kind: "sure", question, drafts: [{ type: "struck", event: event.id }] };
}

/** The gauge and the wrench that lie ready for a task: the first of the right kind, the one that suits best. */
export function tools(bench: Bench, task: Task): { gauge: string | null; wrench: string | null } {
  const first = task.slots.find((s) => s.kind === "read" || s.kind === "pull" || s.kind === "adjust");
  const point = first?.kind === "read" ? pointOf(bench.procedure, first.point) : undefined;
  const step = first?.kind === "adjust" ? stepOf(bench.procedure, first.step) : undefined;
  const kind = point?.kind === "measure" ? point.gauge : step?.kind === "adjust" ? step.gauge : null;
  const gauge = bench.gauges.find((g) => g.kind === kind);
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

const noGauge = (kind: string): LineAnswer =>
  refused(`This shop has no ${kind.replaceAll("-", " ")} on file: / skips this with a reason, or say it in words.`);

type InCondition = Pick<MeasurePoint, "name" | "condition" | "conditionWord" | "otherConditions"> & {
  sayCondition?: boolean;
};

/** A line whose last word names another condition than the one that is read in: asked back, never compared. */
function otherCondition(line: string, point: InCondition): { line: string; refusal: string | null } {
  const read = /^(.*\d\S*)\s+([a-z][a-z ]*)$/i.exec(line);
  if (point.sayCondition && !read && /\d/.test(line)) {
    const words = [point.conditionWord ?? "", ...point.otherConditions].join(" or ");
    return { line, refusal: `${line}: ${words}? It means nothing without: type ${line} ${point.conditionWord ?? ""}.` };
  }
  if (!read?.[1] || !read[2] || point.conditionWord === undefined) return { line, refusal: null };
  const said = read[2].toLowerCase();
  const named = (words: string): boolean => words.startsWith(said) || words.split(" ").pop()?.startsWith(said) === true;
  if (named(point.conditionWord)) return { line: read[1], refusal: null };
  const other = point.otherConditions.find(named);
  if (other === undefined) return { line, refusal: null };
  const message = `${read[1]} ${other}: here it is read ${point.condition}. Readings in different conditions are never compared; read it ${point.conditionWord}. Nothing is kept.`;
  return { line: read[1], refusal: message };
}

function readSeveral(line: string, { waiting, gauge, bench }: LineContext, aim: Slot & { kind: "read" }): LineAnswer {
  if (gauge === null) {
    const point = pointOf(bench.procedure, aim.point);
    return noGauge(point?.kind === "measure" ? point.gauge : "");
  }
  const point = pointOf(bench.procedure, aim.point);
  let under: string | null = null;
  if (point?.kind === "measure") {
    const said = otherCondition(line, point);
    if (said.refusal !== null) return refused(said.refusal);
    const apart = loadApart(said.line, point.under);
    // A line of words is no reading: it is asked what kind of words they are.
    const load = /\d/.test(line) ? loadRead(bench, point.under, apart.line, apart.load) : null;
    if (load && !load.ok) return refused(load.error.message);
    line = apart.line;
    under = apart.load;
  }
  if (/^[a-z]{2}/i.test(line)) {
    const { item, place, phase } = aim;
    return {
      kind: "worded",
      draft: { type: "reading_worded", point: aim.point, item, place, phase, how: "by feel", words: line },
    };
  }
  const values = splitValues(line);
  if (values.length === 0) return refused("Type the reading, such as 2.94, then Enter.");
  const places = waiting.filter((s): s is Slot & { kind: "read" } => s.kind === "read" && s.point === aim.point);
  if (values.length > places.length) {
    return refused(
      `${values.length} values for ${places.length} places left: nothing is kept. Type at most ${places.length}.`,
    );
  }
  if (point?.kind === "measure" && point.pair) {
    const own = places.filter((s) => s.item === aim.item);
    const names = point.placeNames?.join(" and ") ?? "both sides";
    if (values.length !== own.length) {
      const one = values.join(" ");
      return refused(
        `${names} belong together: one alone says nothing of the other. Type both, such as ${one} ${one}. Nothing is kept.`,
      );
    }
  }
  return {
    kind: "drafts",
    drafts: values.map((text, i): Draft => {
      const s = places[i] ?? aim;
      const { item, place, phase } = s;
      return { type: "reading_taken", point: s.point, item, place, phase, text, gauge, ...(under ? { under } : {}) };
    }),
  };
}

/** What a word belongs to that another machine would have: a level by a method that this one does not have. */
function elsewhereFound(bench: Bench, state: JobState, point: InspectPoint, typed: string): string {
  const active = activePoints(bench, state);
  const other = bench.procedure.points.find(
    (p): p is InspectPoint =>
      p.kind === "inspect" &&
      p.name === point.name &&
      !active.includes(p) &&
      oneOf(
        typed,
        p.findings.map((f) => f.word),
      ) !== null,
  );
  return other ? ` That is how it is told ${other.ask}; this machine is told ${point.ask}.` : "";
}

function findSeveral(line: string, { waiting, bench, state }: LineContext, aim: Slot & { kind: "find" }): LineAnswer {
  const point = pointOf(bench.procedure, aim.point);
  if (point?.kind !== "inspect") return refused("Nothing is inspected here.");
  const words = point.findings.map((f) => f.word);
  const typed = line.split(/\s+/).filter((t) => t !== "");
  const offer = offered(words);
  if (typed.length === 0) return refused(`Say which: ${offer}.`);
  const items = waiting.filter((s): s is Slot & { kind: "find" } => s.kind === "find" && s.point === aim.point);
  if (typed.length > items.length) return refused(`${typed.length} words for ${items.length} left: nothing is kept.`);
  const drafts: Draft[] = [];
  for (const [i, t] of typed.entries()) {
    const word = oneOf(t, words);
    if (word === null) return refused(`"${t}" is not one of: ${offer}.${elsewhereFound(bench, state, point, t)}`);
    drafts.push({ type: "finding_recorded", point: point.id, item: items[i]?.item ?? aim.item, word });
  }
  return { kind: "drafts", drafts };
}

/** What a decision undoes that was done already, in a sentence; null where it undoes nothing. */
function toldOf(bench: Bench, state: JobState, draft: Extract<Draft, { type: "decision_taken" }>): string | null {
  const body = { ...draft, proposed: null, because: "" };
  return undoneSentence(bench, state, undoneIf(bench, state, body));
}

function decide(line: string, { bench, state }: LineContext, aim: Slot & { kind: "decide" }): LineAnswer {
  const part = partOf(bench.procedure, aim.part);
  if (!part) return refused("Nothing is decided here.");
  const proposal = proposalFor(bench, state, part, aim.item);
  const word = line === "" ? proposal.decision : oneOf<DecisionWord>(line, DECISIONS);
  if (word === null) {
    const why = line === "" ? `Nothing is proposed (${proposal.because}). ` : "";
    return refused(`${why}Say 1 keep, 2 renew or 3 leave.`);
  }
  if (word === "leave" || word !== proposal.decision) {
    const draft = { type: "decision_taken" as const, part: part.id, item: aim.item, decision: word, reason: null };
    const told = toldOf(bench, state, draft);
    return { kind: "reason", draft, because: told === null ? proposal.because : `${proposal.because}. ${told}` };
  }
  const draft = { type: "decision_taken" as const, part: part.id, item: aim.item, decision: word, reason: null };
  const told = toldOf(bench, state, draft);
  return told === null
    ? { kind: "drafts", drafts: [draft] }
    : { kind: "sure", question: `${word}: ${told} Is it so?`, drafts: [draft] };
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
  if (!spec) return refused(NO_TORQUE);
  if (wrench === null) return refused(`No wrench here covers ${spec.targetNm} N·m: use a bigger or finer one.`);
  const percent = entry.torque.stagesPercent[aim.pass - 1] ?? 100;
  const text = line === "" ? String(Number(bandOf(spec, percent).aimNm.toFixed(3))) : line;
  return {
    kind: "drafts",
    drafts: [{ type: "torque_applied", entry: entry.id, place: aim.place, pass: aim.pass, text, wrench }],
  };
}

const offerOf = (question: Question): string => offered(question.ways.map((way) => way.word));

function answerQuestion(line: string, { bench, state }: LineContext, aim: Slot & { kind: "ask" }): LineAnswer {
  const question = questionOf(bench.procedure, aim.question);
  if (!question) return refused("Nothing is asked here.");
  const words = question.ways.map((way) => way.word);
  const word = line === "" ? presetOf(bench, question) : oneOf(line, words);
  const way = question.ways.find((w) => w.word === word);
  if (word === null || !way) return refused(`Say which: ${offerOf(question)}.`);
  const draft = { type: "question_answered" as const, question: question.id, word, reason: null };
  const estimate = question.kind === "estimate" ? estimateFor(bench, state, way) : null;
  if (estimate) return { kind: "owner", draft, told: `${word}, ${estimate.total} ${estimate.currency}` };
  const before = latest(state, aim.key, "question_answered");
  if (before?.word === word) return refused(`It is ${word} already: + goes on.`);
  if (before) {
    const undoes = changeSentence(changeOf(bench, state, question.id, word));
    return { kind: "change", draft, undoes: `${before.word} becomes ${word}. ${undoes}` };
  }
  return { kind: "drafts", drafts: [draft] };
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

/** A reading, then how far it was turned, then a reading again; Enter takes what is suggested. */
function adjust(line: string, { bench, state, gauge }: LineContext, aim: Slot & { kind: "adjust" }): LineAnswer {
  const step = stepOf(bench.procedure, aim.step);
  if (step?.kind !== "adjust") return refused("Nothing is adjusted here.");
  if (turnOf(state, step.id) === "turn") {
    const suggested = suggestTurn(state, step);
    const read = /^([+-]?\d+(?:[.,]\d+)?)(?:\s+(\S+))?$/.exec(line);
    const amount = line === "" ? suggested : read?.[1] ? Number(read[1].replace(",", ".")) : null;
    const how = `How far was it turned, in ${step.turn.unit}? Plus for ${step.turn.what}, minus for back`;
    if (amount === null) return refused(step.sides ? `${how}, and on which side: +0.5 ${step.sides[0]}.` : `${how}.`);
    if (step.turn.sayDirection && line !== "" && amount !== 0 && !/^[+-]/.test(line)) {
      return refused(`${line}: which way? +${line} is ${step.turn.what}, -${line} is back.`);
    }
    // Enter takes what is suggested, on the side to tighten.
    const said = line === "" ? sideToTighten(state, step) : (read?.[2] ?? "");
    const side = step.sides ? oneOf(said ?? "", step.sides) : null;
    if (step.sides && side === null && amount !== 0) {
      return refused(`${line}: on which side? Type ${line} ${step.sides[0]} or ${line} ${step.sides[1]}.`);
    }
    return { kind: "drafts", drafts: [{ type: "adjust_turned", step: step.id, amount, ...(side ? { side } : {}) }] };
  }
  if (gauge === null) return noGauge(step.gauge);
  const said = otherCondition(line, { ...step, name: step.title });
  if (said.refusal !== null) return refused(said.refusal);
  if (said.line === "") return refused("Measure, and type what it reads.");
  const { line: reading, load: under } = loadApart(said.line, step.under);
  const load = loadRead(bench, step.under, reading, under);
  if (!load.ok) return refused(load.error.message);
  if (step.sides && splitValues(reading).length !== 2) {
    return refused(`${step.sides.join(" and ")} belong together: type both, such as 12 14. Nothing is kept.`);
  }
  return {
    kind: "drafts",
    drafts: [{ type: "adjust_read", step: step.id, text: reading, gauge, ...(under ? { under } : {}) }],
  };
}

function verify(line: string, { bench, state }: LineContext, aim: Slot & { kind: "verify" }): LineAnswer {
  const step = stepOf(bench.procedure, aim.step);
  if (step?.kind !== "verify") return refused("Nothing is checked here.");
  const answer = verified(bench, state, step, line);
  if (!answer.ok) return refused(answer.error.message);
  return { kind: "drafts", drafts: [{ type: "step_verified", step: step.id, typed: line }] };
}

function takeFigure(line: string, { bench, state }: LineContext, aim: Slot & { kind: "compute" }): LineAnswer {
  const worked = workedOut(bench, state, aim.step, line);
  if (!worked.ok) return refused(worked.error.message);
  return { kind: "drafts", drafts: [{ type: "figure_taken", step: aim.step, typed: line }] };
}

/** What cannot be undone is asked once more, with what must be true before. */
const unlessForGood = (drafts: Draft[], irreversible: string | undefined): LineAnswer =>
  irreversible === undefined
    ? { kind: "drafts", drafts }
    : { kind: "sure", question: `This cannot be undone. ${irreversible}`, drafts };

/** Enter confirms; fasteners take a number: so many are off, or in. */
function confirm(
  line: string,
  context: LineContext,
  aim: Slot & { kind: "off" | "fit" | "do" | "start" | "end" },
): LineAnswer {
  const { bench, waiting } = context;
  const entry = aim.kind === "off" || aim.kind === "fit" ? entryOf(bench.procedure, aim.entry) : undefined;
  const count = entry?.kind === "fasteners" ? wholeNumber(line) : null;
  // How it lay may be said in words as it comes off.
  const noted = aim.kind === "off" && entry?.kind === "part" && /^[a-z]/i.test(line) ? line : null;
  if (line !== "" && count === null && noted === null) {
    return refused("Enter alone confirms; - strikes the last, / skips.");
  }
  const unsaid = aim.kind === "off" ? rowMissing(entry, noted) : null;
  if (unsaid !== null) return refused(unsaid);
  switch (aim.kind) {
    case "off":
      return unlessForGood([{ type: "part_removed", entry: aim.entry, count, noted }], entry?.apart.irreversible);
    case "do":
      return unlessForGood(
        [{ type: "step_confirmed", step: aim.step }],
        doStepOf(bench.procedure, aim.step)?.irreversible,
      );
    case "start":
      return { kind: "drafts", drafts: [{ type: "wait_started", wait: aim.wait }] };
    case "end":
      return { kind: "drafts", drafts: [{ type: "wait_ended", wait: aim.wait }] };
    case "fit": {
      const byPlace = entry?.kind === "fasteners" && entry.tray === "by place";
      if (!byPlace || count === null) {
        const draft = { type: "part_fitted" as const, entry: aim.entry, item: aim.item, count };
        return unlessForGood([draft], entry?.together.irreversible);
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

/** Asks back where values are off by a known unit ratio, or where they belong to another condition; else takes the line. */
function unlessSlipped(answer: LineAnswer, { bench, state }: LineContext): LineAnswer {
  if (answer.kind !== "drafts") return answer;
  const slip = slipIn(bench, state, answer.drafts);
  if (slip !== null) return { kind: "slip", drafts: answer.drafts, ...slip };
  const question = elsewhere(bench, state, answer.drafts);
  return question === null ? answer : { kind: "sure", drafts: answer.drafts, question };
}

/**
 * What a line typed at the bench means. Works from the numeric keypad alone: figures and Enter answer; on an empty
 * line `-` strikes the last, `/` skips with a reason, `+` goes on, `..` repeats the last reading, `*7` goes to step 7,
 * `*7.4` to its fourth place, `*.4` to the fourth place here; `**` asks again what was answered here. `#` and words
 * note; `@` takes a photo.
 */
export function interpret(typed: string, context: LineContext): LineAnswer {
  const line = typed.trim();
  const aim = context.waiting[0];
  if (line === "-") {
    const event = lastStrikeable(context.state, context.by);
    return event ? strikeOf(context.bench, context.state, event) : refused("There is nothing of yours to strike.");
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
    case "adjust":
      return unlessSlipped(adjust(line, context, aim), context);
    case "verify":
      return verify(line, context, aim);
    case "compute":
      return takeFigure(line, context, aim);
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

function pullVerdictOf(bench: Bench, body: BodyOf<"torque_applied">): string {
  const entry = entryOf(bench.procedure, body.entry);
  const percent = entry?.kind === "fasteners" ? (entry.torque.stagesPercent[body.pass - 1] ?? 100) : 100;
  return body.spec.kind === "torque" ? pullVerdict(body.valueNm, bandOf(body.spec, percent)) : "";
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
      const verdict = pullVerdictOf(bench, body);
      const name = slotName(bench, state, {
        kind: "pull",
        key: "",
        entry: body.entry,
        place: body.place,
        pass: body.pass,
      });
      return `${name}: ${body.valueNm.toFixed(1)} N·m, ${verdict}`;
    }
    case "reading_worded": {
      const { point, item, place, phase } = body;
      return `${slotName(bench, state, { kind: "read", key: "", point, item, place, phase })}: ${body.how}, ${body.words}`;
    }
    case "step_verified": {
      const name = slotName(bench, state, { kind: "verify", key: "", step: body.step });
      return `${name}: ${body.typed}, ${body.expected === null ? "no figure to compare with" : "right"}`;
    }
    case "adjust_read":
    case "adjust_turned": {
      const step = stepOf(bench.procedure, body.step);
      if (step?.kind !== "adjust") return body.step;
      return `${step.title.toLowerCase()}: ${roundWords(step, body)}`;
    }
    case "figure_taken": {
      const what = figuresWords({ figures: body.figures, step: stepOf(bench.procedure, body.step) });
      return `${slotName(bench, state, { kind: "compute", key: "", step: body.step })}: ${what}`;
    }
    case "gate_passed":
      return `let pass by a lead: ${body.reason}`;
    case "caution_shown":
      return `caution shown: ${body.text}`;
    case "question_answered":
      return `${questionOf(bench.procedure, body.question)?.ask ?? body.question} ${body.word}${
        body.agreed
          ? `: ${body.agreed.name}, “${body.agreed.wording}”, ${body.estimate?.total ?? ""} ${body.estimate?.currency ?? ""}`
          : ""
      }${body.reason ? `, changed because ${body.reason}` : ""}`;
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
      return `${slotName(bench, state, { kind: "off", key: "", entry: body.entry })}: off${body.noted ? `, ${body.noted}` : ""}`;
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
    case "job_reopened":
      return `reopened: ${body.reason}`;
  }
}

/** How bad what a line says is: worse is told first; 0 where all is well. */
function badnessOf(bench: Bench, state: JobState, { body }: JobEvent): number {
  switch (body.type) {
    case "reading_taken": {
      const point = pointOf(bench.procedure, body.point);
      const judged = point?.kind === "measure" ? judgeItem(state, point, body.item, body.phase) : null;
      if (judged === null) return 0;
      return judged.verdict === null ? 1 : { new: 0, serviceable: 0, near: 2, undecided: 3, past: 4 }[judged.verdict];
    }
    case "finding_recorded":
      return { keep: 0, watch: 2, renew: 4, stop: 5 }[body.leads ?? "keep"];
    case "torque_applied":
      return body.spec.kind === "torque" && pullVerdictOf(bench, body) !== "in band" ? 4 : 0;
    case "fastener_out":
      return outSentence(bench, state, body).includes("the book says") ? 4 : 0;
    default:
      return 0;
  }
}

/**
 * The answer to one line, however much it took: of several, every place that is not well is named, the worst first and by
 * its own name; where all are well the last one speaks. Places of one item are one sentence.
 */
export function answerSentence(bench: Bench, state: JobState, events: readonly JobEvent[]): string {
  const own = events.filter(({ body }) => body.type !== "caution_shown");
  const last = own[own.length - 1];
  if (!last) return "";
  if (own.length === 1) return eventSentence(bench, state, last);
  const bad = own
    .map((event) => ({ event, weight: badnessOf(bench, state, event) }))
    .filter(({ weight }) => weight > 0)
    .sort((a, b) => b.weight - a.weight);
  const told = new Set<string>();
  const sentences = bad.flatMap(({ event }) => {
    const { body } = event;
    const item = "point" in body && "item" in body ? `${body.point} ${body.item}` : event.id;
    if (told.has(item)) return [];
    told.add(item);
    return [eventSentence(bench, state, worstPlace(bench, state, event))];
  });
  const taken = `${own.length} taken`;
  return sentences.length === 0
    ? `${taken}; ${eventSentence(bench, state, last)}`
    : `${taken}. Not well: ${sentences.join("; ")}`;
}

/** The line of the place that speaks for a reading's item: the worst one, under its own name. */
function worstPlace(bench: Bench, state: JobState, event: JobEvent): JobEvent {
  if (event.body.type !== "reading_taken") return event;
  const point = pointOf(bench.procedure, event.body.point);
  const judged = point?.kind === "measure" ? judgeItem(state, point, event.body.item, event.body.phase) : null;
  const worst = judged?.readings.find(({ body }) => equal(body.valueInBase, judged.value));
  return worst ? (state.events.find(({ id }) => id === worst.id) ?? event) : event;
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
    case "sure":
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
    case "go":
    case "next":
    case "again":
    case "refused":
      return null;
  }
}

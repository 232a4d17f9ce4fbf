import { type Answer, type RefusalCode } from "../calculator/index.ts";
import { fastenerCastle } from "../fastener/index.ts";
import {
  entryOf,
  partOf,
  pieceOf,
  pointOf,
  questionOf,
  type MeasurePoint,
  phaseOfStage,
  stepOf,
  type WaitStep,
  waitStepsOf,
} from "../procedure/index.ts";
import { quantityParse, splitValues } from "../quantity/index.ts";
import { aimOf, suggestTurn, turnOf } from "./adjust.ts";
import { activeSpine, facingOf, limitAt, stopsOf, wayOf } from "./applies.ts";
import { type Bench, presetOf, specFor } from "./bench.ts";
import { workedOut } from "./computed.ts";
import { estimateFor } from "./estimate.ts";
import type { Actor, Body, BodyOf, Draft } from "./events.ts";
import { countOf, fold, type JobState, slotKeyOf } from "./fold.ts";
import { shutGate } from "./gates.ts";
import { proposalFor } from "./judged.ts";
import { loadRead } from "./load.ts";
import { openPoints, unsigned } from "./openPoints.ts";
import { rechecksOf } from "./rechecks.ts";
import { rowMissing } from "./row.ts";
import { slot } from "./slot.ts";
import { asLayers, layersOf, layPlates, packOf, stackOffer } from "./stack.ts";
import { bandOf, NO_TORQUE, torqueSpecFor } from "./torque.ts";
import { undoneBy } from "./undone.ts";
import { verified } from "./verify.ts";
import { computeStepOf, isAnswered, isSkipped, type Task, walk } from "./walk.ts";

const no = (code: RefusalCode, path: string, message: string): Answer<never> => ({
  ok: false,
  error: { code, path, message },
});
const yes = (value: Body): Answer<Body> => ({ ok: true, value });

type Of<T extends Draft["type"]> = Extract<Draft, { type: T }>;

/** The point that is read at a place, or what is wrong with the place. */
function placeRead(
  bench: Bench,
  state: JobState,
  draft: Of<"reading_taken"> | Of<"reading_worded">,
): Answer<MeasurePoint> {
  const point = pointOf(bench.procedure, draft.point);
  if (point?.kind !== "measure")
    return no("unsupported", "point", `"${draft.point}" is no measured point of this job.`);
  const part = partOf(bench.procedure, point.on);
  const count = part ? countOf(state, part.id) : 1;
  if (draft.item > count) return no("range", "item", `There are ${count} here; ${draft.item} is not one of them.`);
  if (draft.phase === "found" && phaseOfStage(point.stage) === "left")
    return no("range", "phase", `${point.name} is read as left.`);
  const renewed = draft.phase === "left" && point.stage === "bench" && !point.again;
  const places = renewed ? Math.max(1, point.placesNew) : point.places;
  if (draft.place > places)
    return no("range", "place", `${point.name} has ${places} places; ${draft.place} is not one.`);
  return { ok: true, value: point };
}

/** A word where no number can be had: kept as what it is, judged by nothing. */
function completeWorded(bench: Bench, state: JobState, draft: Of<"reading_worded">): Answer<Body> {
  const point = placeRead(bench, state, draft);
  return point.ok ? yes(draft) : point;
}

function completeReading(bench: Bench, state: JobState, draft: Of<"reading_taken">): Answer<Body> {
  const placed = placeRead(bench, state, draft);
  if (!placed.ok) return placed;
  const point = placed.value;
  const gauge = bench.gauges.find((g) => g.id === draft.gauge);
  if (!gauge) return no("unsupported", "gauge", `"${draft.gauge}" is no gauge of this shop.`);
  const read = quantityParse({ text: draft.text, kind: point.quantity, unit: gauge.unit });
  if (!read.ok) return read;
  if (read.value.valueInBase < 0 && !point.signed) return no("range", "text", `${point.name} cannot be below 0.`);
  const under = loadRead(bench, point.under, draft.text, draft.under ?? null);
  if (!under.ok) return under;
  return yes({
    ...draft,
    ...{ value: read.value.value, unit: read.value.unit, valueInBase: read.value.valueInBase },
    gauge,
    spec: limitAt(bench, state, point).spec,
    under: under.value,
  });
}

function completeFinding(bench: Bench, state: JobState, draft: Of<"finding_recorded">): Answer<Body> {
  const point = pointOf(bench.procedure, draft.point);
  if (point?.kind !== "inspect")
    return no("unsupported", "point", `"${draft.point}" is no inspected point of this job.`);
  const count = countOf(state, point.on);
  if (draft.item > count) return no("range", "item", `There are ${count} here; ${draft.item} is not one of them.`);
  const finding = point.findings.find((f) => f.word === draft.word);
  if (!finding) {
    return no(
      "range",
      "word",
      `"${draft.word}" is not a word here: one of ${point.findings.map((f) => f.word).join(", ")}.`,
    );
  }
  return yes({ ...draft, means: finding.means, leads: finding.leads });
}

function completeDecision(bench: Bench, state: JobState, draft: Of<"decision_taken">): Answer<Body> {
  const part = partOf(bench.procedure, draft.part);
  if (!part?.decision) return no("unsupported", "part", `Nothing is decided about "${draft.part}".`);
  const each = part.decision.scope === "each";
  if (each ? draft.item < 1 || draft.item > countOf(state, part.id) : draft.item !== 0) {
    return no(
      "range",
      "item",
      each ? `${part.name} are decided one by one.` : `${part.name} are decided as a set: item 0.`,
    );
  }
  const proposal = proposalFor(bench, state, part, draft.item);
  if (draft.reason === null && (draft.decision === "leave" || draft.decision !== proposal.decision)) {
    const said = proposal.decision === null ? "nothing is proposed" : `the proposal is ${proposal.decision}`;
    return no("missing", "reason", `Say why: ${said} (${proposal.because}).`);
  }
  return yes({ ...draft, proposed: proposal.decision, because: proposal.because });
}

function completeBuild(bench: Bench, state: JobState, draft: Of<"build_accepted">): Answer<Body> {
  const step = computeStepOf(bench, draft.step);
  if (!step) return no("unsupported", "step", `"${draft.step}" is no stack of this job.`);
  const offer = stackOffer(bench, state, step);
  if (!offer.ok) return offer;
  const wanted = JSON.stringify(Object.entries(draft.counts).sort());
  const build = [...offer.value.builds, ...(offer.value.nearest ? [offer.value.nearest] : [])].find(
    (b) => JSON.stringify(Object.entries(b.counts).sort()) === wanted,
  );
  const spec = specFor(bench, step.spec);
  if (!build || !spec)
    return no("range", "counts", "That mix is not one of the ways offered: choose again from the list.");
  return yes({
    ...draft,
    ...asLayers(step, offer.value.input.fixed, layPlates(step, offer.value.input, build.counts)),
    heightMm: build.heightMm,
    offTargetMm: build.offTargetMm,
    spec,
  });
}

/** Parts go in from the inside out; each needs those below it in, its decisions taken and its stack built. */
function completeFit(bench: Bench, state: JobState, draft: Of<"part_fitted">, tasks: readonly Task[]): Answer<Body> {
  const spine = activeSpine(bench, state);
  const entry = spine.find((e) => e.id === draft.entry);
  if (!entry) return no("unsupported", "entry", `"${draft.entry}" is no part of this job.`);
  const own = tasks.find((task) => task.id === `fit:${entry.id}`);
  const place = own?.slots.findIndex((s) => s.key === slot.fit(entry.id, draft.item).key) ?? -1;
  if (!own || place < 0)
    return no("range", "item", `${entry.name} has ${own?.slots.length ?? 0} to fit; ${draft.item} is not one.`);
  if (isAnswered(bench, state, slot.fit(entry.id, draft.item)))
    return no("conflict", "item", `${entry.name} ${draft.item} is in already.`);

  const within = new Set(entry.kind === "pack" ? entry.layers.map((layer) => layer.id) : [entry.id]);
  const inner = new Set(spine.slice(spine.indexOf(entry) + 1).map((e) => `fit:${e.id}`));
  const before = tasks.filter(
    (task) =>
      inner.has(task.id) ||
      (task.kind === "decide" && within.has(task.id.replace("decide:", ""))) ||
      (["build", "check", "wait"].includes(task.kind) && task.entry === entry.id),
  );
  // Bolts with places of their own go in where the hand is; plates and parts in their order.
  const earlier = entry.kind === "fasteners" ? own.slots.filter((s) => s.kind === "ask") : own.slots.slice(0, place);
  const open = [...before.flatMap((task) => task.slots), ...earlier].find(
    (s) => !isAnswered(bench, state, s) && !isSkipped(bench, state, s),
  );
  if (open) {
    const task = tasks.find((t) => t.slots.includes(open));
    return no(
      "conflict",
      "entry",
      `${entry.name} cannot go in yet: first ${task?.title.toLowerCase() ?? "what lies below it"}.`,
    );
  }
  if (draft.count != null && entry.kind !== "fasteners")
    return no("conflict", "count", "Only fasteners are counted in.");
  const facing =
    entry.kind === "part"
      ? facingOf(bench, state, entry)
      : entry.kind === "pack"
        ? facingInPack(bench, state, entry.id, draft.item)
        : null;
  return yes({ ...draft, facing, count: draft.count ?? null });
}

/** Facing words of the plate that goes in as number `item`, counted from the inside. */
export function facingInPack(bench: Bench, state: JobState, pack: string, item: number): string | null {
  const entry = entryOf(bench.procedure, pack);
  if (entry?.kind !== "pack") return null;
  const [outer, inner] = entry.layers.map((layer) => countOf(state, layer.id));
  // The outermost is of the first layer and the two alternate, so the place from the outside tells the layer.
  const fromOutside = (outer ?? 0) + (inner ?? 0) - item;
  const layer = entry.layers[fromOutside % 2];
  return layer ? facingOf(bench, state, layer) : null;
}

function completePull(
  bench: Bench,
  state: JobState,
  draft: Of<"torque_applied">,
  tasks: readonly Task[],
): Answer<Body> {
  const entry = entryOf(bench.procedure, draft.entry);
  if (entry?.kind !== "fasteners") return no("unsupported", "entry", `"${draft.entry}" is no group of fasteners.`);
  const count = countOf(state, entry.id);
  if (draft.place > count) return no("range", "place", `There are ${count}; ${draft.place} is not one of them.`);
  const percent = entry.torque.stagesPercent[draft.pass - 1];
  if (percent === undefined) return no("range", "pass", `There are ${entry.torque.stagesPercent.length} passes.`);
  const spec = torqueSpecFor(bench, entry);
  if (!spec) return no("missing", "spec", NO_TORQUE);
  const started = tasks
    .find((task) => task.id === `fit:${entry.id}`)
    ?.slots.every((s) => isAnswered(bench, state, s) || isSkipped(bench, state, s));
  if (!started) {
    return no("conflict", "entry", `Start every ${entry.one} by hand before any is tightened.`);
  }
  const wrench = bench.wrenches.find((w) => w.id === draft.wrench);
  if (!wrench) return no("unsupported", "wrench", `"${draft.wrench}" is no wrench of this shop.`);
  if (spec.targetNm < wrench.minNm || spec.targetNm > wrench.maxNm) {
    return no(
      "range",
      "wrench",
      `${wrench.name} covers ${wrench.minNm} to ${wrench.maxNm} N·m; this needs ${spec.targetNm}. Use another wrench.`,
    );
  }
  const read = quantityParse({ text: draft.text, kind: "torque", unit: "N.m" });
  if (!read.ok) return read;
  if (read.value.valueInBase <= 0) return no("range", "text", "A torque must be above 0 N·m.");
  return yes({ ...draft, valueNm: read.value.valueInBase, aimNm: bandOf(spec, percent).aimNm, wrench, spec });
}

function completeOut(bench: Bench, state: JobState, draft: Of<"fastener_out">): Answer<Body> {
  const entry = entryOf(bench.procedure, draft.entry);
  if (entry?.kind !== "fasteners" || entry.tray !== "by place") {
    return no("unsupported", "entry", `"${draft.entry}" is no group of fasteners with places of their own.`);
  }
  const count = countOf(state, entry.id);
  if (draft.place > count) return no("range", "place", `There are ${count}; ${draft.place} is not one of them.`);
  if (isAnswered(bench, state, slot.out(entry.id, draft.place))) {
    return no("conflict", "place", `${entry.one} ${draft.place} is out already.`);
  }
  return yes(draft);
}

function completeCount(bench: Bench, state: JobState, draft: Of<"pieces_counted">): Answer<Body> {
  const piece = pieceOf(bench.procedure, draft.piece);
  if (!piece) return no("unsupported", "piece", `"${draft.piece}" is not counted in this job.`);
  const expected = countOf(state, piece.id);
  if (draft.count > expected * 10)
    return no("range", "count", `There are ${expected}; ${draft.count} cannot be right.`);
  return yes({ ...draft, expected });
}

function completeQuestion(bench: Bench, state: JobState, draft: Of<"question_answered">): Answer<Body> {
  const question = questionOf(bench.procedure, draft.question);
  if (!question) return no("unsupported", "question", `"${draft.question}" is not asked in this job.`);
  const way = question.ways.find((w) => w.word === draft.word);
  if (!way) {
    const words = question.ways.map((w) => w.word).join(", ");
    return no("range", "word", `"${draft.word}" is no answer here: one of ${words}.`);
  }
  const before = wayOf(bench, state, question.id);
  const estimate = question.kind === "estimate" ? estimateFor(bench, state, way) : null;
  // A new figure for the same way is asked again; another answer needs the reason for it.
  if (before !== null && draft.reason === null && estimate === null) {
    return no("missing", "reason", `Answered already: ${before.word}. Say why it is changed, or strike that line.`);
  }
  if (estimate !== null && draft.agreed == null) {
    return no("missing", "agreed", "The owner's word is missing: their name, a colon, and what they said.");
  }
  const agreed = draft.agreed ?? null;
  return yes({ ...draft, means: way.means, preset: presetOf(bench, question), agreed, estimate });
}

function completeAdjust(bench: Bench, state: JobState, draft: Of<"adjust_read"> | Of<"adjust_turned">): Answer<Body> {
  const step = stepOf(bench.procedure, draft.step);
  if (step?.kind !== "adjust") return no("unsupported", "step", `"${draft.step}" is nothing to adjust.`);
  const next = turnOf(state, step.id);
  if (draft.type === "adjust_turned") {
    if (next !== "turn") return no("conflict", "step", "Measure first, then turn.");
    const side = draft.side ?? null;
    if (side !== null && !step.sides?.includes(side)) return no("range", "side", `"${side}" is no side of this.`);
    if (step.sides && side === null && draft.amount !== 0) return no("missing", "side", "Say which side was turned.");
    return yes({ ...draft, side, suggested: suggestTurn(state, step) });
  }
  if (next !== "read" && !isAnswered(bench, state, slot.adjust(step.id))) {
    return no("conflict", "step", `Say first how far it was turned, in ${step.turn.unit}; 0 where nothing was.`);
  }
  const gauge = bench.gauges.find((g) => g.id === draft.gauge);
  if (!gauge) return no("unsupported", "gauge", `"${draft.gauge}" is no gauge of this shop.`);
  const under = loadRead(bench, step.under, draft.text, draft.under ?? null);
  if (!under.ok) return under;
  const texts = step.sides ? splitValues(draft.text) : [draft.text];
  if (step.sides && texts.length !== 2) return no("missing", "text", `${step.sides.join(" and ")} belong together.`);
  const read: { value: number; unit: string; valueInBase: number }[] = [];
  for (const text of texts) {
    const one = quantityParse({ text, kind: step.quantity, unit: gauge.unit });
    if (!one.ok) return one;
    if (one.value.valueInBase < 0) return no("range", "text", `${step.title} cannot be below 0.`);
    read.push(one.value);
  }
  const [first, second] = read;
  if (!first) return no("missing", "text", "Measure, and type what it reads.");
  // Of two sides, how far they differ is what is judged, in the base unit.
  const apart = second && Math.abs(first.valueInBase - second.valueInBase);
  const { value, unit, valueInBase } =
    apart === undefined ? first : { value: apart, unit: step.unit, valueInBase: apart };
  const sides: [number, number] | null = second ? [first.valueInBase, second.valueInBase] : null;
  const kept = { value, unit, valueInBase, gauge, under: under.value, sides };
  return yes({ ...draft, ...kept, aim: aimOf(bench, state, step) });
}

function completeVerify(bench: Bench, state: JobState, draft: Of<"step_verified">): Answer<Body> {
  const step = stepOf(bench.procedure, draft.step);
  if (step?.kind !== "verify") return no("unsupported", "step", `"${draft.step}" is nothing to verify.`);
  const answer = verified(bench, state, step, draft.typed);
  return answer.ok ? yes({ ...draft, ...answer.value }) : answer;
}

function completeFigure(bench: Bench, state: JobState, draft: Of<"figure_taken">): Answer<Body> {
  const worked = workedOut(bench, state, draft.step, draft.typed);
  if (!worked.ok) return worked;
  const { figures, from } = worked.value;
  return yes({ type: "figure_taken", step: draft.step, figures, from });
}

const waitStep = (bench: Bench, id: string): WaitStep | undefined =>
  waitStepsOf(bench.procedure).find((wait) => wait.id === id);

function completeStart(bench: Bench, state: JobState, draft: Of<"wait_started">): Answer<Body> {
  const wait = waitStep(bench, draft.wait);
  if (!wait) return no("unsupported", "wait", `"${draft.wait}" is nothing to wait for.`);
  const minutes = wayOf(bench, state, wait.minutesBy)?.minutes;
  if (minutes === undefined) return no("conflict", "wait", "Say first how long it is to take.");
  if (state.bySlot.has(slot.start(wait.id).key)) return no("conflict", "wait", "The clock runs already.");
  return yes({ ...draft, minutes });
}

function completeEnd(bench: Bench, state: JobState, draft: Of<"wait_ended">): Answer<Body> {
  const wait = waitStep(bench, draft.wait);
  if (!wait || !state.bySlot.has(slot.start(wait.id).key)) {
    return no("conflict", "wait", "That clock was never started.");
  }
  if (state.bySlot.has(slot.end(wait.id).key)) return no("conflict", "wait", "That is over already.");
  return yes(draft);
}

function completeCheck(bench: Bench, state: JobState, draft: Of<"pack_checked">): Answer<Body> {
  const step = computeStepOf(bench, draft.step);
  if (!step) return no("unsupported", "step", `"${draft.step}" is no stack of this job.`);
  if (!isAnswered(bench, state, slot.build(step.id))) {
    return no("conflict", "step", "Take a build first: the pack is checked against it.");
  }
  const [outer, inner] = packOf(bench, step).layers;
  const { chosen } = layersOf(bench, step);
  const plates = countOf(state, chosen.id);
  const { check, values } = draft;
  if (check === "count" && (values.length !== 2 || values.some((n) => !Number.isInteger(n)))) {
    return no("range", "values", `Two counts: ${outer.name.toLowerCase()}, then ${inner.name.toLowerCase()}.`);
  }
  if (check === "plates" && values.length !== plates) {
    return no("range", "values", `${plates} thicknesses, one for each ${chosen.one ?? chosen.name}, outermost first.`);
  }
  if (check === "facing" && values.some((n) => !Number.isInteger(n) || n < 1 || n > plates)) {
    return no(
      "range",
      "values",
      `Numbers of the ${chosen.name.toLowerCase()} that lie the other way round, 1 to ${plates}.`,
    );
  }
  return yes(draft);
}

/** A castle nut goes on to its next slot, never back; how far is worked out here. */
function completeLock(bench: Bench, state: JobState, draft: Of<"fastener_locked">): Answer<Body> {
  const entry = entryOf(bench.procedure, draft.entry);
  if (entry?.kind !== "fasteners" || !entry.locking) {
    return no("unsupported", "entry", `Nothing locks "${draft.entry}".`);
  }
  const count = countOf(state, entry.id);
  if (draft.place > count) return no("range", "place", `There are ${count}; ${draft.place} is not one of them.`);
  const last = entry.torque.stagesPercent.length;
  if (!state.bySlot.has(slot.pull(entry.id, draft.place, last).key)) {
    return no("conflict", "entry", `Torque ${entry.one} ${draft.place} first, then lock it.`);
  }
  if (entry.locking.kind !== "cotter") {
    if (draft.pastDeg !== null) return no("conflict", "pastDeg", "Only a castle nut goes on to a slot.");
    return yes({ ...draft, how: entry.locking.kind, tightenedDeg: null });
  }
  const { slots, crossHoles } = entry.locking;
  const castle = fastenerCastle({ slots, crossHoles, pastDeg: draft.pastDeg ?? 0 });
  if (!castle.ok) return castle;
  return yes({ ...draft, how: "cotter", tightenedDeg: castle.value.tightenDeg });
}

/** The gate that a draft runs into: what is answered in a task behind a shut gate is refused; questions there are not. */
function gateBefore(bench: Bench, state: JobState, draft: Draft, tasks: readonly Task[]) {
  const key = slotKeyOf(draft);
  if (key === null || key.startsWith("ask:")) return null;
  const task = tasks.find((t) => t.slots.some((s) => s.key === key));
  return task ? shutGate(bench, state, task.id) : null;
}

/** Lines after which something may have to be undone that is done already. */
type MayUndo = BodyOf<"question_answered" | "finding_recorded" | "decision_taken" | "figure_taken" | "struck">;
const MAY_UNDO = new Set<Body["type"]>([
  ...(["question_answered", "finding_recorded", "decision_taken", "figure_taken", "struck"] as const),
] satisfies readonly MayUndo["type"][]);

/** What a line that is not kept yet would undo, as slots. */
export function undoneIf(bench: Bench, state: JobState, body: Body): string[] {
  if (!MAY_UNDO.has(body.type) || !state.opened) return [];
  const { id, at, by } = state.opened;
  // A line of its own, which is never kept: what it brings about is all that counts.
  const line = { id: `${id} ${state.lastNumber + 1}`, number: state.lastNumber + 1, at, by, body };
  return undoneBy(bench, state, fold([...state.events, line], state.strays));
}

/**
 * Checks a draft against the job and fills in what it was judged by, and what it undoes. The one place where an event is
 * accepted or refused, run in the browser before it is shown and on the server before it is kept.
 */
export function complete(bench: Bench, state: JobState, draft: Draft, by: Actor): Answer<Body> {
  const answer = accepted(bench, state, draft, by);
  if (!answer.ok) return answer;
  const undoes = undoneIf(bench, state, answer.value);
  return undoes.length === 0 ? answer : yes({ ...(answer.value as MayUndo), undoes });
}

function accepted(bench: Bench, state: JobState, draft: Draft, by: Actor): Answer<Body> {
  if (!state.opened) return no("conflict", "$", "This job has not been opened.");
  if (!by.roles.some((role) => role === "technician" || role === "lead")) {
    return no("conflict", "$", "Only a technician or a lead works at the bench: ask one to sign in.");
  }
  if (state.released && draft.type !== "job_reopened") {
    return no(
      "conflict",
      "$",
      "This job is released and closed: a lead reopens it with a reason, or a new one is opened for further work.",
    );
  }
  const tasks = walk(bench, state);
  const shut = gateBefore(bench, state, draft, tasks);
  if (shut) return no("conflict", `gate:${shut.id}`, `Not yet. ${shut.because}`);
  switch (draft.type) {
    case "step_verified":
      return completeVerify(bench, state, draft);
    case "adjust_read":
    case "adjust_turned":
      return completeAdjust(bench, state, draft);
    case "figure_taken":
      return completeFigure(bench, state, draft);
    case "reading_worded":
      return completeWorded(bench, state, draft);
    case "gate_passed": {
      const gate = bench.procedure.gates.find((g) => g.id === draft.gate);
      if (!gate) return no("unsupported", "gate", `"${draft.gate}" is no gate of this job.`);
      if (gate.pass !== "lead") return no("conflict", "gate", `Nobody passes this. ${gate.because}`);
      if (!by.roles.includes("lead")) return no("conflict", "$", "Only a lead lets the work pass a gate.");
      return yes({ ...draft, because: gate.because });
    }
    case "part_removed": {
      const entry = entryOf(bench.procedure, draft.entry);
      if (!entry) return no("unsupported", "entry", `"${draft.entry}" is no part of this job.`);
      if (isAnswered(bench, state, slot.off(draft.entry))) return no("conflict", "entry", "That is off already.");
      const unsaid = rowMissing(entry, draft.noted ?? null);
      if (unsaid !== null) return no("missing", "noted", unsaid);
      return yes({ ...draft, count: draft.count ?? null, noted: draft.noted ?? null });
    }
    case "fastener_out":
      return completeOut(bench, state, draft);
    case "pieces_counted":
      return completeCount(bench, state, draft);
    case "question_answered":
      return completeQuestion(bench, state, draft);
    case "wait_started":
      return completeStart(bench, state, draft);
    case "wait_ended":
      return completeEnd(bench, state, draft);
    case "pack_checked":
      return completeCheck(bench, state, draft);
    case "fastener_locked":
      return completeLock(bench, state, draft);
    case "caution_shown": {
      const text = tasks.find((task) => task.id === draft.task)?.caution ?? null;
      if (text === null) return no("unsupported", "task", `"${draft.task}" has no caution.`);
      return yes({ ...draft, text });
    }
    case "stop_cleared": {
      const stop = stopsOf(bench, state).find(({ event }) => event.id === draft.event);
      if (!stop) return no("unsupported", "event", "That line stops nothing.");
      if (stop.cleared) return no("conflict", "event", `Cleared already: ${stop.cleared.body.reason}.`);
      return yes(draft);
    }
    case "photo_taken":
      if (!tasks.some((task) => task.id === draft.task))
        return no("unsupported", "task", `"${draft.task}" is no step of this job.`);
      return yes(draft);
    case "reading_taken":
      return completeReading(bench, state, draft);
    case "finding_recorded":
      return completeFinding(bench, state, draft);
    case "decision_taken":
      return completeDecision(bench, state, draft);
    case "build_accepted":
      return completeBuild(bench, state, draft);
    case "part_fitted":
      return completeFit(bench, state, draft, tasks);
    case "torque_applied":
      return completePull(bench, state, draft, tasks);
    case "step_confirmed": {
      const step = bench.procedure.steps.find((s) => s.id === draft.step);
      if (step?.kind !== "do") return no("unsupported", "step", `"${draft.step}" is no step to confirm.`);
      return yes({ ...draft, caution: step.caution ?? null });
    }
    case "slot_skipped": {
      const open = tasks.flatMap((task) => task.slots).find((s) => s.key === draft.slot);
      if (!open) return no("unsupported", "slot", `"${draft.slot}" is nothing that this job asks for.`);
      if (isAnswered(bench, state, open)) return no("conflict", "slot", "That is answered already: strike it first.");
      if (open.kind === "ask" && questionOf(bench.procedure, open.question)?.kind === "estimate")
        return no(
          "conflict",
          "slot",
          "Without the owner's word this does not go on: ask them. + goes on with what else waits; Today shows whom this waits for.",
        );
      if (open.kind === "count")
        return no("conflict", "slot", "Count it: 0 is an answer too. What lies inside breaks things.");
      return yes(draft);
    }
    case "open_point_signed": {
      if (!by.roles.includes("lead")) return no("conflict", "$", "Only a lead signs for an open point.");
      const point = openPoints(bench, state).find((p) => p.key === draft.key);
      if (!point) return no("unsupported", "key", "That point is not open any more: look at the list again.");
      if (point.hard) return no("conflict", "key", `No signature clears this: ${point.text}.`);
      return yes({ ...draft, text: point.text });
    }
    case "noted":
      return yes(draft);
    case "struck": {
      const target = state.events.find((event) => event.id === draft.event);
      if (!target) return no("unsupported", "event", "That line is not in this job.");
      if (["job_opened", "struck", "caution_shown", "job_released", "job_reopened"].includes(target.body.type)) {
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
      return yes({ type: "job_released", rechecks: rechecksOf(bench, state) });
    }
    case "job_reopened":
      if (!state.released) return no("conflict", "$", "This job is not released: there is nothing to reopen.");
      if (!by.roles.includes("lead")) return no("conflict", "$", "Only a lead reopens a released job.");
      return yes(draft);
  }
}

import type { Answer } from "../../calculator/index.ts";
import { type Bench, specFor } from "../../job/bench.ts";
import type { Body, DraftOf } from "../../job/events.ts";
import { countOf, type JobState } from "../../job/fold.ts";
import type { Sketch } from "../../job/task.ts";
import { type ComputeStep, stepOf } from "../../procedure/index.ts";
import { quantityParse } from "../../quantity/index.ts";
import { no, refused, wholeNumber, yes } from "../answers.ts";
import { taskId } from "../ids.ts";
import type { Hand, Kind, Line, LineAnswer } from "../kind.ts";
import { slot, type SlotOf } from "../lines.ts";
import { isPackRight, packMistake, stackChecks } from "./checks.ts";
import { PACK_CHECKS } from "./lines.ts";
import { pickDrafts, stackPick } from "./pick.ts";
import { acceptedBuild, asLayers, layersOf, layPlates, packOf, stackOffer } from "./stack.ts";

function acceptBuild({ bench, state }: Hand, draft: DraftOf<"build_accepted">): Answer<Body> {
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

function acceptCheck({ bench, state, answered }: Hand, draft: DraftOf<"pack_checked">): Answer<Body> {
  const step = computeStepOf(bench, draft.step);
  if (!step) return no("unsupported", "step", `"${draft.step}" is no stack of this job.`);
  if (!answered(slot.build(step.id))) {
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
function takeBuild(line: string, { bench, state }: Line, aim: SlotOf<"build">): LineAnswer {
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

function checkPack(line: string, _: Line, aim: SlotOf<"check">): LineAnswer {
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
/** The mistake a check of the pack found, named; the check waits until it is right. */
function mistakeIn(bench: Bench, state: JobState, s: SlotOf<"check">): string | null {
  const step = computeStepOf(bench, s.step);
  const wrong = step && packMistake(bench, state, step, s.check);
  return wrong && `${wrong.check}: ${wrong.text}`;
}
const CHECK_NAMES = { count: "count", plates: "thicknesses, outermost first", facing: "facing" } as const;
/** The pack worked out and taken, then laid out and checked. */
export const packTasks = (step: ComputeStep): Sketch[] => [
  { ...step, id: taskId("build", step.id), kind: "build", entry: step.pack, slots: [slot.build(step.id)] },
  {
    id: taskId("check", step.id),
    stage: "build",
    kind: "check",
    title: "Lay the pack out and check it",
    do: "Plates on the bench in the order they go in, outermost first. Count, thicknesses, order and facing are four checks.",
    why: "A right sum can hide a wrong plate or a wrong order.",
    entry: step.pack,
    slots: PACK_CHECKS.map((check) => slot.check(step.id, check)),
  },
];

export const pack: Kind<"build" | "check", "build_accepted" | "pack_checked", "build" | "check"> = {
  slots: {
    build: {
      named: ({ procedure }, _, s) => stepOf(procedure, s.step)?.title.toLowerCase() ?? s.step,
      drafted: takeBuild,
      hinted: () => ({ hint: "Enter takes the first; or its number; 0 used plates too" }),
      rehearsed: () => "",
      shapes: false,
      answered: (bench, state, s) => {
        const step = computeStepOf(bench, s.step);
        return step !== null && acceptedBuild(bench, state, step) !== null;
      },
    },
    check: {
      named: (_, __, s) => CHECK_NAMES[s.check],
      drafted: checkPack,
      hinted: () => ({ hint: "what lies there, not what should" }),
      rehearsed: ({ bench, state }, s) => {
        const step = computeStepOf(bench, s.step);
        if (!step || s.check === "facing") return "";
        if (s.check === "plates") return stackChecks(bench, state, step)[2]?.text ?? "";
        return packOf(bench, step)
          .layers.map((layer) => countOf(state, layer.id))
          .join(" ");
      },
      shapes: false,
      answered: (bench, state, s) => {
        const step = computeStepOf(bench, s.step);
        return step !== null && isPackRight(bench, state, step, s.check);
      },
      mistake: mistakeIn,
    },
  },
  lines: {
    build_accepted: {
      accepted: acceptBuild,
      said: (_, __, { heightMm, offTargetMm }) =>
        `stack taken: ${heightMm.toFixed(2)} mm, ${Math.abs(offTargetMm) < 0.005 ? "on target" : `${offTargetMm > 0 ? "+" : "−"}${Math.abs(offTargetMm).toFixed(2)} off target`}`,
    },
    pack_checked: {
      accepted: acceptCheck,
      said: (bench, state, body) => {
        const step = computeStepOf(bench, body.step);
        const wrong = step && packMistake(bench, state, step, body.check);
        return wrong
          ? `${wrong.check} wrong: ${wrong.text}`
          : `${body.check === "plates" ? "thicknesses and order" : body.check}: right`;
      },
    },
  },
  tasks: {
    build: { word: "compute", open: "build", undone: "left" },
    check: { word: "check", open: "build", undone: "left" },
  },
  open: () => [],
};
export function computeStepOf(bench: Bench, id: string): ComputeStep | null {
  const step = stepOf(bench.procedure, id);
  return step?.kind === "compute" && step.calculator === "clutch.stack" ? step : null;
}

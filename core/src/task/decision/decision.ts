import type { Answer } from "../../calculator/index.ts";
import { activePoints, partsGoingBack } from "../../job/applies.ts";
import type { Bench } from "../../job/bench.ts";
import type { Body, DraftOf } from "../../job/events.ts";
import { countOf, type JobState, nameOfItem } from "../../job/fold.ts";
import { decisionFor, findingOf, itemsOf, judgeItem, type Proposal, proposalFor } from "../../job/judged.ts";
import { oneOf } from "../../job/oneOf.ts";
import { numbers, type Sketch } from "../../job/task.ts";
import { type DecisionWord, DECISIONS, entryHolding, type Part, partOf, phaseOfStage } from "../../procedure/index.ts";
import { no, refused, yes } from "../answers.ts";
import { taskId } from "../ids.ts";
import type { Hand, Kind, Line, LineAnswer, Look, OpenPoint } from "../kind.ts";
import { slot, type SlotOf } from "../lines.ts";

function acceptDecision({ bench, state }: Hand, draft: DraftOf<"decision_taken">): Answer<Body> {
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
  if (!decisionsOffered(proposal).includes(draft.decision)) return no("conflict", "decision", notOffered(proposal));
  if (draft.reason === null && (draft.decision === "leave" || draft.decision !== proposal.decision)) {
    const said = proposal.decision === null ? "nothing is proposed" : `the proposal is ${proposal.decision}`;
    return no("missing", "reason", `Say why: ${said} (${proposal.because}).`);
  }
  const body = { ...draft, proposed: proposal.decision, because: proposal.because };
  // Repaired, it is looked at and read once more: that is its proof.
  return yes(draft.decision === "repair" ? { ...body, undoes: speaksAgainst(bench, state, part, draft.item) } : body);
}

/** The decisions that are open: what is past what may stay is no bare keep, and only that is repaired. */
export const decisionsOffered = ({ worn, condemned }: Proposal): readonly DecisionWord[] =>
  worn || condemned ? ["renew", "leave", "repair"] : ["keep", "renew", "leave"];

const notOffered = ({ worn, condemned, because }: Proposal): string => {
  if (!worn && !condemned) return `Nothing speaks against it (${because}): keep, renew or leave.`;
  const left = condemned ? "left, and the machine goes back unreleased" : "left with its reason, signed by a lead";
  return `It is not kept (${because}): renewed, repaired as its manual or a lead allows, or ${left}.`;
};

/** The places at which something speaks against keeping an item. */
function speaksAgainst(bench: Bench, state: JobState, part: Part, item: number): string[] {
  return activePoints(bench, state).flatMap((point) => {
    if ((point.for ?? point.on) !== part.id || phaseOfStage(point.stage) === "left") return [];
    const at = point.for === undefined ? part : partOf(bench.procedure, point.on);
    const items = at === part ? itemsOf(state, part, item) : at ? itemsOf(state, at, 0) : [1];
    return items.flatMap((i): string[] => {
      if (point.kind === "inspect") {
        const leads = findingOf(state, point, i)?.leads;
        return leads === "renew" || leads === "stop" ? [slot.find(point.id, i).key] : [];
      }
      if (point.spec === undefined || point.again || judgeItem(state, point, i, "found")?.verdict !== "past") return [];
      const places = numbers(Math.max(point.places, point.placesNew));
      return places.map((place) => slot.read(point.id, i, place, "found").key).filter((key) => state.bySlot.has(key));
    });
  });
}
/** The decisions that are open, each by its number: "1 keep, 2 renew, 3 leave". */
const offeredWords = (proposal: Proposal): string =>
  decisionsOffered(proposal)
    .map((word) => `${DECISIONS.indexOf(word) + 1} ${word}`)
    .join(", ");

/**
 * Several decisions at once, each as it is proposed: "all" for what is left of the step, or a word for each, such as
 * "1 1 2". What is decided otherwise than proposed has its reason, and is said by itself.
 */
function decideSeveral(typed: string, { bench, state, waiting, undoes }: Line, aim: SlotOf<"decide">): LineAnswer {
  const part = partOf(bench.procedure, aim.part);
  if (!part) return refused("Nothing is decided here.");
  const left = waiting.filter((s): s is SlotOf<"decide"> => s.kind === "decide" && s.part === aim.part);
  const words = typed.split(/\s+/);
  const all = /^all$/i.test(typed);
  if (!all && words.length > left.length) {
    return refused(`${words.length} words for ${left.length} left: nothing is kept.`);
  }
  const drafts: DraftOf<"decision_taken">[] = [];
  for (const [i, s] of (all ? left : left.slice(0, words.length)).entries()) {
    const proposal = proposalFor(bench, state, part, s.item);
    const word = all ? proposal.decision : oneOf<DecisionWord>(words[i] ?? "", DECISIONS);
    const name = nameOf(bench, state, s);
    if (word === null) {
      return refused(
        all
          ? `${name}: nothing is proposed (${proposal.because}).`
          : `"${words[i] ?? ""}" is not one of: ${offeredWords(proposal)}.`,
      );
    }
    if (word === "leave" || word !== proposal.decision) {
      return refused(
        `${name}: ${word} is not what is proposed (${proposal.because}), and takes a reason: say it by itself. Nothing is kept.`,
      );
    }
    drafts.push({ type: "decision_taken", part: s.part, item: s.item, decision: word, reason: null });
  }
  const told = drafts.map((draft) => undoes({ ...draft, proposed: null, because: "" })).find((one) => one !== null);
  return told == null ? { kind: "drafts", drafts } : { kind: "sure", question: `${told} Is it so?`, drafts };
}

function decide(line: string, typing: Line, aim: SlotOf<"decide">): LineAnswer {
  const { bench, state, undoes } = typing;
  if (/^all$|\s/i.test(line.trim())) return decideSeveral(line.trim(), typing, aim);
  const part = partOf(bench.procedure, aim.part);
  if (!part) return refused("Nothing is decided here.");
  const proposal = proposalFor(bench, state, part, aim.item);
  const word = line === "" ? proposal.decision : oneOf<DecisionWord>(line, DECISIONS);
  if (word === null) {
    const why = line === "" ? `Nothing is proposed (${proposal.because}). ` : "";
    return refused(`${why}Say one of: ${offeredWords(proposal)}.`);
  }
  if (!decisionsOffered(proposal).includes(word)) return refused(notOffered(proposal));
  if (word === "leave" || word !== proposal.decision) {
    const draft = { type: "decision_taken" as const, part: part.id, item: aim.item, decision: word, reason: null };
    const told = undoes({ ...draft, proposed: null, because: "" });
    return { kind: "reason", draft, because: told === null ? proposal.because : `${proposal.because}. ${told}` };
  }
  const draft = { type: "decision_taken" as const, part: part.id, item: aim.item, decision: word, reason: null };
  const told = undoes({ ...draft, proposed: null, because: "" });
  return told === null
    ? { kind: "drafts", drafts: [draft] }
    : { kind: "sure", question: `${word}: ${told} Is it so?`, drafts: [draft] };
}
/** Whether it was a lead who decided. */
const isOfLead = (state: JobState, { id, decision }: Part, item: number): boolean =>
  state.bySlot
    .get(slot.decide(id, decision?.scope === "each" ? item : 0).key)
    ?.at(-1)
    ?.by.roles.includes("lead") === true;

/** Set parts decided to be left, and those that were repaired: told to the owner and signed for, since the work stops short of what was advised. */
function leftParts({ bench, state }: Look): OpenPoint[] {
  return partsGoingBack(bench, state).flatMap((part) => {
    if (!part.decision) return [];
    const items =
      part.decision.scope === "each" ? Array.from({ length: countOf(state, part.id) }, (_, i) => i + 1) : [0];
    return items.flatMap((item): OpenPoint[] => {
      const decision = decisionFor(state, part, item);
      const name = item === 0 ? part.name.toLowerCase() : nameOfItem(state, part, item);
      const at = { group: "look again", task: taskId("decide", part.id), hard: false } as const;
      const why = decision?.reason ?? decision?.because ?? "";
      if (decision?.decision === "repair") {
        return isOfLead(state, part, item)
          ? []
          : [{ ...at, key: `repaired:${part.id}:${item}`, text: `${name}: repaired, ${why}; a lead allows it` }];
      }
      if (decision?.decision !== "leave") return [];
      const text = `${name}: left as it is, ${why}`;
      // What is past what may stay goes back to a day, with the owner's word on its risk.
      const told = decision.proposed === "renew" ? ({ dated: true, told: part.risk ?? null } as const) : {};
      return [{ ...at, ...told, key: `left:${part.id}:${item}`, text }];
    });
  });
}
const nameOf = (bench: Bench, state: JobState, { part: id, item }: { part: string; item: number }): string => {
  const part = partOf(bench.procedure, id);
  if (!part) return id;
  return item === 0 ? part.name.toLowerCase() : nameOfItem(state, part, item);
};

/** What is decided about a part or a set: the proposal is taken, or another word with its reason. */
export const decisionTask = (bench: Bench, state: JobState, part: Part): Sketch => ({
  id: taskId("decide", part.id),
  stage: "decide",
  kind: "decide",
  title: `${part.name}: keep, renew or leave`,
  do: "take the proposal with Enter, or say otherwise",
  why: part.decision?.because,
  entry: entryHolding(bench.procedure, part.id)?.id ?? null,
  slots:
    part.decision?.scope === "each"
      ? numbers(countOf(state, part.id)).map((item) => slot.decide(part.id, item))
      : [slot.decide(part.id, 0)],
});

export const decision: Kind<"decide", "decision_taken", "decide"> = {
  slots: {
    decide: {
      named: nameOf,
      drafted: decide,
      hinted: (bench, state, s, waiting) => {
        const several = waiting.filter((one) => one.kind === "decide").length > 1;
        const part = partOf(bench.procedure, s.part);
        const proposal = part ? proposalFor(bench, state, part, s.item) : null;
        const take =
          proposal?.decision == null ? "" : `Enter takes the proposal${several ? ", all takes them all" : ""}; `;
        return {
          hint: `${take}${proposal ? offeredWords(proposal) : ""}`,
          words: several ? ["all"] : [],
        };
      },
      rehearsed: ({ bench, state, renew }, s) => {
        const part = partOf(bench.procedure, s.part);
        const kept = part && decisionsOffered(proposalFor(bench, state, part, s.item)).includes("keep");
        return renew || !kept ? "2" : "1";
      },
      shapes: true,
    },
  },
  lines: {
    decision_taken: {
      accepted: acceptDecision,
      said: (bench, state, body) => `${nameOf(bench, state, body)}: ${body.decision}`,
    },
  },
  tasks: { decide: { word: "decide", open: "decide", undone: "left" } },
  open: leftParts,
};

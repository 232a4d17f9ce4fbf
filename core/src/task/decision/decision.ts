import type { Answer } from "../../calculator/index.ts";
import { partsGoingBack } from "../../job/applies.ts";
import type { Bench } from "../../job/bench.ts";
import type { Body, DraftOf } from "../../job/events.ts";
import { countOf, type JobState, nameOfItem } from "../../job/fold.ts";
import { decisionFor, proposalFor } from "../../job/judged.ts";
import { oneOf } from "../../job/oneOf.ts";
import { numbers, type Sketch } from "../../job/task.ts";
import { type DecisionWord, DECISIONS, entryHolding, type Part, partOf } from "../../procedure/index.ts";
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
  if (draft.reason === null && (draft.decision === "leave" || draft.decision !== proposal.decision)) {
    const said = proposal.decision === null ? "nothing is proposed" : `the proposal is ${proposal.decision}`;
    return no("missing", "reason", `Say why: ${said} (${proposal.because}).`);
  }
  return yes({ ...draft, proposed: proposal.decision, because: proposal.because });
}
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
          : `"${words[i] ?? ""}" is not one of: 1 keep, 2 renew, 3 leave.`,
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
    return refused(`${why}Say 1 keep, 2 renew or 3 leave.`);
  }
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
/** Set parts decided to be left: told to the owner and signed for, since the work stops short of what was advised. */
function leftParts({ bench, state }: Look): OpenPoint[] {
  return partsGoingBack(bench, state).flatMap((part) => {
    if (!part.decision) return [];
    const items =
      part.decision.scope === "each" ? Array.from({ length: countOf(state, part.id) }, (_, i) => i + 1) : [0];
    return items.flatMap((item): OpenPoint[] => {
      const decision = decisionFor(state, part, item);
      if (decision?.decision !== "leave") return [];
      const name = item === 0 ? part.name.toLowerCase() : nameOfItem(state, part, item);
      return [
        {
          key: `left:${part.id}:${item}`,
          group: "look again",
          text: `${name}: left as it is, ${decision.reason ?? decision.because}`,
          task: taskId("decide", part.id),
          hard: false,
        },
      ];
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
      hinted: (_, __, ___, waiting) => {
        const several = waiting.filter((s) => s.kind === "decide").length > 1;
        return {
          hint: `Enter takes the proposal${several ? ", all takes them all" : ""}; 1 keep 2 renew 3 leave`,
          words: several ? ["all"] : [],
        };
      },
      rehearsed: ({ renew }) => (renew ? "2" : "1"),
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

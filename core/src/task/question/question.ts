import type { Answer } from "../../calculator/index.ts";
import { wayOf } from "../../job/applies.ts";
import { type Bench, presetBy, presetOf } from "../../job/bench.ts";
import type { Body, DraftOf } from "../../job/events.ts";
import { factsOf } from "../../job/facts.ts";
import { type JobState, latest } from "../../job/fold.ts";
import { offered, oneOf } from "../../job/oneOf.ts";
import { conditionsIn, holds, type Procedure, type Question, questionOf, type Way } from "../../procedure/index.ts";
import { no, refused, yes } from "../answers.ts";
import type { Hand, Kind, Line, LineAnswer, Look, OpenPoint } from "../kind.ts";
import type { SlotOf } from "../lines.ts";
import { firstOfEach } from "../tellApart.ts";
import { estimateChanged, estimateFor } from "./estimate.ts";

function acceptAnswer({ bench, state }: Hand, draft: DraftOf<"question_answered">): Answer<Body> {
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
  const by = presetBy(bench, question);
  const whose = by === null ? {} : { presetBy: by.source };
  return yes({ ...draft, means: way.means, preset: presetOf(bench, question), ...whose, agreed, estimate });
}
const offerOf = (question: Question): string => offered(question.ways.map((way) => way.word));

function answerQuestion(line: string, { bench, state, changes }: Line, aim: SlotOf<"ask">): LineAnswer {
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
    const undoes = changes(question.id, word);
    return { kind: "change", draft, undoes: `${before.word} becomes ${word}. ${undoes}` };
  }
  return { kind: "drafts", drafts: [draft] };
}
/** What speaks against a way as things stand, each in a sentence. */
export function againstWay(bench: Bench, state: JobState, way: Way): string[] {
  const facts = factsOf(bench, state);
  return way.against.flatMap(({ when, because }) => (holds(when, facts) === true ? [because] : []));
}

/** The owner agreed to another sum: they are asked again. */
function changedEstimates({ bench, state }: Look): OpenPoint[] {
  return bench.procedure.questions.flatMap((question): OpenPoint[] => {
    const changed = question.kind === "estimate" ? estimateChanged(bench, state, question) : null;
    if (!changed) return [];
    const { was, now, agreed } = changed;
    return [
      {
        key: `estimate:${question.id}:${now.total}`,
        group: "decide",
        text: `estimate is now ${now.total} ${now.currency}; ${agreed.name} agreed to ${was.total}: ask the owner again, then Change`,
        task: question.at,
        hard: true,
      },
    ];
  });
}
/** Answers of a question that work differently: by conditions, by time or none, by what they propose. */
export function kindsOfWays(procedure: Procedure, question: Question): string[] {
  const named = conditionsIn(procedure).filter((c) => c.fact === question.id);
  return firstOfEach(
    question.ways.map((way) => way.word),
    (word) => {
      const way = question.ways.find((w) => w.word === word);
      return JSON.stringify([named.map((c) => c.is.includes(word)), way?.minutes === 0, way?.proposes ?? []]);
    },
  );
}
const kindOf = (bench: Bench, s: SlotOf<"ask">) => questionOf(bench.procedure, s.question)?.kind;

export const question: Kind<"ask", "question_answered", never> = {
  slots: {
    ask: {
      named: ({ procedure }, _, s) => questionOf(procedure, s.question)?.ask ?? s.question,
      drafted: answerQuestion,
      hinted: (bench, _, s) => {
        const asked = questionOf(bench.procedure, s.question);
        if (!asked || presetOf(bench, asked) === null) return { hint: "number or first letters" };
        const whose = presetBy(bench, asked) === null ? "the shop’s way" : "as its maker has it";
        return { hint: `number or first letters; Enter: ${whose}` };
      },
      rehearsed: ({ bench: { procedure }, one }, s) => {
        const asked = questionOf(procedure, s.question);
        return asked ? one(s.question, kindsOfWays(procedure, asked)) : "";
      },
      shapes: true,
      // What kind of assembly it is decides the work: it may be said late, but it must be said.
      saidInTheEnd: (bench, s) => kindOf(bench, s) === "choice",
      notPassed: (bench, s) =>
        kindOf(bench, s) === "estimate"
          ? "Without the owner's word this does not go on: ask them. + goes on with what else waits; Today shows whom this waits for."
          : null,
    },
  },
  lines: {
    question_answered: {
      accepted: acceptAnswer,
      said: ({ procedure }, _, body) => {
        const { agreed, estimate } = body;
        const owner = agreed
          ? `: ${agreed.name}, “${agreed.wording}”, ${estimate?.total ?? ""} ${estimate?.currency ?? ""}`
          : "";
        const because = body.reason ? `, changed because ${body.reason}` : "";
        return `${questionOf(procedure, body.question)?.ask ?? body.question} ${body.word}${owner}${because}`;
      },
    },
  },
  tasks: {},
  open: changedEstimates,
};

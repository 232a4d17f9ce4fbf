import type { Bench } from "../../job/bench.ts";
import { type JobState, latest } from "../../job/fold.ts";
import { offered, oneOf } from "../../job/oneOf.ts";
import type { Sketch } from "../../job/task.ts";
import { type DoStep, doStepOf } from "../../procedure/index.ts";
import { answeredWith, confirmed, keep, no, refused, yes } from "../answers.ts";
import { taskId } from "../ids.ts";
import type { Kind } from "../kind.ts";
import { slot, type SlotOf } from "../lines.ts";

/** What a technician who does all well types at a step: what is right, where something has to be seen, else nothing. */
export const seenRight = (step: DoStep | undefined): string =>
  step?.seen?.find(({ mends }) => mends === undefined)?.word ?? "";

export function doTask(step: DoStep): Sketch {
  const { id, stage, title, why, caution, tools, tells, helper } = step;
  const counts = step.temporary.map((piece) => slot.count(piece.id, "apart"));
  return {
    id: taskId("do", id),
    stage,
    kind: "do",
    title,
    do: step.do,
    ...{ why, caution, tools, tells, helper },
    entry: step.before ?? null,
    slots: [slot.do(id), ...counts],
  };
}

const wordsOf = ({ seen = [] }: Pick<DoStep, "seen">): string[] => seen.map(({ word }) => word);

/** What was seen last at a step that is answered by what is seen, where that is not right. */
function seenWrong(bench: Bench, state: JobState, s: SlotOf<"do">) {
  const step = doStepOf(bench.procedure, s.step);
  const saw = latest(state, s.key, "step_confirmed")?.saw;
  return step?.seen?.find(({ word, mends }) => word === saw && mends !== undefined) ?? null;
}

export const step: Kind<"do", "step_confirmed", "do"> = {
  slots: {
    do: {
      named: ({ procedure }, _, s) => doStepOf(procedure, s.step)?.title.toLowerCase() ?? s.step,
      drafted: (typed, { bench }, s) => {
        const own = doStepOf(bench.procedure, s.step);
        if (!own?.seen) return confirmed(typed, [{ type: "step_confirmed", step: s.step }], own?.irreversible);
        const saw = oneOf(typed, wordsOf(own));
        return saw === null
          ? refused(`Say what you saw: ${offered(wordsOf(own))}.`)
          : keep({ type: "step_confirmed", step: s.step, saw });
      },
      hinted: ({ procedure }, _, s) => ({
        hint: doStepOf(procedure, s.step)?.seen ? "what you saw: number or first letters" : "Enter: done",
      }),
      rehearsed: ({ bench: { procedure } }, s) => seenRight(doStepOf(procedure, s.step)),
      shapes: false,
      answered: (bench, state, s) => seenWrong(bench, state, s) === null,
      mistake: (bench, state, s) => {
        const wrong = seenWrong(bench, state, s);
        return wrong && `${step.slots.do.named(bench, state, s)}: ${wrong.word}`;
      },
      hard: ({ procedure }, s) => doStepOf(procedure, s.step)?.hard === true,
    },
  },
  lines: {
    step_confirmed: {
      accepted: ({ bench }, draft) => {
        const found = doStepOf(bench.procedure, draft.step);
        if (!found) return no("unsupported", "step", `"${draft.step}" is no step to confirm.`);
        const words = wordsOf(found);
        if (found.seen && !words.includes(draft.saw ?? "")) {
          return no("range", "saw", `Say what you saw: ${offered(words)}.`);
        }
        if (!found.seen && draft.saw !== undefined)
          return no("unsupported", "saw", `${found.title}: nothing is said of what was seen there, it is only done.`);
        return yes({ ...draft, caution: found.caution ?? null });
      },
      said: (bench, state, body) => {
        const name = step.slots.do.named(bench, state, slot.do(body.step));
        const seen = doStepOf(bench.procedure, body.step)?.seen?.find(({ word }) => word === body.saw);
        if (!seen) return answeredWith(name, "done");
        return answeredWith(name, seen.mends === undefined ? seen.word : `${seen.word}. ${seen.mends}`);
      },
      badness: (bench, _, { step: id, saw }) => {
        const seen = doStepOf(bench.procedure, id)?.seen?.find(({ word }) => word === saw);
        return seen?.mends === undefined ? 0 : 2;
      },
    },
  },
  tasks: {
    do: { word: "do", open: ({ stage }) => (stage === "apart" ? "take off" : "prove"), undone: "proven again" },
  },
  open: () => [],
};

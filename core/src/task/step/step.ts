import type { Sketch } from "../../job/task.ts";
import { type DoStep, doStepOf } from "../../procedure/index.ts";
import { confirmed, no, yes } from "../answers.ts";
import { taskId } from "../ids.ts";
import type { Kind } from "../kind.ts";
import { slot } from "../lines.ts";

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
export const step: Kind<"do", "step_confirmed", "do"> = {
  slots: {
    do: {
      named: ({ procedure }, _, s) => doStepOf(procedure, s.step)?.title.toLowerCase() ?? s.step,
      drafted: (typed, { bench }, s) =>
        confirmed(typed, [{ type: "step_confirmed", step: s.step }], doStepOf(bench.procedure, s.step)?.irreversible),
      hinted: () => ({ hint: "Enter: done" }),
      rehearsed: () => "",
      shapes: false,
      hard: ({ procedure }, s) => doStepOf(procedure, s.step)?.hard === true,
    },
  },
  lines: {
    step_confirmed: {
      accepted: ({ bench }, draft) => {
        const found = doStepOf(bench.procedure, draft.step);
        if (!found) return no("unsupported", "step", `"${draft.step}" is no step to confirm.`);
        return yes({ ...draft, caution: found.caution ?? null });
      },
      said: (bench, state, body) => `${step.slots.do.named(bench, state, slot.do(body.step))}: done`,
    },
  },
  tasks: {
    do: { word: "do", open: ({ stage }) => (stage === "apart" ? "take off" : "prove"), undone: "proven again" },
  },
  open: () => [],
};

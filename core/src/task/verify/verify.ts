import type { Answer } from "../../calculator/index.ts";
import { type Bench, specFor } from "../../job/bench.ts";
import type { Body, DraftOf } from "../../job/events.ts";
import { latest } from "../../job/fold.ts";
import { stepOf } from "../../procedure/index.ts";
import { answeredWith, keep, no, yes } from "../answers.ts";
import type { Hand, Kind, Look } from "../kind.ts";
import { unproven } from "../unproven.ts";
import { isOfFigure, tailOf, verified } from "./expected.ts";

function acceptVerified({ bench, state }: Hand, draft: DraftOf<"step_verified">): Answer<Body> {
  const step = stepOf(bench.procedure, draft.step);
  if (step?.kind !== "verify") return no("unsupported", "step", `"${draft.step}" is nothing to verify.`);
  const answer = verified(bench, state, step, draft.typed);
  return answer.ok ? yes({ ...draft, ...answer.value }) : answer;
}
/** Whether what is counted is said to be of another make than the figure on file. */
function isOfAnother({ bench, state }: Look, id: string): boolean {
  const step = stepOf(bench.procedure, id);
  return step?.kind === "verify" && step.expect.by === "count" && isOfFigure(bench, state, step.expect) === false;
}
const titleOf = (bench: Bench, step: string): string => stepOf(bench.procedure, step)?.title.toLowerCase() ?? step;

export const verify: Kind<"verify", "step_verified", "verify"> = {
  slots: {
    verify: {
      named: (bench, _, s) => titleOf(bench, s.step),
      drafted: (typed, _, s) => keep({ type: "step_verified", step: s.step, typed }),
      hinted: ({ procedure }, _, s) => {
        const step = stepOf(procedure, s.step);
        const length = step?.kind === "verify" && step.expect.by === "length";
        return { hint: length ? "what it measures, in mm" : "what you see, not what should be" };
      },
      rehearsed: ({ bench, state, reading }, s) => {
        const step = stepOf(bench.procedure, s.step);
        if (step?.kind !== "verify") return "";
        const { expect } = step;
        switch (expect.by) {
          case "word":
            return expect.right;
          case "machine":
            return state.config[expect.key] ?? "";
          case "length":
            return String(expect.nominalMm);
          case "tail":
            return tailOf(bench, state, expect)?.tailPoints ?? "";
          case "count": {
            const spec = specFor(bench, expect.spec);
            return String(spec?.kind === "figure" ? spec.value : reading);
          }
        }
      },
      shapes: false,
    },
  },
  lines: {
    step_verified: {
      accepted: acceptVerified,
      said: (bench, _, body) =>
        answeredWith(
          titleOf(bench, body.step),
          `${body.typed}, ${body.expected === null ? "no figure to compare with" : "right"}`,
        ),
    },
  },
  tasks: { verify: { word: "look and say", open: "prove", undone: "proven again" } },
  open: (look) =>
    unproven(look, (s) => {
      const said = s.kind === "verify" ? latest(look.state, s.key, "step_verified") : null;
      // Another kit has its own count, as somebody said: nothing is left to look up.
      if (s.kind === "verify" && isOfAnother(look, s.step)) return null;
      return said !== null && said.expected === null ? `${said.typed}, no figure to compare with` : null;
    }),
};

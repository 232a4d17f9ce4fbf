import { BY_WAYS, type DraftOf, type Met, readTorque, reasonFrom, type Trouble, type Troubled } from "@averin/core";
import type { Asking } from "./useBenchHand.ts";

const HEARD_HINT = "name, phone: their words (counter, phone or message)";

/** Who said what, and how: "A. Brand, phone: go ahead"; or null where that is not told. */
function heard(typed: string): DraftOf<"trouble_ended">["agreed"] {
  const [, name = "", by = "", words = ""] = /^\s*([^,]+),\s*(counter|phone|message)\s*:\s*(\S.*)$/iu.exec(typed) ?? [];
  const how = BY_WAYS.find((one) => one === by.toLowerCase());
  return how === undefined ? null : { name: name.trim(), by: how, words: words.trim() };
}

const CAME_OF_IT = ["it moved", "no movement", "worse than before"] as const;

/** Asks in which words something went wrong, at which fastener or part. */
export const troubleAsked = (
  { row, item, name }: Troubled,
  { id, says, complaint }: Trouble,
  task: string,
): Asking => ({
  kind: "reason",
  ...(complaint
    ? {
        question: `${name}: ${says}. Which one is it, and what is wrong with it?`,
        hint: "its number and batch as on the packet, then what is wrong: lot 0612, splines loose",
      }
    : {
        question: `${name}: ${says}. How is it, and what may have done it?`,
        hint: "in your own words: sheared flush, rusted in",
      }),
  reasons: [],
  byWord: true,
  drafts: (typed) =>
    typed.trim() === "" ? null : [{ type: "trouble_met", trouble: id, row, item, task, words: typed.trim() }],
});

/** Asks what came of one thing that was tried. */
export const tryAsked = ({ met: { id, body } }: Met, way: { id: string; says: string }): Asking => ({
  kind: "reason",
  question: `${body.name}: ${way.says}. What came of it?`,
  reasons: CAME_OF_IT,
  drafts: (typed) => {
    const words = reasonFrom(typed, CAME_OF_IT);
    return words === null ? null : [{ type: "trouble_tried", event: id, way: way.id, words }];
  },
});

/** Asks how it ended: what was done, the owner's word where they pay for it, and the torque where it is another thread. */
export function troubleEndAsked({ met: { id, body } }: Met, end: Trouble["ends"][number]): Asking {
  type Ended = DraftOf<"trouble_ended">;
  const asks = (question: string, hint: string) =>
    ({ kind: "reason", question, hint, reasons: [], byWord: true }) as const;
  const torque = (before: Ended): Asking => ({
    ...asks(
      `${body.name}: the torque on file was for the thread as it was made. Which holds now, and whose figure is it?`,
      "8 N·m, then whose figure it is: 8 N·m insert sheet; or who says that the one on file holds",
    ),
    drafts: (typed) => (typed.trim() === "" || !readTorque(typed).ok ? null : [{ ...before, torque: typed.trim() }]),
  });
  const owner = (before: Ended): Asking => ({
    ...asks(`${body.name}, ${end.says}: the owner agrees first. Who, how, and their words?`, HEARD_HINT),
    drafts: (typed) => {
      const agreed = heard(typed);
      return agreed && [{ ...before, agreed }];
    },
    then: (typed) => {
      const agreed = heard(typed);
      return agreed && end.torque ? torque({ ...before, agreed }) : null;
    },
  });
  const ended = (typed: string): Ended => ({
    ...{ type: "trouble_ended", event: id, end: end.id, words: typed.trim(), agreed: null, torque: null },
  });
  return {
    ...asks(`${body.name}: ${end.says}. What was done, in your own words?`, "in your own words: what, and what with"),
    drafts: (typed) => (typed.trim() === "" ? null : [ended(typed)]),
    then: (typed) => {
      if (typed.trim() === "") return null;
      return end.owner ? owner(ended(typed)) : end.torque ? torque(ended(typed)) : null;
    },
  };
}

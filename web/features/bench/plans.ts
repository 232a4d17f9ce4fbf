import { type Bench, BY_WAYS, costNow, type Draft, type JobState, reasonFrom } from "@averin/core";
import type { Asking } from "./useBenchHand.ts";

const CANCEL_REASONS = ["owner does not want it", "opened by mistake", "opened twice"] as const;
const NOBODY = ["none", "nobody", "anybody", "-"];
const isNone = (typed: string): boolean => NOBODY.includes(typed.trim().toLowerCase());

/** Asks by which day the job is promised. */
export const promiseAsked = ({ promised }: JobState): Asking => ({
  kind: "reason",
  question: `By which day is it promised?${promised === null ? "" : ` Now ${promised}.`}`,
  reasons: promised === null ? [] : ["none"],
  byWord: true,
  hint: `a day such as 2027-03-01${promised === null ? "" : ", or none"}`,
  drafts: (typed) => {
    if (isNone(typed)) return [{ type: "job_promised", on: null }];
    const [day] = /^\s*\d{4}-\d{2}-\d{2}\s*$/.exec(typed) ?? [];
    return day === undefined ? null : [{ type: "job_promised", on: day.trim() }];
  },
});

/** Asks whose the job is to do, of those who work at benches here. */
export const assignAsked = ({ assigned }: JobState, people: readonly { id: string; name: string }[]): Asking => {
  const names = [...people.map(({ name }) => name), "anybody"];
  return {
    kind: "reason",
    question: `Whose is it to do?${assigned === null ? "" : ` Now ${assigned.name}.`}`,
    reasons: names,
    hint: "a number from the list, or a name in it",
    drafts: (typed): Draft[] | null => {
      const said = reasonFrom(typed, names)?.toLowerCase();
      if (said === undefined) return null;
      if (isNone(said)) return [{ type: "job_assigned", to: null }];
      const meant = people.filter(({ name }) => name.toLowerCase().startsWith(said));
      const [only] = meant;
      return only && meant.length === 1 ? [{ type: "job_assigned", to: { id: only.id, name: only.name } }] : null;
    },
  };
};

/** Asks why the job is cancelled. */
export const cancelAsked = (): Asking => ({
  kind: "reason",
  question: "Cancelling: nothing is done on the machine, and it leaves Today. Why?",
  reasons: CANCEL_REASONS,
  drafts: (typed) => {
    const reason = reasonFrom(typed, CANCEL_REASONS);
    return reason === null ? null : [{ type: "job_cancelled", reason }];
  },
});

/** Asks what sum the owner agreed to for all of it, and in which words. */
export const sumAsked = (bench: Bench, state: JobState): Asking => {
  const { total, currency } = costNow(bench, state);
  const before = state.agreed === null ? "" : ` ${state.agreed.body.name} agreed to ${state.agreed.body.sum} before.`;
  return {
    kind: "reason",
    question: `It comes to ${total} ${currency} by now.${before} Up to which sum does the owner agree: who, how, the sum, their words?`,
    reasons: [],
    byWord: true,
    hint: "name, phone: 220 go ahead (counter, phone or message)",
    drafts: (typed) => {
      const [, name = "", by = "", sum = "", words = ""] =
        /^\s*([^,]+),\s*(counter|phone|message)\s*:\s*(\d{1,7}(?:\.\d{2})?)\s+(\S.*)$/iu.exec(typed) ?? [];
      const how = BY_WAYS.find((one) => one === by.toLowerCase());
      if (how === undefined) return null;
      return [{ type: "sum_agreed", name: name.trim(), by: how, sum, words: words.trim() }];
    },
  };
};

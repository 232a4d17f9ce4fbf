import { type Bench, concernsOf, costNow, fold, isAsked, jobTitle, type JobEvent, overAgreed } from "@averin/core";
import { dayOf } from "../../ui/times.ts";

/** What a job comes to, for its owner: on paper, and as text for a person's own message. */
export type EstimateData = {
  number: string;
  shop: string;
  machine: string;
  /** Whose it is, what is done, and the day it is told. */
  line: string;
  parts: { quantity: number; name: string; number: string; price: string; told: string }[];
  work: string;
  /** What is added to both, or null. */
  tax: string | null;
  total: string;
  /** What the sum leaves out, and what was agreed to. */
  notes: string[];
};

const priceOf = (price: string | null, currency: string): string =>
  price === null ? "no price yet" : `${price} ${currency}`;

/** A job's estimate at a moment, or null where the log has no first line. */
export function estimateData(
  number: string,
  bench: Bench,
  events: readonly JobEvent[],
  at: string,
): EstimateData | null {
  const state = fold([...events]);
  if (!state.opened) return null;
  const { machine, owner } = state.opened.body;
  const now = costNow(bench, state);
  const over = overAgreed(bench, state);
  const agreed = state.agreed?.body;
  const rate = bench.labour ? ` at ${bench.labour.perHour} an hour: ${now.labour ?? ""}` : ", no rate on file";
  const asked = concernsOf(bench, state).filter(isAsked);
  return {
    ...{ number, shop: bench.shopName ?? "" },
    machine: `${[machine.maker, machine.model, machine.year].filter(Boolean).join(" ")}, ${machine.mark}`,
    line: [owner.name || "owner not known", jobTitle(bench, state), dayOf(at)].join(" · "),
    parts: now.lines.map(({ quantity, name, part }) => ({
      ...{ quantity, name, number: part?.number ?? "" },
      price: priceOf(part?.price ?? null, part?.currency ?? ""),
      told: part?.pricedOn == null ? "" : `price of ${part.pricedOn}`,
    })),
    work: `${now.minutes} min of work${now.reckoned ? " as reckoned," : ""}${rate} ${bench.labour ? now.currency : ""}`.trim(),
    tax: now.tax && `${now.tax.name}, ${now.tax.percent} %: ${now.tax.sum} ${now.currency}`,
    total: `${now.total} ${now.currency}`,
    notes: [
      ...(now.unpriced > 0
        ? [
            `${now.unpriced === 1 ? "One line has" : `${now.unpriced} lines have`} no price in ${now.currency}: not in the sum.`,
          ]
        : []),
      ...asked.map(({ text, followed }) => {
        const { now: does, later, words } = followed?.body ?? { now: null, later: null, words: "" };
        const sums = does === null ? "" : `: ${does} now, ${later ?? "more"} once it has failed`;
        return `Found besides, and not in the sum: ${text}${sums}. ${words}`.trim();
      }),
      ...(agreed ? [`${agreed.name} agreed to ${agreed.sum} ${agreed.currency} (${agreed.by}): ${agreed.words}.`] : []),
      ...(over ? [`This is ${over.over} more: nothing new goes in before you have said so.`] : []),
      // Without a sum that was agreed to nothing waits, and nothing is promised.
      agreed
        ? "What is found once it is open may change this; past what you agreed to nothing new goes in before you are asked."
        : "What is found once it is open may change this. No sum is agreed to yet: past one, nothing new goes in before you are asked.",
    ],
  };
}

/** The same as text: Averin sends nothing. */
export const estimateText = ({ number, shop, machine, line, parts, work, tax, total, notes }: EstimateData): string =>
  [
    ...[shop, `Estimate ${number}: ${machine}`, line, ""].filter((text, i) => i > 0 || text !== ""),
    ...parts.map(
      (part) => `- ${part.quantity} × ${part.name}, ${part.price} each${part.told ? ` (${part.told})` : ""}`,
    ),
    ...[`- ${work}`, ...(tax === null ? [] : [`- ${tax}`]), "", `Together ${total}`, "", ...notes],
  ].join("\n");

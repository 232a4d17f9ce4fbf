import { currencyOf } from "@averin/core";
import { renderToStaticMarkup } from "react-dom/server";
import { bench, jobAt } from "../../testing/demoJob.ts";
import { Estimate } from "./Estimate.tsx";
import { estimateData, estimateText } from "./estimateData.ts";

// The demo's parts and prices are invented.
const AT = "2026-11-29T10:00:00.000Z";

function told(sum: string | null) {
  const job = jobAt("do:short-ride");
  if (sum !== null) job.keep({ type: "sum_agreed", name: "A. Brand", by: "phone", words: "go ahead", sum });
  const labour = { perHour: "60.00", currency: currencyOf(bench) };
  const estimate = estimateData(
    "T-0001",
    { ...bench, labour, shopName: "Tarn Ferry Works", tax: { name: "levy", percent: 5 } },
    job.events,
    AT,
  );
  if (!estimate) throw new Error("no first line");
  return estimate;
}

test("an owner reads what goes in, what each costs, the work by the log, and what it comes to", () => {
  const estimate = told(null);
  const html = renderToStaticMarkup(<Estimate estimate={estimate} />);
  expect(html).toContain("Tarn Ferry Works");
  expect(html).toContain("9 ×");
  expect(html).toContain("TV-FR-3010");
  expect(html).toContain(`Together <strong class="figure">${estimate.total}`);
  expect(estimate.work).toMatch(/^\d+ min of work at \d+\.\d{2} an hour: \d+\.\d{2} [A-Z]+$/);
  expect(estimate.tax).toMatch(/^levy, 5 %: \d+\.\d{2} [A-Z]+$/);
  const text = estimateText(estimate);
  expect(text).toMatch(/^Tarn Ferry Works\nEstimate T-0001: /);
  expect(text).toContain(`Together ${estimate.total}`);
  expect(text).toContain("No sum is agreed to yet");
});

test("what was agreed stands on it, and how far it is past that", () => {
  expect(told("99999").notes.join()).toContain("A. Brand agreed to 99999.00");
  expect(told("99999").notes.join()).not.toContain("No sum is agreed to yet");
  expect(told("99999").notes.join()).not.toContain("more: nothing new goes in");
  expect(told("1").notes.join()).toMatch(/This is \d+\.\d{2} more: nothing new goes in before you have said so\./);
});

test("without a shop's name or a rate it says so, and the sum is of parts alone", () => {
  const job = jobAt("decide:friction");
  const bare = estimateData("T-0002", { ...bench, labour: null }, job.events, AT);
  expect(bare?.work).toMatch(/min of work, no rate on file$/);
  expect(bare && estimateText(bare)).toMatch(/^Estimate T-0002: /);
  expect(estimateData("T-0003", bench, [], AT)).toBeNull();
});

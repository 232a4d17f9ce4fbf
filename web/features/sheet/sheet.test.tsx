import { fold } from "@averin/core";
import { renderToStaticMarkup } from "react-dom/server";
import type { TestJob } from "../../../core/testing.ts";
import { bench, jobAt } from "../../testing/demoJob.ts";
import { Sheet } from "./Sheet.tsx";

describe("the sheet", () => {
  const sheet = (job: TestJob): string =>
    renderToStaticMarkup(<Sheet jobId="j" number="T-0001" bench={bench} events={job.events} />).replaceAll(
      "&#x27;",
      "'",
    );

  test("as found and as left, with limits and sources, parts, torques, and what was left", () => {
    const job = jobAt("do:short-ride");
    job.type("");
    const html = sheet(job);
    expect(html).toContain("past limit by 0.04 mm");
    expect(html).toContain("min 2.72");
    expect(html).toContain("TV-FR-3010");
    expect(html).toContain("BL-GK-3001");
    expect(html).toContain("9 ×<");
    expect(html).toContain("5: 9.9");
    expect(html).toContain("not released: 2 open");
    expect(html).toContain("no limit on file");
    expect(html).toContain("come before this sheet");
  });

  test("what was struck stays readable, with who struck it; what was not measured says why", () => {
    const job = jobAt("measure:friction-thickness:found");
    job.type("9.99");
    job.type("-");
    job.type("/", "gauge lent out");
    const html = sheet(job);
    expect(html).toMatch(/<s>9\.99 mm, .*struck by Tobin Hask/);
    expect(html).toContain("not measured: gauge lent out");
    expect(fold(job.events).struck.size).toBe(1);
  });
});

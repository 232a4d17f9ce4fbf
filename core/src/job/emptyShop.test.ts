import { TestJob } from "../../testing.ts";
import { lead } from "../../testingBench.ts";
import { shippedBodies } from "../../testingProcedures.ts";
import { procedureSchema } from "../procedure/index.ts";
import { slotRule } from "../task/registry.ts";
import { type Bench, fold } from "./index.ts";

// A shop that has nothing on file: no figure, no gauge, no wrench, no part, no way of its own.
const shopOf = (body: unknown): Bench => ({
  procedure: procedureSchema.parse(body),
  ...{ specs: [], overruled: [], otherBuilds: [], gauges: [], wrenches: [], parts: [], presets: {}, labour: null },
});

/** A job on a machine of which nothing at all is on file, not even how many there are of what the procedure counts. */
class Unseen extends TestJob {
  constructor(shop: Bench) {
    super(shop, lead, {});
    const [opened, ...rest] = this.events;
    if (opened?.body.type !== "job_opened") throw new Error("no opening");
    const fixed = Object.fromEntries(
      Object.entries(opened.body.counts).filter(([part]) => typeof countIn(shop, part) === "number"),
    );
    this.events = [{ ...opened, body: { ...opened.body, counts: fixed, config: {} } }, ...rest];
  }
}
const countIn = ({ procedure }: Bench, part: string): unknown => {
  const rows = procedure.spine.flatMap((entry): { id: string; count: unknown }[] =>
    entry.kind === "pack" ? [...entry.layers] : [entry, ...(entry.kind === "part" ? entry.loose : [])],
  );
  const put = procedure.steps.flatMap((step) => (step.kind === "do" ? step.temporary : []));
  return [...rows, ...put].find(({ id }) => id === part)?.count;
};

test.each(shippedBodies)("%s comes to its end in a shop that has nothing on file: no step is a dead end", (_, body) => {
  const shop = shopOf(body);
  const job = new Unseen(shop);
  for (let line = 0; line < 800; line += 1) {
    const { task, aim } = job;
    if (!task || !aim) return;
    const before = job.events.length;
    const how = {
      ...{ bench: shop, state: fold(job.events), reading: 2, renew: false, made: {}, numbers: {} },
      one: (_: string, words: readonly string[]) => words[0] ?? "",
    };
    const said = job.type(slotRule(aim).rehearsed(how, aim), "owner: go ahead");
    if (job.events.length > before) continue;
    // What cannot be answered for want of a figure or a tool says so, and can be passed for now.
    const skipped = job.type("/", "1");
    const told = `${task.id} ${aim.key}: ${said} · / ${skipped}`;
    expect(job.events.length > before ? "" : told).toBe("");
  }
  throw new Error(`${job.task?.id ?? ""} is never left`);
});

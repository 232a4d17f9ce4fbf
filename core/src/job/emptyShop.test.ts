import { TestJob } from "../../testing.ts";
import { lead } from "../../testingBench.ts";
import { shippedBodies } from "../../testingProcedures.ts";
import { figuresKnown, piecesOf, procedureSchema } from "../procedure/index.ts";
import { configOf, specSchema } from "../spec/index.ts";
import { slotRule } from "../task/registry.ts";
import { type Bench, fold, rememberedFigures, walk } from "./index.ts";
import { countsOf } from "./opening.ts";

// A shop that has nothing on file: no figure, no gauge, no wrench, no part, no way of its own.
const shopOf = (body: unknown): Bench => ({
  procedure: procedureSchema.parse(body),
  ...{ specs: [], overruled: [], otherBuilds: [], gauges: [], wrenches: [], parts: [], presets: {}, labour: null },
});

/** A job on a machine of which nothing at all is on file, not even how many there are of what the procedure counts. */
class Unseen extends TestJob {
  constructor(shop: Bench, known: Record<string, number> | null = null, config: Record<string, string> = {}) {
    super(shop, lead, {});
    const [opened, ...rest] = this.events;
    if (opened?.body.type !== "job_opened") throw new Error("no opening");
    const fixed = Object.fromEntries(
      Object.entries(opened.body.counts).filter(([part]) => typeof countIn(shop, part) === "number"),
    );
    this.events = [{ ...opened, body: { ...opened.body, counts: known ?? fixed, config } }, ...rest];
  }
}
const countIn = ({ procedure }: Bench, part: string): unknown => {
  const rows = procedure.spine.flatMap((entry): { id: string; count: unknown }[] =>
    entry.kind === "pack" ? [...entry.layers] : [entry, ...(entry.kind === "part" ? entry.loose : [])],
  );
  const put = procedure.steps.flatMap((step) => (step.kind === "do" ? step.temporary : []));
  return [...rows, ...put].find(({ id }) => id === part)?.count;
};

/** Works a job through as far as it comes; what cannot be answered for want of a figure or a tool is passed. */
function worked(shop: Bench, job: Unseen): void {
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
    // What cannot be answered says so, and can be passed for now.
    const skipped = job.type("/", "1");
    const told = `${task.id} ${aim.key}: ${said} · / ${skipped}`;
    expect(job.events.length > before ? "" : told).toBe("");
  }
  throw new Error(`${job.task?.id ?? ""} is never left`);
}

/** What a machine is asked of its own: words and numbers that nobody had on file. */
const askedOf = (job: Unseen): string[] =>
  [...job.state.bySlot.keys()].filter((key) => key.startsWith("word:") || key.startsWith("many:"));

test.each(shippedBodies)(
  "%s comes to its end in a shop that has nothing on file, and the next machine of that model is asked nothing twice",
  (_, body) => {
    const shop = shopOf(body);
    const first = new Unseen(shop);
    worked(shop, first);
    const found = rememberedFigures(shop, first.state);
    // And loose pieces that a figure of the machine counts: they were counted as they came out.
    const pieces = piecesOf(shop.procedure).flatMap(({ id, count }) =>
      typeof count !== "number" && first.state.counts[id] !== undefined ? [count.spec] : [],
    );
    const asked = new Set([...askedOf(first).map((key) => key.split(":")[1] ?? ""), ...pieces]);
    expect(found.map(({ key }) => key).sort()).toEqual([...asked].sort());

    const source = { grade: "measured", book: "the first", edition: "", page: "", checkedBy: null };
    const specs = found.map(({ key, label, what }) => specSchema.parse({ key, label, source, ...what }));
    const counts = countsOf(shop.procedure, specs);
    if (!counts.ok) throw new Error(counts.error.message);
    const second = new Unseen(shop, counts.value, configOf(specs, figuresKnown(shop.procedure)));
    worked(shop, second);
    expect(askedOf(second)).toEqual([]);
    // Nor is its work another for that.
    expect(walk(shop, second.state).map(({ id }) => id)).toEqual(walk(shop, first.state).map(({ id }) => id));
  },
);

import { broken, orderRules } from "../../testingOrder.ts";
import { shippedBodies } from "../../testingProcedures.ts";
import { procedureSchema } from "../procedure/index.ts";
import { fold, rehearsedJob, walk } from "./index.ts";

const shipped = new Map(shippedBodies.map(([id, body]) => [id.replace(/\.json$/, ""), procedureSchema.parse(body)]));

const walks = new Map<string, readonly string[]>();

/** One whole walk of a shipped procedure, as its tasks in order. */
function walkOf(id: string): readonly string[] {
  const procedure = shipped.get(id);
  if (!procedure) throw new Error(`${id} does not ship`);
  const known = walks.get(id);
  if (known) return known;
  const { bench, events } = rehearsedJob(procedure);
  const walked = walk(bench, fold(events)).map((task) => task.id);
  walks.set(id, walked);
  return walked;
}

// That they hold of every walk, each procedure's rehearsal tells.
const asked = orderRules.flatMap((rule) =>
  rule.in.map((id) => [`${id}: ${rule.first}, then ${rule.then}`, id, rule] as const),
);

test.each(asked)("%s: told where the two are swapped, and where one is left out", (_, id, rule) => {
  const walked = walkOf(id);
  // Where this walk has not both, they are put in as the rule wants them.
  const tasks = [...walked.filter((task) => task !== rule.first && task !== rule.then), rule.first, rule.then];
  expect(broken(rule, tasks)).toBeNull();
  const swapped = tasks.map((task) => (task === rule.first ? rule.then : task === rule.then ? rule.first : task));
  expect(broken(rule, swapped)).toContain(rule.because);
  const without = broken(
    rule,
    tasks.filter((task) => task !== rule.first),
  );
  if (rule.never === "without") expect(without).toContain(rule.because);
  else expect(without).toBeNull();
});

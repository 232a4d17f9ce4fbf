import { bench, jobAt } from "../../testingBench.ts";
import { interpret, tools } from "./index.ts";

// Gauges and wrenches are the test bench's, and one more of each; figures are invented.
const caliper = bench.gauges.find(({ kind }) => kind === "caliper");
const wrench = bench.wrenches.find(({ minNm, maxNm }) => minNm <= 8 && maxNm >= 12);
if (!caliper || !wrench) throw new Error("the test bench has no caliper, or no wrench for 10 N·m");
const two = {
  ...bench,
  gauges: [...bench.gauges, { ...caliper, id: "caliper-b", name: "Caliper B", permissibleError: 0.05 }],
  wrenches: [...bench.wrenches, { ...wrench, id: "wrench-b", name: "Wrench B", maxNm: wrench.maxNm + 60 }],
};
const at = (task: string) => {
  const job = jobAt(task, undefined, two);
  if (!job.task) throw new Error(`nothing waits at ${task}`);
  return { job, task: job.task };
};

test("of several gauges the first lies ready; another is taken, and reads from then on", () => {
  const { job, task } = at("measure:friction-thickness:found");
  expect(tools(two, task)).toEqual({ gauge: caliper.id, wrench: null, others: ["caliper-b"] });
  const kit = tools(two, task, "caliper-b");
  expect(kit).toMatchObject({ gauge: "caliper-b", others: [caliper.id] });
  const waiting = job.aim ? [job.aim] : [];
  const answer = interpret("2.9", {
    ...{ bench: two, state: job.state, waiting, by: job.by, here: null, aim: null },
    ...kit,
  });
  expect(answer).toMatchObject({ kind: "drafts", drafts: [{ type: "reading_taken", gauge: "caliper-b" }] });
  if (answer.kind === "drafts" && answer.drafts[0]) job.keep(answer.drafts[0]);
  expect(job.events.at(-1)?.body).toMatchObject({ gauge: { name: "Caliper B", permissibleError: 0.05 } });
});

test("one that cannot, or that is no longer here, is not taken: the one that suits lies ready", () => {
  const { task } = at("measure:friction-thickness:found");
  for (const wanted of ["wrench-b", "feeler", "sold"]) expect(tools(two, task, wanted).gauge).toBe(caliper.id);
});

test("of several wrenches that reach a torque the one that suits best comes first, and any of them is taken", () => {
  const { task } = at("torque:plate-bolts");
  const { wrench: best, others } = tools(two, task);
  expect([best, ...others]).toContain("wrench-b");
  expect(tools(two, task, "wrench-b")).toMatchObject({ gauge: null, wrench: "wrench-b" });
});

test("g asks for another where something is read or pulled, and means nothing of the kind elsewhere", () => {
  const asked = (task: string) => {
    const { job } = at(task);
    const waiting = job.aim ? [job.aim] : [];
    return interpret("g", {
      ...{ bench: two, state: job.state, waiting, by: job.by, here: null, aim: null },
      ...tools(two, at(task).task),
    });
  };
  expect(asked("measure:friction-thickness:found")).toEqual({ kind: "tool" });
  expect(asked("torque:plate-bolts")).toEqual({ kind: "tool" });
  expect(asked("off:cover-bolts").kind).not.toBe("tool");
});

import { lineHelp, fold, nextTask, procedureSchema, rehearsedJob, waitingSlots, walk } from "@averin/core";
import { technician } from "../../../core/testingBench.ts";
import { shippedBodies } from "../../../core/testingProcedures.ts";
import { stepOnScreen } from "../../testing/stepPanel.tsx";

// Every step of every shipped procedure as it stands when a rehearsal comes to it, on the screen that a technician has.
test.each(shippedBodies)("%s: every step is drawn with its title, and its line says what it takes", (_, body) => {
  const { bench, events } = rehearsedJob(procedureSchema.parse(body));
  const seen = new Set<string>();
  for (let n = 1; n <= events.length; n += 1) {
    const state = fold(events.slice(0, n));
    const task = nextTask(bench, state, walk(bench, state));
    if (task === null || seen.has(task.id)) continue;
    seen.add(task.id);
    const html = stepOnScreen(bench, state, task, technician);
    expect(html).toContain(`font-semibold">${task.title}</h1>`.replaceAll("&", "&amp;"));
    expect(html).not.toMatch(/undefined|NaN|\[object/);
    expect(lineHelp(bench, state, waitingSlots(bench, state, task)).hint).not.toBe("");
  }
  expect(seen.size).toBeGreaterThan(3);
});

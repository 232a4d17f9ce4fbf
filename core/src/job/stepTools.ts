import { WORK_OF_ROW } from "../procedure/index.ts";
import { readTaskId } from "../task/ids.ts";
import type { Bench, StepTool } from "./bench.ts";
import { workOfRow, worksOf } from "./worksOf.ts";

/** A step as it is called in its work alone, and the works by their procedures' ids: of one that several need, all of them. */
export function lastingStep(bench: Bench, task: string): { task: string; procedures: string[] } {
  const of = readTaskId(task)?.of ?? "";
  const own = of.replace(WORK_OF_ROW, "");
  const work = workOfRow(bench, of);
  return {
    task: task
      .split(":")
      .map((word) => (word === of ? own : word))
      .join(":"),
    procedures: work ? [work.of] : worksOf(bench).map((one) => one.of),
  };
}

/** What was noted for a step, on machines of this model. */
export function stepToolsAt(bench: Bench, task: string): readonly StepTool[] {
  if (bench.stepTools === undefined || bench.stepTools.length === 0) return [];
  const { task: step, procedures } = lastingStep(bench, task);
  return bench.stepTools.filter((tool) => tool.task === step && procedures.includes(tool.procedure));
}

import type { OpenPoint } from "../task/kind.ts";
import type { JobState } from "./fold.ts";
import type { JobEvent } from "./events.ts";

/** A tool that a line was read or pulled with, where it has a day by which it is to be calibrated. */
function toolOf({ body }: JobEvent): { name: string; due: string } | null {
  const tool =
    body.type === "reading_taken" || body.type === "adjust_read"
      ? body.gauge
      : body.type === "torque_applied"
        ? body.wrench
        : null;
  return tool?.calibrationDue == null ? null : { name: tool.name, due: tool.calibrationDue };
}

/** Whether a day such as 2027-04-30 had gone by at a moment. */
export const isOverdue = (due: string | null, at: string): boolean => due !== null && at.slice(0, 10) > due;

/** Gauges and wrenches whose calibration was overdue when they were used: a lead answers for each, once. */
export function overdueTools(state: JobState): OpenPoint[] {
  const used = new Map<string, { due: string; lines: number }>();
  for (const lines of state.bySlot.values()) {
    for (const event of lines) {
      const tool = toolOf(event);
      if (!tool || !isOverdue(tool.due, event.at)) continue;
      const before = used.get(tool.name);
      used.set(tool.name, { due: tool.due, lines: (before?.lines ?? 0) + 1 });
    }
  }
  return [...used].map(([name, { due, lines }]): OpenPoint => ({
    key: `overdue:${name}:${lines}`,
    group: "look again",
    text: `${name}: calibration overdue since ${due}, used ${lines === 1 ? "once" : `${lines} times`} here`,
    task: "",
    hard: false,
  }));
}

import type { ComputeStep, DoStep, Step, WaitStep } from "../procedure/index.ts";
import { taskId, type TaskKind } from "../task/ids.ts";
import type { Slot } from "../task/lines.ts";

export const STAGES = ["apart", "measure", "decide", "build", "together", "prove"] as const;
export type Stage = (typeof STAGES)[number];

/** One stretch of work: what the middle of the bench shows and the entry line walks through. */
export type Task = {
  id: string;
  number: number;
  stage: Stage;
  kind: TaskKind;
  title: string;
  do: string;
  why: string | null;
  caution: string | null;
  tools: readonly string[];
  /** Figures of the machine that are told here, by key. */
  tells: readonly string[];
  /** What a second pair of hands does here, where there is one. */
  helper: string | null;
  /** The spine entry it belongs to, to light up its part; null for steps of the whole machine. */
  entry: string | null;
  slots: Slot[];
};

export type Sketch = Omit<Task, "number" | "why" | "caution" | "tools" | "tells" | "helper"> & {
  helper?: string | undefined;
  why?: string | undefined;
  caution?: string | undefined;
  tools?: readonly string[];
  tells?: readonly string[];
};

export const numbers = (count: number): number[] => Array.from({ length: count }, (_, i) => i + 1);

/** The task of a step with one slot of its own kind: something verified, adjusted or computed. */
export function ownTask(step: Exclude<Step, DoStep | WaitStep | ComputeStep>, own: Slot): Sketch {
  const { id, stage, kind, title, why, caution, tools } = step;
  const before = "before" in step ? step.before : undefined;
  const after = "after" in step ? step.after : undefined;
  const what = { id: taskId(kind, id), stage, kind, title, do: step.do, why, caution, tools };
  return { ...what, entry: before ?? after ?? null, slots: [own] };
}

/** "5–9", "3", "2, 4" */
export function ranges(items: readonly number[]): string {
  const sorted = [...new Set(items)].sort((a, b) => a - b);
  const runs: [number, number][] = [];
  for (const n of sorted) {
    const run = runs[runs.length - 1];
    if (run && run[1] === n - 1) run[1] = n;
    else runs.push([n, n]);
  }
  return runs.map(([a, b]) => (a === b ? `${a}` : `${a}–${b}`)).join(", ");
}

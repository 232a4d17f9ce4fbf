import { type FastenerEntry, itemName, partOf, partsOf } from "../procedure/index.ts";
import type { Bench } from "./bench.ts";
import { countOf, type JobState } from "./fold.ts";
import { decisionFor, judgeItem, verdictSentence } from "./judged.ts";
import { isAnswered, isSkipped, nextTask, slotName, type Stage, type Task, waitingSlots } from "./walk.ts";
import { pullsOf } from "./torque.ts";

export const OPEN_GROUPS = ["take off", "measure", "decide", "build", "fit", "torque", "prove", "look again"] as const;
export type OpenGroup = (typeof OPEN_GROUPS)[number];

/** Anything between the job and its release. */
export type OpenPoint = {
  /** Changes when the point changes, so that a signature holds only for what was signed. */
  key: string;
  group: OpenGroup;
  text: string;
  task: string;
};

const GROUP_OF: Record<Task["kind"], OpenGroup> = {
  off: "take off",
  do: "prove",
  measure: "measure",
  inspect: "measure",
  decide: "decide",
  build: "build",
  fit: "fit",
  torque: "torque",
};

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

function openText(bench: Bench, state: JobState, task: Task, keys: readonly string[]): string {
  const open = task.slots.filter((s) => keys.includes(s.key));
  const items = open.flatMap((s) => ("item" in s && s.item > 0 ? [s.item] : s.kind === "pull" ? [s.place] : []));
  if (open.length === 1 && open[0]) return slotName(bench, state, open[0]);
  // The group says what is to be done; the line only where.
  const what = task.title.toLowerCase().split(":")[0] ?? "";
  return items.length > 0 && task.kind !== "fit" ? `${what} ${ranges(items)}` : what;
}

function groupOf(task: Task): OpenGroup {
  return task.kind === "do" && task.stage === "apart" ? "take off" : GROUP_OF[task.kind];
}

/** Parts that stay although their readings do not say so, and new ones that are not as new ones should be. */
function doubtfulReadings(bench: Bench, state: JobState, tasks: readonly Task[]): OpenPoint[] {
  const found: OpenPoint[] = [];
  for (const point of bench.procedure.points) {
    if (point.kind !== "measure") continue;
    const part = partOf(bench.procedure, point.on);
    const items = part ? Array.from({ length: countOf(state, part.id) }, (_, i) => i + 1) : [1];
    for (const item of items) {
      for (const phase of ["found", "left"] as const) {
        const judged = judgeItem(state, point, item, phase);
        if (judged === null) continue;
        const decision = part?.decision ? decisionFor(state, part, item)?.decision : "keep";
        if (phase === "found" && (decision === "renew" || decision === undefined)) continue;
        const newPart = phase === "left" && point.stage === "bench";
        const doubt = newPart
          ? judged.verdict !== null && judged.verdict !== "new" && judged.outsideStandard !== null
          : judged.verdict === "past" || judged.verdict === "undecided" || judged.verdict === null;
        if (!doubt) continue;
        const name = part && items.length > 1 ? itemName(part, item, items.length) : point.name.toLowerCase();
        const says = newPart
          ? `new part ${judged.outsideStandard ?? "outside"} the new range`
          : verdictSentence(judged);
        found.push({
          key: `look:${point.id}:${item}:${phase}:${judged.value}`,
          group: "look again",
          text: `${name}: ${says}`,
          task:
            tasks.find((t) => t.slots.some((s) => s.kind === "read" && s.point === point.id && s.phase === phase))
              ?.id ?? "",
        });
      }
    }
  }
  return found;
}

function badPulls(bench: Bench, state: JobState): OpenPoint[] {
  return bench.procedure.spine
    .filter((entry): entry is FastenerEntry => entry.kind === "fasteners")
    .flatMap((entry) =>
      pullsOf(state, entry)
        .filter(({ verdict }) => verdict !== null && verdict !== "in band")
        .map(({ place, pass, pulls, verdict }): OpenPoint => {
          const last = pulls[pulls.length - 1]?.body;
          return {
            key: `band:${entry.id}:${place}:${pass}:${pulls.length}`,
            group: "torque",
            text: `${entry.one} ${place}, pass ${pass}: ${verdict}, ${last?.valueNm.toFixed(1)} of ${last?.aimNm.toFixed(1)} N·m`,
            task: `torque:${entry.id}`,
          };
        }),
    );
}

/** Set parts decided to be left: told to the owner and signed for, since the work stops short of what was advised. */
function leftParts(bench: Bench, state: JobState): OpenPoint[] {
  return partsOf(bench.procedure).flatMap((part) => {
    if (!part.decision) return [];
    const items =
      part.decision.scope === "each" ? Array.from({ length: countOf(state, part.id) }, (_, i) => i + 1) : [0];
    return items.flatMap((item): OpenPoint[] => {
      const decision = decisionFor(state, part, item);
      if (decision?.decision !== "leave") return [];
      const name = item === 0 ? part.name.toLowerCase() : itemName(part, item, countOf(state, part.id));
      return [
        {
          key: `left:${part.id}:${item}`,
          group: "look again",
          text: `${name}: left as it is, ${decision.reason ?? decision.because}`,
          task: `decide:${part.id}`,
        },
      ];
    });
  });
}

/** Everything between the job and its release, in the order of the work; signed points included. */
export function openPoints(bench: Bench, state: JobState, tasks: readonly Task[]): OpenPoint[] {
  const undone = tasks.flatMap((task): OpenPoint[] => {
    const points: OpenPoint[] = [];
    const waiting = waitingSlots(bench, state, task).map((s) => s.key);
    if (waiting.length > 0) {
      points.push({
        key: `${task.id}#${waiting.length}`,
        group: groupOf(task),
        text: openText(bench, state, task, waiting),
        task: task.id,
      });
    }
    for (const s of task.slots) {
      if (isAnswered(bench, state, s) || !isSkipped(state, s)) continue;
      const reason = state.skipped.get(s.key)?.body.reason ?? "";
      points.push({
        key: `skip:${s.key}`,
        group: groupOf(task),
        text: `${slotName(bench, state, s)}: skipped, ${reason}`,
        task: task.id,
      });
    }
    return points;
  });
  return [...undone, ...badPulls(bench, state), ...doubtfulReadings(bench, state, tasks), ...leftParts(bench, state)];
}

export const unsigned = (state: JobState, points: readonly OpenPoint[]): OpenPoint[] =>
  points.filter((point) => !state.signed.has(point.key));

export type Summary = { stage: Stage | "ready" | "released"; next: string; open: number };

/** Where a job stands, in a line. */
export function summarise(bench: Bench, state: JobState, tasks: readonly Task[]): Summary {
  const open = unsigned(state, openPoints(bench, state, tasks)).length;
  if (state.released) return { stage: "released", next: "released", open: 0 };
  const next = nextTask(bench, state, tasks);
  if (next === null)
    return { stage: "ready", next: open === 0 ? "ready for release" : "a lead signs what is left", open };
  return { stage: next.stage, next: next.title, open };
}

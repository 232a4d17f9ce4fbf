import { questionOf } from "../procedure/index.ts";
import type { OpenGroup, OpenPoint } from "../task/kind.ts";
import type { Slot } from "../task/lines.ts";
import { openOf, slotRule, TASKS } from "../task/registry.ts";
import { waitApplies, waitsOf } from "../task/wait/clocks.ts";
import { agreedPoints, overAgreed, overWords } from "./agreedSum.ts";
import { isAnswered, isSkipped, nextTask, slotName, waitingKey, waitingSlots } from "./answered.ts";
import type { Bench } from "./bench.ts";
import { concernsOf, isAsked } from "./concerns.ts";
import type { JobState } from "./fold.ts";
import { overdueTools } from "./overdue.ts";
import { perState } from "./perState.ts";
import { secondLooks } from "./secondLook.ts";
import { isNotEquipped, isSwept, skipSays } from "./skips.ts";
import { ranges, type Stage, type Task } from "./task.ts";
import { openStops } from "./stops.ts";
import { troublePoints } from "./trouble.ts";
import { walk } from "./walk.ts";

function openText(bench: Bench, state: JobState, task: Task, keys: readonly string[]): string {
  const open = task.slots.filter((s) => keys.includes(s.key));
  const itemOf = (s: Slot): number[] => ("item" in s && s.item > 0 ? [s.item] : s.kind === "pull" ? [s.place] : []);
  // Places of one and the same thing are not numbered.
  const items = new Set(task.slots.flatMap(itemOf)).size > 1 ? open.flatMap(itemOf) : [];
  const mistake = open.map((s) => slotRule(s).mistake?.(bench, state, s)).find((text) => text != null);
  if (mistake) return mistake;
  if (open.length === 1 && open[0]) return slotName(bench, state, open[0]);
  // The group says what is to be done; the line only where.
  const what = task.title.toLowerCase().split(":")[0] ?? "";
  return items.length > 0 && task.kind !== "fit" ? `${what} ${ranges(items)}` : what;
}

/** Whether the procedure says that no signature stands for it: a lock, or a step such as a brake that is pumped. */
const isHard = (bench: Bench, s: Slot): boolean => slotRule(s).hard?.(bench, s) === true;

const groupOf = (task: Task): OpenGroup => {
  const { open } = TASKS[task.kind];
  return typeof open === "string" ? open : open(task);
};

/** The beginning of a longer text, whole signs only. */
const shortened = (text: string): string => {
  const signs = [...text];
  return signs.length > 60 ? `${signs.slice(0, 60).join("")}…` : text;
};

/** Typed and not taken by the record: typed again, put away with a word, or signed for. */
function strayPoints({ strays }: JobState): OpenPoint[] {
  return strays.map(({ id, text, by, why }) => ({
    key: `stray:${id}`,
    group: "not taken",
    text: `“${shortened(text)}” by ${by}: ${why}`,
    task: "",
    hard: false,
  }));
}

/** What stops the work, and what broke or will not come: nobody should have to look for it. */
const comesFirst = ({ group }: OpenPoint): boolean => group === "stop work" || group === "trouble";

/**
 * What is open of a task because it was skipped: each by itself, but pulls of one group that were passed over for one
 * reason, such as all of them by feel, are answered for by one word. What was signed by itself stays so.
 */
function skippedTogether(bench: Bench, state: JobState, task: Task): (readonly [Slot, ...Slot[]])[] {
  const open = task.slots.filter(
    (s) => isSkipped(bench, state, s) && !isAnswered(bench, state, s) && skipSays(bench, state, s) === "open",
  );
  const together = new Map<string, [Slot, ...Slot[]]>();
  for (const s of open) {
    const alone = task.kind !== "torque" || isHard(bench, s) || state.signed.has(`skip:${s.key}`);
    const of = alone ? s.key : (state.skipped.get(s.key)?.body.reason ?? "");
    const known = together.get(of);
    if (known) known.push(s);
    else together.set(of, [s]);
  }
  return [...together.values()];
}

/** Everything between the job and its release, in the order of the work; signed points included. */
export const openPoints = perState((bench, state): readonly OpenPoint[] => {
  const tasks = walk(bench, state);
  const undone = tasks.flatMap((task): OpenPoint[] => {
    const points: OpenPoint[] = [];
    const waiting = waitingSlots(bench, state, task).map((s) => s.key);
    if (waiting.length > 0) {
      points.push({
        key: waitingKey(task, waiting.length),
        group: groupOf(task),
        text: openText(bench, state, task, waiting),
        task: task.id,
        hard: task.slots.some((s) => waiting.includes(s.key) && isHard(bench, s)),
      });
    }
    for (const [s, ...more] of skippedTogether(bench, state, task)) {
      const reason = state.skipped.get(s.key)?.body.reason ?? "";
      const blocks = isHard(bench, s) && !isNotEquipped(state, s);
      const hard = blocks || slotRule(s).saidInTheEnd?.(bench, s) === true;
      const many = more.length > 0;
      points.push({
        key: `skip:${s.key}${many ? `:${more.length + 1}` : ""}`,
        group: groupOf(task),
        text: `${many ? `${task.title.toLowerCase()}, ${more.length + 1} pulls` : slotName(bench, state, s)}: skipped, ${reason}`,
        task: task.id,
        hard,
      });
    }
    return points;
  });
  const look = {
    ...{ bench, state, tasks },
    waiting: (task: Task) => waitingSlots(bench, state, task),
    named: (slot: Slot) => slotName(bench, state, slot),
  };
  const looks = secondLooks(bench, state).flatMap(({ task, asks, seen }): OpenPoint[] =>
    seen ? [] : [{ key: `second:${task.id}`, group: "prove", text: `second look: ${asks}`, task: task.id, hard: true }],
  );
  const all = [
    ...undone,
    ...openOf(look),
    ...troublePoints(state),
    ...overdueTools(state),
    ...looks,
    ...strayPoints(state),
    ...agreedPoints(bench, state),
  ];
  return [...all.filter(comesFirst), ...all.filter((point) => !comesFirst(point))];
});

export const unsigned = (state: JobState, points: readonly OpenPoint[]): OpenPoint[] =>
  points.filter((point) => !state.signed.has(point.key));

/** What a job waits for, and who can end the wait. */
export type Summary = {
  stage: Stage | "ready" | "parked" | "handed back" | "released" | "cancelled";
  next: string;
  open: number;
  needs: "technician" | "lead" | "clock" | "owner" | "nobody";
  /** Clocks that run: what for, and when they are over by the log. */
  clocks: { title: string; endsAt: string }[];
  stop: string | null;
  /** The last line of the log: since when the job lies, and by whose hand. */
  since: string;
  by: string;
  /** By when it was promised, and whose it is to do. */
  promised: string | null;
  assigned: JobState["assigned"];
};

/** The stage that a task counts to: on a walk round a machine nothing goes apart, it is looked at. */
const stageOf = (bench: Bench, { slots, stage }: Task): Stage =>
  stage === "apart" && slots.some((s) => isSwept(bench, s)) ? "measure" : stage;

/** Where a job stands, in a line. */
export function summarise(bench: Bench, state: JobState): Summary {
  const tasks = walk(bench, state);
  const open = unsigned(state, openPoints(bench, state)).length;
  const last = state.events[state.events.length - 1];
  const common = {
    open,
    clocks: waitsOf(bench, state)
      .filter((wait) => wait.endedAt === null && waitApplies(bench, state, wait.wait))
      .map((wait) => ({ title: wait.wait.title, endsAt: wait.endsAt })),
    stop: openStops(bench, state)[0]?.text ?? null,
    since: last?.at ?? "",
    by: last?.by.name ?? "",
    ...{ promised: state.promised, assigned: state.assigned },
  };
  const ended: Pick<Summary, "open" | "needs" | "clocks"> = { open: 0, needs: "nobody", clocks: [] };
  if (state.released?.body.type === "job_handed_back") {
    return { ...common, ...ended, stop: null, stage: "handed back", next: `handed back: ${state.released.body.words}` };
  }
  if (state.released?.body.type === "job_cancelled") {
    return { ...common, ...ended, stop: null, stage: "cancelled", next: `cancelled: ${state.released.body.reason}` };
  }
  if (state.released) return { ...common, ...ended, stage: "released", next: "released" };
  if (state.parked) {
    const { reason, on } = state.parked.body;
    return {
      ...common,
      stage: "parked",
      next: `parked${on === null ? "" : ` until ${on}`}: ${reason}`,
      needs: "nobody",
    };
  }
  const over = overAgreed(bench, state);
  if (over !== null && unsigned(state, agreedPoints(bench, state)).length > 0) {
    const stage = nextTask(bench, state, tasks);
    const next = `it ${overWords(over)}`;
    return { ...common, stage: stage === null ? "ready" : stageOf(bench, stage), next, needs: "owner" };
  }
  const owed = concernsOf(bench, state).find(isAsked);
  const next = nextTask(bench, state, tasks);
  if (next === null && owed) {
    return { ...common, stage: "ready", next: `ask the owner: ${owed.text}`, needs: "owner" };
  }
  if (next === null) {
    const [text, needs] =
      open === 0 ? (["ready for release", "technician"] as const) : (["a lead signs what is left", "lead"] as const);
    return { ...common, stage: "ready", next: text, needs };
  }
  const clock = next.slots.some(({ kind }) => kind === "end") && common.clocks.length > 0;
  const [asked] = waitingSlots(bench, state, next);
  const owner = asked?.kind === "ask" && questionOf(bench.procedure, asked.question)?.kind === "estimate";
  return {
    ...common,
    stage: stageOf(bench, next),
    next: next.title,
    needs: clock ? "clock" : owner ? "owner" : "technician",
  };
}

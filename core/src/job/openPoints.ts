import { doStepOf, entryOf, type FastenerEntry, itemName, partOf, questionOf } from "../procedure/index.ts";
import { trailOf } from "./adjust.ts";
import { activePoints, activeSpine, isWithheld, partsGoingBack, stopsOf } from "./applies.ts";
import type { Bench } from "./bench.ts";
import { estimateChanged } from "./estimate.ts";
import { isEvent } from "./events.ts";
import { countOf, type JobState, latest } from "./fold.ts";
import { decisionFor, findingOf, judgeItem, verdictSentence } from "./judged.ts";
import { perState } from "./perState.ts";
import { type Slot, slot } from "./slot.ts";
import { packMistake } from "./stackChecks.ts";
import { pullsOf } from "./torque.ts";
import { trayOf, unaccounted } from "./tray.ts";
import { waitApplies, waitsOf } from "./waits.ts";
import {
  computeStepOf,
  isAnswered,
  isSkipped,
  nextTask,
  slotName,
  type Stage,
  type Task,
  waitingSlots,
  walk,
} from "./walk.ts";

export const OPEN_GROUPS = [
  "stop work",
  "take off",
  "measure",
  "decide",
  "build",
  "wait",
  "fit",
  "adjust",
  "tray",
  "torque",
  "prove",
  "look again",
  "not taken",
] as const;
export type OpenGroup = (typeof OPEN_GROUPS)[number];

/** Anything between the job and its release. */
export type OpenPoint = {
  /** Changes when the point changes, so that a signature holds only for what was signed. */
  key: string;
  group: OpenGroup;
  text: string;
  task: string;
  /** No signature clears it: only doing it does. */
  hard: boolean;
};

const GROUP_OF: Record<Task["kind"], OpenGroup> = {
  off: "take off",
  do: "prove",
  wait: "wait",
  check: "build",
  verify: "prove",
  adjust: "adjust",
  compute: "adjust",
  lock: "torque",
  count: "tray",
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
  const itemOf = (s: Slot): number[] => ("item" in s && s.item > 0 ? [s.item] : s.kind === "pull" ? [s.place] : []);
  // Places of one and the same thing are not numbered.
  const items = new Set(task.slots.flatMap(itemOf)).size > 1 ? open.flatMap(itemOf) : [];
  const mistake = open.map((s) => mistakeIn(bench, state, s)).find((text) => text !== null);
  if (mistake) return mistake;
  if (open.length === 1 && open[0]) return slotName(bench, state, open[0]);
  // The group says what is to be done; the line only where.
  const what = task.title.toLowerCase().split(":")[0] ?? "";
  return items.length > 0 && task.kind !== "fit" ? `${what} ${ranges(items)}` : what;
}

/** Whether the procedure says that no signature stands for it: a lock, or a step such as a brake that is pumped. */
function isHard(bench: Bench, s: Slot): boolean {
  if (s.kind === "lock") {
    const entry = entryOf(bench.procedure, s.entry);
    return entry?.kind === "fasteners" && entry.locking?.hard === true;
  }
  return s.kind === "do" && doStepOf(bench.procedure, s.step)?.hard === true;
}

/** The mistake a check of the pack found, named; the check waits until it is right. */
function mistakeIn(bench: Bench, state: JobState, s: Slot): string | null {
  const step = s.kind === "check" ? computeStepOf(bench, s.step) : null;
  const wrong = step && s.kind === "check" ? packMistake(bench, state, step, s.check) : null;
  return wrong && `${wrong.check}: ${wrong.text}`;
}

function groupOf(task: Task): OpenGroup {
  return task.kind === "do" && task.stage === "apart" ? "take off" : GROUP_OF[task.kind];
}

/** Parts that stay although their readings do not say so, and new ones that are not as new ones should be. */
function doubtfulReadings(bench: Bench, state: JobState, tasks: readonly Task[]): OpenPoint[] {
  const found: OpenPoint[] = [];
  for (const point of activePoints(bench, state)) {
    if (point.kind !== "measure") continue;
    const part = partOf(bench.procedure, point.on);
    const items = part ? Array.from({ length: countOf(state, part.id) }, (_, i) => i + 1) : [1];
    for (const item of items) {
      for (const phase of ["found", "left"] as const) {
        const judged = judgeItem(state, point, item, phase);
        if (judged === null) continue;
        const decision = part?.decision ? decisionFor(state, part, item)?.decision : "keep";
        // What was found is put right by what is left: only the second reading is doubted.
        if (point.spec === undefined) continue;
        if (phase === "found" && (decision === "renew" || decision === undefined || point.again)) continue;
        const newPart = phase === "left" && point.stage === "bench" && !point.again;
        const doubt = newPart
          ? judged.verdict !== null && judged.verdict !== "new" && judged.outsideStandard !== null
          : judged.verdict === "past" || judged.verdict === "undecided" || judged.verdict === null;
        if (!doubt) continue;
        const name = part && items.length > 1 ? itemName(part, item, items.length) : point.name.toLowerCase();
        const says = newPart
          ? `new part ${judged.outsideStandard ?? "outside"} the new range`
          : isWithheld(bench, state, point.spec)
            ? `figure withheld, the part is not the maker's: ${verdictSentence(judged)}`
            : verdictSentence(judged);
        found.push({
          key: `look:${point.id}:${item}:${phase}:${judged.value}`,
          group: "look again",
          text: `${name}: ${says}`,
          task:
            tasks.find((t) => t.slots.some((s) => s.kind === "read" && s.point === point.id && s.phase === phase))
              ?.id ?? "",
          hard: false,
        });
      }
    }
  }
  return found;
}

/** Looked at and found to need renewing, on something that no decision is taken about. */
function doubtfulFindings(bench: Bench, state: JobState): OpenPoint[] {
  return activePoints(bench, state).flatMap((point): OpenPoint[] => {
    if (point.kind !== "inspect") return [];
    // What is decided about, or renewed anyway, answers for itself.
    const part = partOf(bench.procedure, point.on);
    if (part?.decision || part?.singleUse) return [];
    const finding = findingOf(state, point, 1);
    if (finding?.leads !== "renew") return [];
    return [
      {
        key: `found:${point.id}:${finding.word}`,
        group: "look again",
        text: `${point.name.toLowerCase()}: ${finding.word}, ${finding.means}`,
        task: `inspect:${point.id}:found`,
        hard: false,
      },
    ];
  });
}

function badPulls(bench: Bench, state: JobState): OpenPoint[] {
  return activeSpine(bench, state)
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
            hard: false,
          };
        }),
    );
}

/** Set parts decided to be left: told to the owner and signed for, since the work stops short of what was advised. */
function leftParts(bench: Bench, state: JobState): OpenPoint[] {
  return partsGoingBack(bench, state).flatMap((part) => {
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
          hard: false,
        },
      ];
    });
  });
}

/** Fasteners pulled by a figure that is only a guess: shown, kept, but no proof; a lead answers for it. */
function guessedTorques(bench: Bench, state: JobState): OpenPoint[] {
  return activeSpine(bench, state).flatMap((entry): OpenPoint[] => {
    if (entry.kind !== "fasteners") return [];
    const guess = pullsOf(state, entry)
      .flatMap(({ pulls }) => pulls)
      .find(({ body }) => body.spec.source.grade === "guess");
    if (!guess || guess.body.spec.kind !== "torque") return [];
    return [
      {
        key: `guess:${entry.id}:${guess.body.spec.targetNm}`,
        group: "torque",
        text: `${entry.name.toLowerCase()}: ${guess.body.spec.targetNm} N·m is a guess and signs nothing off; find the maker's figure`,
        task: `torque:${entry.id}`,
        hard: false,
      },
    ];
  });
}

/** Felt, seen or not known where a number belongs: kept, and answered for by a lead. */
function wordedReadings(bench: Bench, state: JobState, tasks: readonly Task[]): OpenPoint[] {
  return tasks.flatMap((task) =>
    task.slots.flatMap((s): OpenPoint[] => {
      const worded = latest(state, s.key, "reading_worded");
      if (!worded) return [];
      const text = `${slotName(bench, state, s)}: ${worded.how}, ${worded.words}`;
      return [{ key: `worded:${s.key}:${worded.words}`, group: "look again", text, task: task.id, hard: false }];
    }),
  );
}

/** Checked against nothing, because no figure is on file or it is withheld; adjusted without knowing what to. */
function unproven(state: JobState, tasks: readonly Task[]): OpenPoint[] {
  const why = (s: Slot): string | null => {
    if (s.kind === "verify") {
      const said = latest(state, s.key, "step_verified");
      return said !== null && said.expected === null ? `${said.typed}, no figure to compare with` : null;
    }
    if (s.kind !== "adjust") return null;
    const last = trailOf(state, s.step).pop();
    const blind = last !== undefined && isEvent(last, "adjust_read") && last.body.aim === null;
    return blind ? "no figure on file: kept, not judged" : null;
  };
  return tasks.flatMap((task): OpenPoint[] => {
    const because = task.slots.map(why).find((words) => words !== null);
    if (because === undefined) return [];
    const text = `${task.title.toLowerCase()}: ${because}`;
    return [{ key: `unproven:${task.id}`, group: "look again", text, task: task.id, hard: false }];
  });
}

/** The owner agreed to another sum: they are asked again. */
function changedEstimates(bench: Bench, state: JobState): OpenPoint[] {
  return bench.procedure.questions.flatMap((question): OpenPoint[] => {
    const changed = question.kind === "estimate" ? estimateChanged(bench, state, question) : null;
    if (!changed) return [];
    const { was, now, agreed } = changed;
    return [
      {
        key: `estimate:${question.id}:${now.total}`,
        group: "decide",
        text: `estimate is now ${now.total} ${now.currency}; ${agreed.name} agreed to ${was.total}: ask the owner again, then Change`,
        task: question.at,
        hard: true,
      },
    ];
  });
}

function stoppedWork(bench: Bench, state: JobState): OpenPoint[] {
  return stopsOf(bench, state)
    .filter((stop) => stop.cleared === null)
    .map(({ event, text }) => ({
      key: `stop:${event.id}`,
      group: "stop work",
      text,
      task: `inspect:${event.body.point}:found`,
      hard: true,
    }));
}

/** What came out and did not go back in, or never came out. */
function trayPoints(bench: Bench, state: JobState, tasks: readonly Task[]): OpenPoint[] {
  const waiting = new Set(tasks.flatMap((task) => waitingSlots(bench, state, task)).map((s) => s.key));
  const spine = new Map(bench.procedure.spine.map((entry) => [entry.id, entry]));
  return trayOf(bench, state).flatMap((line): OpenPoint[] => {
    const entry = spine.get(line.id);
    const closing = entry
      ? ![...waiting].some((key) => key.startsWith(`fit:${line.id}:`))
      : !waiting.has(slot.count(line.id, "together").key);
    const wrong = unaccounted(line, closing);
    if (!wrong) return [];
    const home = tasks.find((task) =>
      task.slots.some((s) => (s.kind === "count" && s.piece === line.id) || (s.kind === "fit" && s.entry === line.id)),
    );
    return [{ key: `tray:${line.id}:${line.out}:${line.in}`, group: "tray", ...wrong, task: home?.id ?? "" }];
  });
}

/** Typed and not taken by the record: typed again, put away with a word, or signed for. */
function strayPoints({ strays }: JobState): OpenPoint[] {
  return strays.map(({ id, text, by, why }) => ({
    key: `stray:${id}`,
    group: "not taken",
    text: `“${text.length > 60 ? `${text.slice(0, 60)}…` : text}” by ${by}: ${why}`,
    task: "",
    hard: false,
  }));
}

/** Waits ended before their time, with how long they had. */
function shortWaits(bench: Bench, state: JobState): OpenPoint[] {
  return waitsOf(bench, state).flatMap(({ wait, minutes, startedAt, endedAt }): OpenPoint[] => {
    if (endedAt === null) return [];
    const had = Math.floor((Date.parse(endedAt) - Date.parse(startedAt)) / 60_000);
    if (had >= minutes) return [];
    return [
      {
        key: `short:${wait.id}:${had}`,
        group: "wait",
        text: `${wait.title.toLowerCase()}: ${had} of ${minutes} min`,
        task: `end:${wait.id}`,
        hard: false,
      },
    ];
  });
}

/** Everything between the job and its release, in the order of the work; signed points included. */
export const openPoints = perState((bench, state): readonly OpenPoint[] => {
  const tasks = walk(bench, state);
  const undone = tasks.flatMap((task): OpenPoint[] => {
    const points: OpenPoint[] = [];
    const waiting = waitingSlots(bench, state, task).map((s) => s.key);
    if (waiting.length > 0) {
      points.push({
        key: `${task.id}#${waiting.length}`,
        group: groupOf(task),
        text: openText(bench, state, task, waiting),
        task: task.id,
        hard: task.slots.some((s) => waiting.includes(s.key) && (s.kind === "count" || isHard(bench, s))),
      });
    }
    for (const s of task.slots) {
      if (isAnswered(bench, state, s) || !isSkipped(bench, state, s)) continue;
      const reason = state.skipped.get(s.key)?.body.reason ?? "";
      // What kind of assembly it is decides the work: it may be said late, but it must be said.
      const hard = isHard(bench, s) || (s.kind === "ask" && questionOf(bench.procedure, s.question)?.kind === "choice");
      points.push({
        key: `skip:${s.key}`,
        group: groupOf(task),
        text: `${slotName(bench, state, s)}: skipped, ${reason}`,
        task: task.id,
        hard,
      });
    }
    return points;
  });
  return [
    ...stoppedWork(bench, state),
    ...undone,
    ...trayPoints(bench, state, tasks),
    ...shortWaits(bench, state),
    ...changedEstimates(bench, state),
    ...wordedReadings(bench, state, tasks),
    ...unproven(state, tasks),
    ...badPulls(bench, state),
    ...guessedTorques(bench, state),
    ...doubtfulReadings(bench, state, tasks),
    ...doubtfulFindings(bench, state),
    ...leftParts(bench, state),
    ...strayPoints(state),
  ];
});

export const unsigned = (state: JobState, points: readonly OpenPoint[]): OpenPoint[] =>
  points.filter((point) => !state.signed.has(point.key));

/** What a job waits for, and who can end the wait. */
export type Summary = {
  stage: Stage | "ready" | "released";
  next: string;
  open: number;
  needs: "technician" | "lead" | "clock" | "owner" | "nobody";
  /** Clocks that run: what for, and when they are over by the log. */
  clocks: { title: string; endsAt: string }[];
  stop: string | null;
  /** The last line of the log: since when the job lies, and by whose hand. */
  since: string;
  by: string;
};

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
    stop: stopsOf(bench, state).find((stop) => stop.cleared === null)?.text ?? null,
    since: last?.at ?? "",
    by: last?.by.name ?? "",
  };
  if (state.released) return { ...common, stage: "released", next: "released", open: 0, needs: "nobody", clocks: [] };
  const next = nextTask(bench, state, tasks);
  if (next === null) {
    const [text, needs] =
      open === 0 ? (["ready for release", "technician"] as const) : (["a lead signs what is left", "lead"] as const);
    return { ...common, stage: "ready", next: text, needs };
  }
  const clock = next.id.startsWith("end:") && common.clocks.length > 0;
  const [asked] = waitingSlots(bench, state, next);
  const owner = asked?.kind === "ask" && questionOf(bench.procedure, asked.question)?.kind === "estimate";
  return { ...common, stage: next.stage, next: next.title, needs: clock ? "clock" : owner ? "owner" : "technician" };
}

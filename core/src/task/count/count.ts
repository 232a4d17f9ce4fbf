import type { Answer } from "../../calculator/index.ts";
import type { Body, DraftOf } from "../../job/events.ts";
import type { Bench } from "../../job/bench.ts";
import { countOf, type JobState, latest } from "../../job/fold.ts";
import type { Sketch } from "../../job/task.ts";
import { type DoStep, pieceOf } from "../../procedure/index.ts";
import { no, refused, wholeNumber, yes } from "../answers.ts";
import { taskId } from "../ids.ts";
import type { Hand, Kind, Line, LineAnswer, Look, OpenPoint } from "../kind.ts";
import { slot, type SlotOf } from "../lines.ts";
import { trayOf, unaccounted } from "./tray.ts";

function acceptCount({ bench, state }: Hand, draft: DraftOf<"pieces_counted">): Answer<Body> {
  const piece = pieceOf(bench.procedure, draft.piece);
  if (!piece) return no("unsupported", "piece", `"${draft.piece}" is not counted in this job.`);
  // Where nobody had on file how many there are, as many as came out are right.
  const known = draft.way === "together" ? state.counts[piece.id] : state.onFile.counts[piece.id];
  const expected = known ?? draft.count;
  if (draft.count > expected * 10)
    return no("range", "count", `There are ${expected}; ${draft.count} cannot be right.`);
  return yes({ ...draft, expected });
}
/**
 * How many Enter alone says: put back or taken away as many as came out or were put on; put on for the work, as many as
 * the step says; on the way apart as many as are on file of this machine. Else null: nobody has counted them.
 */
export function countByEnter({ procedure }: Bench, state: JobState, aim: SlotOf<"count">): number | null {
  const before = latest(state, slot.count(aim.piece, "apart").key, "pieces_counted")?.count;
  if (aim.way === "together" && before !== undefined) return before;
  const piece = pieceOf(procedure, aim.piece);
  const onFile = typeof piece?.count !== "number" && state.counts[aim.piece] !== undefined;
  return piece?.temporary === true || onFile ? countOf(state, aim.piece) : null;
}
function countPieces(line: string, { bench, state }: Line, aim: SlotOf<"count">): LineAnswer {
  const byEnter = countByEnter(bench, state, aim);
  const count = line === "" ? byEnter : wholeNumber(line);
  if (count === null) {
    const enter =
      byEnter === null ? "type how many there are; 0 is an answer too" : `Enter for ${byEnter}, or the number there is`;
    return refused(`Count them: ${enter}.`);
  }
  return { kind: "drafts", drafts: [{ type: "pieces_counted", piece: aim.piece, way: aim.way, count }] };
}
/** What came out and did not go back in, or never came out. */
function trayPoints({ bench, state, tasks, waiting: waitingIn }: Look): OpenPoint[] {
  const waiting = new Set(tasks.flatMap((task) => waitingIn(task)).map((s) => s.key));
  const spine = new Map(bench.procedure.spine.map((entry) => [entry.id, entry]));
  return trayOf(bench, state).flatMap((line): OpenPoint[] => {
    const entry = spine.get(line.id);
    // What no step counts in is open from the moment it was laid down.
    const waits = entry
      ? [...waiting].some((key) => key.startsWith(slot.fit(line.id, 1).key.replace(/1$/, "")))
      : waiting.has(slot.count(line.id, "together").key);
    const closing = line.laid !== undefined || !waits;
    const wrong = unaccounted(line, closing);
    if (!wrong) return [];
    const home = tasks.find((task) =>
      task.slots.some((s) => (s.kind === "count" && s.piece === line.id) || (s.kind === "fit" && s.entry === line.id)),
    );
    return [
      { key: `tray:${line.id}:${line.out}:${line.in}`, group: "tray", ...wrong, task: home?.id ?? line.task ?? "" },
    ];
  });
}
/** What a step put on the machine for the time of the work is taken away and counted at the end. */
export const awayTasks = (step: DoStep): Sketch[] =>
  step.temporary.map((piece) => ({
    id: taskId("away", piece.id),
    stage: "prove",
    kind: "count",
    title: `${piece.name} taken away`,
    do: `Take away what was put on for the work, and count it.`,
    entry: null,
    slots: [slot.count(piece.id, "together")],
  }));

export const count: Kind<"count", "pieces_counted", "count"> = {
  slots: {
    count: {
      named: ({ procedure }, _, s) => {
        const piece = pieceOf(procedure, s.piece);
        if (!piece) return s.piece;
        const there = s.way === "apart" ? !piece.temporary : piece.temporary;
        return `${piece.name.toLowerCase()}, how many ${there ? "out" : piece.temporary ? "put on" : "in"}`;
      },
      drafted: countPieces,
      hinted: (bench, state, s) => {
        const byEnter = countByEnter(bench, state, s);
        return { hint: byEnter === null ? "how many there are" : `Enter: ${byEnter}; or how many` };
      },
      rehearsed: ({ bench, state, numbers }, s) => {
        if (countByEnter(bench, state, s) !== null) return "";
        const count = pieceOf(bench.procedure, s.piece)?.count ?? 1;
        return String(typeof count === "number" ? count : (numbers[count.spec] ?? 1));
      },
      shapes: false,
      hard: () => true,
      notPassed: () => "Count it: 0 is an answer too. What lies inside breaks things.",
    },
  },
  lines: {
    pieces_counted: {
      accepted: acceptCount,
      said: (bench, state, body) => {
        const name = count.slots.count.named(bench, state, slot.count(body.piece, body.way));
        return `${name}: ${body.count}${body.count === body.expected ? "" : `, should be ${body.expected}`}`;
      },
    },
  },
  tasks: { count: { word: "count", open: "tray", undone: "proven again" } },
  open: trayPoints,
};

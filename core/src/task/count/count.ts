import type { Answer } from "../../calculator/index.ts";
import type { Body, DraftOf } from "../../job/events.ts";
import { countOf, latest } from "../../job/fold.ts";
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
  const expected = countOf(state, piece.id);
  if (draft.count > expected * 10)
    return no("range", "count", `There are ${expected}; ${draft.count} cannot be right.`);
  return yes({ ...draft, expected });
}
function countPieces(line: string, { state }: Line, aim: SlotOf<"count">): LineAnswer {
  // Taken away or put back: as many as there were before; on the way apart as many as there should be.
  const before = latest(state, slot.count(aim.piece, "apart").key, "pieces_counted")?.count;
  const expected = aim.way === "together" ? (before ?? countOf(state, aim.piece)) : countOf(state, aim.piece);
  const count = line === "" ? expected : wholeNumber(line);
  if (count === null) return refused(`Count them: Enter for ${expected}, or the number there is.`);
  return { kind: "drafts", drafts: [{ type: "pieces_counted", piece: aim.piece, way: aim.way, count }] };
}
/** What came out and did not go back in, or never came out. */
function trayPoints({ bench, state, tasks, waiting: waitingIn }: Look): OpenPoint[] {
  const waiting = new Set(tasks.flatMap((task) => waitingIn(task)).map((s) => s.key));
  const spine = new Map(bench.procedure.spine.map((entry) => [entry.id, entry]));
  return trayOf(bench, state).flatMap((line): OpenPoint[] => {
    const entry = spine.get(line.id);
    const closing = entry
      ? ![...waiting].some((key) => key.startsWith(slot.fit(line.id, 1).key.replace(/1$/, "")))
      : !waiting.has(slot.count(line.id, "together").key);
    const wrong = unaccounted(line, closing);
    if (!wrong) return [];
    const home = tasks.find((task) =>
      task.slots.some((s) => (s.kind === "count" && s.piece === line.id) || (s.kind === "fit" && s.entry === line.id)),
    );
    return [{ key: `tray:${line.id}:${line.out}:${line.in}`, group: "tray", ...wrong, task: home?.id ?? "" }];
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
      hinted: () => ({ hint: "Enter: all of them; or how many" }),
      rehearsed: () => "",
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

import { countOf, entryOf, fastenerCastle, itemName, latest } from "@averin/core";
import { CastleNut } from "@/instruments/Turning";
import type { PanelProps } from "./TaskPanel.tsx";

/** Locking after torque: a tab bent, a stake set, or a castle nut on to its next slot, never back. */
export function LockPanel({ bench, state, task, waiting, onEnter }: PanelProps) {
  const entry = task.entry ? entryOf(bench.procedure, task.entry) : undefined;
  const aim = waiting.find((s) => s.kind === "lock");
  if (entry?.kind !== "fasteners" || !entry.locking) return null;
  const count = countOf(state, entry.id);
  const last = task.slots.filter((s) => s.kind === "lock").map((s) => latest(state, s.key, "fastener_locked"));
  const done = last.filter((body) => body !== null).pop();
  const { locking } = entry;
  const castle =
    locking.kind === "cotter"
      ? fastenerCastle({ slots: locking.slots, crossHoles: locking.crossHoles, pastDeg: done?.pastDeg ?? 0 })
      : null;
  return (
    <>
      {locking.kind === "cotter" && castle?.ok && (
        <div className="grid items-center gap-4 md:grid-cols-[minmax(280px,420px)_1fr]">
          <CastleNut
            slots={locking.slots}
            crossHoles={locking.crossHoles}
            pastDeg={done?.pastDeg ?? 0}
            tightenDeg={castle.value.tightenDeg}
          />
          <p className="text-lg">
            A slot comes round every <span className="figure">{castle.value.spacingDeg.toFixed(0)}°</span>. Does none
            line up at the torque, go on to the next, never back. Type the degrees past the last slot, or Enter when one
            lines up. A new nut whose slots miss the hole is the wrong nut.
          </p>
        </div>
      )}
      {done && (
        <p className="text-lg">
          Locked by {done.how}
          {done.tightenedDeg ? <span className="figure">, on by {Math.round(done.tightenedDeg)}°</span> : ""}.
        </p>
      )}
      {aim?.kind === "lock" && (
        <button
          type="button"
          className="key min-h-[60px]! self-start px-6! text-xl"
          data-main="true"
          onClick={() => onEnter("")}
        >
          {itemName(entry, aim.place, count)} locked
        </button>
      )}
    </>
  );
}

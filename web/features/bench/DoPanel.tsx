import { entryOf, facingInPack, facingOf, figure, isAnswered, latest, platesOf, slot, slotName } from "@averin/core";
import { ShaftStack } from "@/instruments/ShaftStack";
import type { PanelProps } from "./TaskPanel.tsx";

/** Taking off, putting in, doing: what to do, how it faces, and Enter when it is so. */
export function DoPanel({ bench, state, task, waiting, onEnter }: PanelProps) {
  const aim = waiting[0];
  const entry = task.entry ? entryOf(bench.procedure, task.entry) : undefined;
  const facing =
    aim?.kind !== "fit" || !entry
      ? null
      : entry.kind === "part"
        ? facingOf(bench, state, entry)
        : entry.kind === "pack"
          ? facingInPack(bench, state, entry.id, aim.item)
          : null;
  // Plates go in from the inside out; the list of plates runs from the outside in.
  const plates = entry?.kind === "pack" && task.kind === "fit" ? [...platesOf(bench, state, entry)].reverse() : [];
  // Several things said as they came off, one after the other: read backwards going together.
  const noted = task.kind === "fit" && entry ? latest(state, slot.off(entry.id).key, "part_removed")?.noted : null;
  const order = (noted ?? "")
    .split(/[,;]/)
    .map((piece) => piece.trim())
    .filter(Boolean);
  const label =
    task.kind === "off" ? "It is off" : task.kind === "fit" ? (facing ? "In, and facing so" : "It is in") : "Done";
  return (
    <>
      {facing && (
        <p className="border-2 border-petrol p-3 text-xl">
          <span className="caption block">faces</span>
          {facing}
        </p>
      )}
      {order.length > 1 && <ShaftStack off={order} />}
      {task.slots.length > 1 && (
        <ol className="grid grid-cols-2 gap-x-4 border-t border-line sm:grid-cols-3">
          {task.slots.map((s, i) => (
            <li
              key={s.key}
              className={`flex min-h-[36px] items-center gap-2 border-b border-line px-1 ${s.key === aim?.key ? "bg-band font-semibold" : ""}`}
            >
              <span aria-hidden>{isAnswered(bench, state, s) ? "■" : s.key === aim?.key ? "▸" : "□"}</span>
              {slotName(bench, state, s)}
              {plates[i]?.thicknessMm != null && (
                <span className="figure ml-auto text-[15px] font-normal">
                  {figure(plates[i].thicknessMm)}
                  {plates[i].renewed ? " new" : ""}
                </span>
              )}
            </li>
          ))}
        </ol>
      )}
      {aim && (
        <button
          type="button"
          className="key min-h-[60px]! self-start px-6! text-xl"
          data-main="true"
          onClick={() => onEnter("")}
        >
          {label}: {slotName(bench, state, aim)}
        </button>
      )}
      {!aim && <p className="text-lg">Done. Touch a part of the spine, or + Enter goes on.</p>}
    </>
  );
}

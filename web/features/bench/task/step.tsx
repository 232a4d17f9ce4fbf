import {
  type Bench,
  countOf,
  entryOf,
  facingInPack,
  facingOf,
  figure,
  isAnswered,
  latest,
  lockedWhenOff,
  rowOf,
  platesOf,
  type Slot,
  slot,
  slotName,
  stepOf,
  type Task,
} from "@averin/core";
import { PartFigure } from "@/instruments/Spine";
import { ShaftStack } from "@/instruments/ShaftStack";
import type { PanelProps } from "../panel.ts";

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
  const order = rowOf(noted ?? "");
  const locked = task.kind === "fit" && entry ? lockedWhenOff(state, entry) : null;
  const irreversible = irreversibleOf(bench, task, aim);
  const doing = aim?.kind === "do" ? stepOf(bench.procedure, aim.step) : undefined;
  const seen = doing?.kind === "do" ? (doing.seen ?? []) : [];
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
      {locked && (
        <p className="border-2 border-ink p-3 text-lg">
          <strong>Came out so: {locked}. </strong>
          It goes back locked: old locker off both threads, clean and dry, new locker as its book says.
        </p>
      )}
      {irreversible && (
        <p className="border-2 border-ink p-3 text-lg">
          <strong>This cannot be undone. </strong>
          {irreversible}
        </p>
      )}
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
      {seen.length > 0 && (
        <ul aria-label="What you saw" className="grid gap-2 sm:grid-cols-2">
          {seen.map(({ word, means }, i) => (
            <li key={word} className="flex">
              <button
                type="button"
                className="key min-h-[60px]! w-full items-center! justify-start! gap-3! py-2 text-left font-normal!"
                onClick={() => onEnter(String(i + 1))}
              >
                <span className="figure text-2xl text-petrol">{i + 1}</span>
                <span className="leading-tight">
                  <strong className="block text-xl">{word}</strong>
                  {means}
                </span>
              </button>
            </li>
          ))}
        </ul>
      )}
      {aim && seen.length === 0 && (
        <button
          type="button"
          className="key min-h-[60px]! self-start px-6! text-xl"
          data-main="true"
          onClick={() => onEnter("")}
        >
          {label}: {slotName(bench, state, aim)}
        </button>
      )}
      {entry && entry.kind !== "pack" && order.length < 2 && (
        <PartFigure
          sketch={entry.sketch ?? null}
          count={countOf(state, entry.id)}
          fasteners={entry.kind === "fasteners"}
        />
      )}
      {!aim && <p className="text-lg">Done. Touch a part of the spine, or + Enter goes on.</p>}
    </>
  );
}

/** What must be true before something that cannot be undone; null where it can be. */
function irreversibleOf(bench: Bench, task: Task, aim: Slot | undefined): string | null {
  if (aim?.kind === "do") {
    const step = stepOf(bench.procedure, aim.step);
    return step?.kind === "do" ? (step.irreversible ?? null) : null;
  }
  const entry = task.entry ? entryOf(bench.procedure, task.entry) : undefined;
  if (!entry) return null;
  if (aim?.kind === "off") return entry.apart.irreversible ?? null;
  return aim?.kind === "fit" ? (entry.together.irreversible ?? null) : null;
}

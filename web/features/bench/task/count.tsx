import { countByEnter, pieceOf, type Slot, trayOf } from "@averin/core";
import type { PanelProps } from "../panel.ts";

/** So many have a key of their own where nobody has said how many there are; more are typed. */
const MOST_KEYS = 8;

/** Small parts counted out, counted in, or taken away. */
export function CountPanel({ bench, state, aim, onEnter }: PanelProps & { aim: Extract<Slot, { kind: "count" }> }) {
  const piece = pieceOf(bench.procedure, aim.piece);
  const line = trayOf(bench, state).find((l) => l.id === aim.piece);
  if (!piece || !line) return null;
  const byEnter = countByEnter(bench, state, aim);
  const keys = Array.from({ length: Math.max(line.out ?? 0, byEnter ?? MOST_KEYS) + 1 }, (_, n) => n);
  const does = piece.temporary
    ? aim.way === "apart"
      ? "put on for the work"
      : "taken away again"
    : aim.way === "apart"
      ? "out and in the tray"
      : "back in";
  return (
    <section className="border-2 border-petrol bg-sheet p-3">
      <p className="caption">count</p>
      <h2 className="text-xl font-semibold">
        {piece.name}: how many {does}?
      </h2>
      <div className="flex flex-wrap gap-2 pt-2">
        {(byEnter === null ? keys : keys.reverse()).map((n) => (
          <button
            key={n}
            type="button"
            className="key figure min-h-[60px]! min-w-[72px] text-2xl"
            data-main={n === byEnter}
            onClick={() => onEnter(String(n))}
          >
            {n}
          </button>
        ))}
      </div>
      <p className="pt-2 text-soft">
        {byEnter === null ? "Nobody has said how many this machine has: count them." : `Enter: ${byEnter}.`}{" "}
        {piece.temporary
          ? "What is put on for the work is counted off before release."
          : "One that is missing is inside something: find it before you go on."}
      </p>
    </section>
  );
}

import { countOf, pieceOf, type Slot, trayOf } from "@averin/core";
import type { PanelProps } from "../panel.ts";

/** Small parts counted out, counted in, or taken away. */
export function CountPanel({ bench, state, aim, onEnter }: PanelProps & { aim: Extract<Slot, { kind: "count" }> }) {
  const piece = pieceOf(bench.procedure, aim.piece);
  const line = trayOf(bench, state).find((l) => l.id === aim.piece);
  if (!piece || !line) return null;
  const before = aim.way === "together" ? (line.out ?? countOf(state, piece.id)) : countOf(state, piece.id);
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
        {Array.from({ length: before + 1 }, (_, i) => before - i).map((n) => (
          <button
            key={n}
            type="button"
            className="key figure min-h-[60px]! min-w-[72px] text-2xl"
            data-main={n === before}
            onClick={() => onEnter(String(n))}
          >
            {n}
          </button>
        ))}
      </div>
      <p className="pt-2 text-soft">
        Enter: {before}.{" "}
        {piece.temporary
          ? "What is put on for the work is counted off before release."
          : "One that is missing is inside something: find it before you go on."}
      </p>
    </section>
  );
}

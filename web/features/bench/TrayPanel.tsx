import { countOf, entryOf, pieceOf, placeWords, type Slot, trayOf } from "@averin/core";
import { TrayDrawing } from "@/instruments/TrayDrawing";
import { inSight } from "@/instruments/inSight";
import type { PanelProps } from "./TaskPanel.tsx";

/** Fasteners with places of their own, on the way out and on the way back in: the drawing, and each in words. */
export function PlacesPanel({ bench, state, task, waiting, onAim, onEnter }: PanelProps) {
  const entry = task.entry ? entryOf(bench.procedure, task.entry) : undefined;
  const line = trayOf(bench, state).find((l) => l.id === entry?.id);
  if (entry?.kind !== "fasteners" || !line) return null;
  const aim = waiting[0];
  const next = aim?.kind === "out" ? aim.place : aim?.kind === "fit" ? aim.item : null;
  const keyOf = (place: number): string | undefined =>
    waiting.find((s) => (s.kind === "out" && s.place === place) || (s.kind === "fit" && s.item === place))?.key;
  const going = task.kind === "off" ? "out" : "in";
  const hand = line.places.find((p) => p.place === next);
  return (
    <div className="grid gap-4 md:grid-cols-[minmax(280px,380px)_1fr]">
      <TrayDrawing
        places={line.places}
        next={next}
        onPick={(place) => {
          const key = keyOf(place);
          if (key) onAim(key);
        }}
      />
      <div className="flex min-w-0 flex-col gap-3">
        {hand && (
          <button
            type="button"
            className="key min-h-[60px]! justify-start! px-5! text-xl"
            data-main="true"
            onClick={() => onEnter("")}
          >
            {placeWords(entry, line.expected, hand)} {going}
          </button>
        )}
        <ol className="border-t border-line">
          {line.places.map((p) => (
            <li
              key={p.place}
              ref={p.place === next ? inSight : undefined}
              className={`flex min-h-[40px] items-center gap-2 border-b border-line px-1 ${p.place === next ? "bg-band font-semibold" : ""}`}
            >
              <span className="figure w-6 font-bold">{p.place}</span>
              <span className="figure w-16">{p.lengthMm === null ? "" : `${p.lengthMm} mm`}</span>
              <span className="flex-1 leading-tight">{p.under}</span>
              <span className="text-soft">{p.state === "out" ? "tray" : p.state}</span>
            </li>
          ))}
        </ol>
        {going === "out" && (
          <p className="text-[15px] text-soft">
            Enter: as the book says. Another length, and what lay under it: <span className="figure">40 washer</span>.
            Several at once: <span className="figure">25 25 40</span>.
          </p>
        )}
      </div>
    </div>
  );
}

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

/** The tray in a corner: what is out, what is back in, what is still put on. */
export function TrayCorner({
  bench,
  state,
  onGo,
}: Pick<PanelProps, "bench" | "state"> & { onGo: (entry: string) => void }) {
  const lines = trayOf(bench, state).filter((line) => line.out !== null);
  const out = lines.reduce((sum, line) => sum + (line.temporary ? 0 : (line.out ?? 0)), 0);
  const back = lines.reduce((sum, line) => sum + (line.temporary ? 0 : (line.in ?? 0)), 0);
  return (
    <details aria-label="Tray" className="lg:border-t-2 lg:border-ink">
      <summary className="caption flex min-h-[52px] cursor-pointer list-none items-center justify-between px-3">
        <span>Tray</span>
        <span className="figure text-ink">
          {out} out, {back} in
        </span>
      </summary>
      {lines.length === 0 && <p className="px-3 pb-2 text-soft">Nothing is out yet.</p>}
      <ul className="max-h-[40dvh] overflow-y-auto px-3 pb-2">
        {lines.map((line) => {
          const left = (line.out ?? 0) - (line.in ?? 0);
          return (
            <li key={line.id}>
              <button
                type="button"
                onClick={() => onGo(line.id)}
                className="flex min-h-[44px] w-full items-center justify-between text-left text-[16px] leading-tight hover:bg-ground"
              >
                <span className={left === 0 ? "text-soft" : ""}>{line.name.toLowerCase()}</span>
                <span className="figure text-[15px]">
                  {left === 0 ? "all in" : line.temporary ? `${left} still on` : `${left} of ${line.expected}`}
                </span>
              </button>
            </li>
          );
        })}
      </ul>
    </details>
  );
}

import { cardOf, cardWords, entryOf, oddWords, placeWords, trayOf } from "@averin/core";
import { TrayDrawing } from "@/instruments/TrayDrawing";
import { inSight } from "@/instruments/inSight";
import type { PanelProps } from "../panel.ts";
import { DoPanel } from "./step.tsx";

/** What comes off or goes in: fasteners with places of their own have their drawing, everything else is done. */
export function PartPanel(props: PanelProps) {
  const { bench, task } = props;
  const entry = task.entry === null ? undefined : entryOf(bench.procedure, task.entry);
  return entry?.kind === "fasteners" && entry.tray === "by place" ? <PlacesPanel {...props} /> : <DoPanel {...props} />;
}

/** Fasteners with places of their own, on the way out and on the way back in: the drawing, and each in words. */
function PlacesPanel({ bench, state, task, waiting, onAim, onEnter }: PanelProps) {
  const entry = task.entry ? entryOf(bench.procedure, task.entry) : undefined;
  const line = trayOf(bench, state).find((l) => l.id === entry?.id);
  if (entry?.kind !== "fasteners" || !line) return null;
  const card = cardOf(bench, state, entry);
  const aim = waiting[0];
  const next = aim?.kind === "out" ? aim.place : aim?.kind === "fit" ? aim.item : null;
  const keyOf = (place: number): string | undefined =>
    task.slots.find((s) => (s.kind === "out" && s.place === place) || (s.kind === "fit" && s.item === place))?.key;
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
            {hand.state === "out" && oddWords(hand) !== null && (
              <strong className="block text-past">came as {oddWords(hand)}</strong>
            )}
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
            Enter: {line.places.some(({ bookMm }) => bookMm !== null) ? "as the book says" : "it is out"}. Another
            length, and what lay under it: <span className="figure">40 washer</span>. Several at once:{" "}
            <span className="figure">25 25 40</span>.
          </p>
        )}
        <p className="text-[15px]">
          {card ? (
            <strong>{cardWords(card)}</strong>
          ) : (
            <span className="text-soft">
              What they are, once for the model: <span className="figure">M6x25 h8</span>
            </span>
          )}
        </p>
      </div>
    </div>
  );
}

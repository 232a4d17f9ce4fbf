import type { TrayPlace } from "@averin/core";
import { useId } from "react";
import { CENTRE, outline, Plan, PlaceNumber, REACH, spotOf } from "./fastenerPlan.tsx";

/** The cover seen from outside with every bolt's place: its number, its length, what lies under it, out or in. */
export function TrayDrawing({
  places,
  next,
  onPick,
}: {
  places: readonly TrayPlace[];
  next: number | null;
  onPick?: (place: number) => void;
}) {
  const title = useId();
  const out = places.filter((p) => p.state === "out").length;
  return (
    <Plan id={title} says={`Tray: ${places.length} places, ${out} in the tray${next ? `; next is ${next}` : ""}`}>
      <path d={outline(places)} fill="var(--sheet)" stroke="var(--ink)" strokeWidth="2" />
      <circle cx={CENTRE} cy={CENTRE} r={REACH * 0.62} fill="none" stroke="var(--line)" strokeWidth="1.5" />
      <text
        x={CENTRE}
        y={CENTRE + 2}
        textAnchor="middle"
        fontSize="40"
        fontWeight="700"
        className="figure"
        fill="var(--ink)"
      >
        {out}
      </text>
      <text x={CENTRE} y={CENTRE + 24} textAnchor="middle" fontSize="16" fill="var(--soft)">
        in the tray
      </text>
      {places.map((p) => {
        const { x, y } = spotOf(p);
        const isNext = p.place === next;
        const odd = p.bookMm !== null && p.lengthMm !== null && p.bookMm !== p.lengthMm;
        const label = y > CENTRE ? y - 30 : y + 42;
        return (
          <g key={p.place} onClick={() => onPick?.(p.place)} className={onPick ? "cursor-pointer" : undefined}>
            <circle
              cx={x}
              cy={y}
              r="24"
              fill={p.state === "in" ? "var(--band)" : "var(--sheet)"}
              stroke="var(--ink)"
              strokeWidth="2"
              strokeDasharray={p.state === "out" ? "5 4" : undefined}
            />
            {isNext && (
              <circle cx={x} cy={y} r="30" fill="none" stroke="var(--petrol)" strokeWidth="5" className="breathing" />
            )}
            <PlaceNumber x={x} y={y} place={p.place} />
            {p.lengthMm !== null && (
              <text
                x={x}
                y={label}
                textAnchor="middle"
                fontSize="17"
                fontWeight="600"
                className="figure"
                fill={odd ? "var(--past)" : "var(--petrol)"}
              >
                {p.lengthMm}
              </text>
            )}
            {p.under && (
              <circle cx={x + 22} cy={y - 22} r="8" fill="var(--near)" stroke="var(--sheet)" strokeWidth="2" />
            )}
          </g>
        );
      })}
    </Plan>
  );
}

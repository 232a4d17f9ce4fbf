import type { TrayPlace } from "@averin/core";
import { useId } from "react";

const SIZE = 380;
const CENTRE = SIZE / 2;
const REACH = 122;

export const spotOf = ({ x, y }: { x: number; y: number }): { x: number; y: number } => ({
  x: CENTRE + REACH * x,
  y: CENTRE - REACH * y,
});

/** A closed smooth line round the places, as the edge of the part they hold. */
export function outline(places: readonly { x: number; y: number }[]): string {
  const points = [...places]
    .sort((a, b) => Math.atan2(a.x, a.y) - Math.atan2(b.x, b.y))
    .map((p) => spotOf({ x: p.x * 1.26, y: p.y * 1.26 }));
  const at = (i: number): { x: number; y: number } =>
    points[(i + points.length) % points.length] ?? spotOf({ x: 0, y: 0 });
  const f = (n: number): string => n.toFixed(1);
  return points
    .map((p, i) => {
      // Catmull-Rom through the points, as cubic curves.
      const [before, next, after] = [at(i - 1), at(i + 1), at(i + 2)];
      const one = { x: p.x + (next.x - before.x) / 6, y: p.y + (next.y - before.y) / 6 };
      const two = { x: next.x - (after.x - p.x) / 6, y: next.y - (after.y - p.y) / 6 };
      const start = i === 0 ? `M${f(p.x)} ${f(p.y)}` : "";
      return `${start}C${f(one.x)} ${f(one.y)} ${f(two.x)} ${f(two.y)} ${f(next.x)} ${f(next.y)}`;
    })
    .join("");
}

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
    <svg
      viewBox={`0 0 ${SIZE} ${SIZE}`}
      role="group"
      aria-labelledby={title}
      className="block h-auto w-full max-w-[400px]"
    >
      <title id={title}>{`Tray: ${places.length} places, ${out} in the tray${next ? `; next is ${next}` : ""}`}</title>
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
            <text
              x={x}
              y={y + 8}
              textAnchor="middle"
              fontSize="22"
              fontWeight="700"
              className="figure"
              fill="var(--ink)"
            >
              {p.place}
            </text>
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
    </svg>
  );
}

import type { ReactNode } from "react";

export const SIZE = 380;
export const CENTRE = SIZE / 2;
export const REACH = 122;

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

/** The square that fasteners are drawn in where they sit, with the sentence for those who cannot see it. */
export function Plan({ id, says, children }: { id: string; says: string; children: ReactNode }) {
  return (
    <svg
      viewBox={`0 0 ${SIZE} ${SIZE}`}
      role="group"
      aria-labelledby={id}
      className="block h-auto w-full max-w-[400px]"
    >
      <title id={id}>{says}</title>
      {children}
    </svg>
  );
}

/** The number of a place, to be read at arm's length. */
export function PlaceNumber({
  x,
  y,
  place,
  tone = "var(--ink)",
}: {
  x: number;
  y: number;
  place: number;
  tone?: string;
}) {
  return (
    <text x={x} y={y + 8} textAnchor="middle" fontSize="22" fontWeight="700" className="figure" fill={tone}>
      {place}
    </text>
  );
}

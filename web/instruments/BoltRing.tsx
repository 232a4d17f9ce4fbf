import type { PullState } from "@averin/core";
import { useId } from "react";
import { CENTRE, outline, Plan, PlaceNumber, spotOf } from "./fastenerPlan.tsx";

/** Words keep clear of the lines that run under them. */
const HALO = { paintOrder: "stroke", stroke: "var(--ground)", strokeWidth: 7 } as const;

/** The fasteners where they sit, seen from the cover side, each filling pass by pass; the next one breathes. */
export function BoltRing({
  pulls,
  next,
  order,
  places: where,
  onPick,
}: {
  pulls: readonly PullState[];
  next: { place: number; pass: number } | null;
  order: readonly number[];
  /** Where each sits, place 1 first; x to the right, y up, within −1…1. */
  places: readonly { x: number; y: number }[];
  onPick?: (place: number) => void;
}) {
  const title = useId();
  const places = [...new Set(pulls.map((p) => p.place))];
  const passes = Math.max(...pulls.map((p) => p.pass));
  const spot = (place: number): { x: number; y: number } => spotOf(where[place - 1] ?? { x: 0, y: 0 });
  const orderPath = order
    .map((p, i) => `${i === 0 ? "M" : "L"}${spot(p).x.toFixed(1)} ${spot(p).y.toFixed(1)}`)
    .join("");
  const says = next ? `next is bolt ${next.place}, pass ${next.pass} of ${passes}` : "every pull recorded";
  return (
    <Plan id={title} says={`Bolt ring, ${places.length} places; ${says}`}>
      {places.length > 2 && <path d={outline(where)} fill="none" stroke="var(--line)" strokeWidth="1.5" />}
      <path d={orderPath} fill="none" stroke="var(--line)" strokeWidth="1.5" strokeDasharray="5 5" />
      {next && (
        <text x={CENTRE} y={CENTRE - 4} textAnchor="middle" fontSize="20" fill="var(--ink)" {...HALO}>
          pass {next.pass} of {passes}
        </text>
      )}
      {next && (
        <text
          x={CENTRE}
          y={CENTRE + 24}
          textAnchor="middle"
          fontSize="22"
          fontWeight="700"
          className="figure"
          fill="var(--petrol)"
          {...HALO}
        >
          bolt {next.place}
        </text>
      )}
      {!next && (
        <text x={CENTRE} y={CENTRE + 6} textAnchor="middle" fontSize="20" fill="var(--ink)">
          all recorded
        </text>
      )}
      {places.map((place) => {
        const own = pulls.filter((p) => p.place === place);
        const good = own.filter(isPulled).length;
        const bad = own.find((p) => p.verdict !== null && p.verdict !== "in band");
        const otherwise = own.some((p) => p.otherwise !== null);
        const missed = !bad && own.some((p) => isBehind(p, pulls, order));
        const { x, y } = spot(place);
        const fill = good / passes;
        const isNext = next?.place === place;
        return (
          <g key={place} onClick={() => onPick?.(place)} className={onPick ? "cursor-pointer" : undefined}>
            <Hexagon
              x={x}
              y={y}
              r={31}
              fill="var(--sheet)"
              stroke={bad ? "var(--past)" : "var(--ink)"}
              width={bad ? 4 : 2}
            />
            <clipPath id={`${title}-${place}`}>
              <rect x={x - 32} y={y + 32 - 64 * fill} width={64} height={64 * fill} />
            </clipPath>
            <g clipPath={`url(#${title}-${place})`}>
              <Hexagon x={x} y={y} r={31} fill="var(--band)" stroke="none" width={0} />
            </g>
            {isNext && <Hexagon x={x} y={y} r={38} fill="none" stroke="var(--petrol)" width={5} breathing />}
            <PlaceNumber x={x} y={y} place={place} tone={bad ? "var(--past)" : "var(--ink)"} />
            {(bad ?? (missed || otherwise)) && (
              <text
                x={x}
                y={y + (y > CENTRE ? 54 : -42)}
                textAnchor="middle"
                fontSize="16"
                fontWeight="600"
                fill="var(--past)"
              >
                {bad ? bad.verdict : missed ? "missed" : "not to a figure"}
              </text>
            )}
          </g>
        );
      })}
    </Plan>
  );
}

const isPulled = ({ verdict, otherwise }: PullState): boolean => verdict === "in band" || otherwise !== null;

/** A pull left out although a later one in the same pass, or a later pass, has been made. */
export function isBehind(pull: PullState, all: readonly PullState[], order: readonly number[]): boolean {
  if (pull.verdict !== null || pull.otherwise !== null) return false;
  return all.some(
    (other) =>
      (other.verdict !== null || other.otherwise !== null) &&
      (other.pass > pull.pass || (other.pass === pull.pass && order.indexOf(other.place) > order.indexOf(pull.place))),
  );
}

function Hexagon({
  x,
  y,
  r,
  fill,
  stroke,
  width,
  breathing,
}: {
  x: number;
  y: number;
  r: number;
  fill: string;
  stroke: string;
  width: number;
  breathing?: boolean;
}) {
  const points = Array.from({ length: 6 }, (_, i) => {
    const angle = (i * Math.PI) / 3 + Math.PI / 6;
    return `${(x + r * Math.cos(angle)).toFixed(1)},${(y + r * Math.sin(angle)).toFixed(1)}`;
  });
  return (
    <polygon
      points={points.join(" ")}
      fill={fill}
      stroke={stroke}
      strokeWidth={width}
      className={breathing ? "breathing" : undefined}
    />
  );
}

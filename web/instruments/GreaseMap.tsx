import { useId } from "react";
import { leadTone } from "./leadTone.ts";

export type GreasePoint = { id: string; name: string; found: string | null; leads: string | null; here: boolean };

/** Where each sits on a sled seen from its left, and whether something lies before it. */
const PLACE: Record<string, { x: number; y: number; hidden?: true }> = {
  "grease-spindles": { x: 96, y: 150 },
  "grease-steering": { x: 178, y: 84 },
  "grease-jackshaft": { x: 252, y: 112, hidden: true },
  "grease-drive-shaft": { x: 252, y: 168, hidden: true },
  "grease-skid-front": { x: 358, y: 190 },
  "grease-skid-rear": { x: 470, y: 190 },
};

/** Whether a point has its place on the map. */
export const isOnGreaseMap = (id: string): boolean => id in PLACE;

/** The sled from its left with every grease point, numbered in the order they are gone to; hidden ones in a dashed box. */
export function GreaseMap({ points }: { points: readonly GreasePoint[] }) {
  const title = useId();
  const says = points.map((p, i) => `${i + 1} ${p.name}: ${p.found ?? "not greased yet"}`).join("; ");
  const hidden = points.some((p) => PLACE[p.id]?.hidden);
  return (
    <svg
      viewBox="0 0 640 252"
      role="img"
      aria-labelledby={title}
      className="block max-h-[244px] w-full max-w-[720px] shrink-0"
    >
      <title id={title}>{`Grease points. ${says}`}</title>
      <g fill="none" stroke="var(--line)" strokeWidth="3" strokeLinejoin="round">
        <path d="M44 132Q70 84 150 74L176 40h16l-8 36 72 14h150l96 12 60 4v22H262l-30 30H120z" fill="var(--sheet)" />
        <path d="M16 206q0 14 20 14h150q12 0 18-10" strokeWidth="5" />
        <path d="M96 206V150M96 150L200 150" />
        <path d="M252 150h250a34 34 0 0 1 0 70H290q-22 0-34-26l-14-30q-4-14 10-14z" strokeWidth="5" />
        <path d="M316 210h190M330 206l30-40M450 206l30-40" />
      </g>
      {points.map((point, i) => {
        const at = PLACE[point.id];
        if (!at) return null;
        const tone = leadTone(point.leads);
        return (
          <g key={point.id}>
            {at.hidden && (
              <rect
                x={at.x - 26}
                y={at.y - 25}
                width="52"
                height="50"
                fill="none"
                stroke="var(--ink)"
                strokeWidth="1.6"
                strokeDasharray="5 4"
              />
            )}
            <circle
              cx={at.x}
              cy={at.y}
              r={point.here ? 21 : 17}
              fill={point.here ? "var(--petrol)" : "var(--sheet)"}
              stroke={point.found === null ? "var(--ink)" : tone}
              strokeWidth={point.found === null ? 2 : 5}
              strokeDasharray={point.found === null && !point.here ? "4 3" : undefined}
            />
            <text
              x={at.x}
              y={at.y + 7}
              textAnchor="middle"
              fontSize="20"
              fontWeight="700"
              className="figure"
              fill={point.here ? "var(--on-petrol)" : "var(--ink)"}
            >
              {i + 1}
            </text>
          </g>
        );
      })}
      {hidden && (
        <g>
          <rect
            x="16"
            y="233"
            width="16"
            height="14"
            fill="none"
            stroke="var(--ink)"
            strokeWidth="1.6"
            strokeDasharray="4 3"
          />
          <text x="40" y="246" fontSize="15" fill="var(--soft)">
            hidden: something comes off before the gun reaches it
          </text>
        </g>
      )}
    </svg>
  );
}

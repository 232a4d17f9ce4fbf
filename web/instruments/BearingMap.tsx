import { useId } from "react";
import { leadTone } from "./leadTone.ts";

export type MapBearing = {
  id: string;
  name: string;
  feel: string | null;
  leads: string | null;
  /** The designation on its ring; null where it is not on file. */
  type: string | null;
  since: string | null;
  here: boolean;
};

const PLACE: Record<string, { x: number; y: number }> = {
  "bearing-jack-clutch": { x: 92, y: 46 },
  "bearing-jack-case": { x: 548, y: 46 },
  "bearing-clutch": { x: 92, y: 150 },
  "bearing-case": { x: 548, y: 150 },
};

/** Whether a part has its place on the map. */
export const isOnMap = (id: string): boolean => id in PLACE;

/** Jackshaft above, drive shaft below, seen from the front: each bearing with its type, how it feels and how long it is in. */
export function BearingMap({ bearings }: { bearings: readonly MapBearing[] }) {
  const title = useId();
  const says = bearings
    .map((b) => [b.name, b.type, b.feel ?? "not felt yet", b.since].filter(Boolean).join(", "))
    .join("; ");
  return (
    <svg
      viewBox="0 0 640 204"
      role="img"
      aria-labelledby={title}
      className="block max-h-[220px] w-full max-w-[720px] shrink-0"
    >
      <title id={title}>{`Bearings of the machine. ${says}`}</title>
      <path d="M92 40h456v12H92zM92 144h456v12H92z" fill="var(--band)" stroke="var(--ink)" strokeWidth="1.4" />
      <rect x="580" y="12" width="48" height="172" rx="24" fill="none" stroke="var(--line)" strokeWidth="3" />
      <path d="M22 16l26 30-26 30z" fill="none" stroke="var(--line)" strokeWidth="3" />
      {[296, 330, 364].map((x) => (
        <path key={x} d={`M${x - 12} 126h24v48h-24z`} fill="var(--ground)" stroke="var(--line)" strokeWidth="3" />
      ))}
      {["jackshaft", "drive shaft"].map((name, i) => (
        <text key={name} x="330" y={i === 0 ? 32 : 116} textAnchor="middle" fontSize="18" fill="var(--soft)">
          {name}
        </text>
      ))}
      <text x="12" y="198" fontSize="18" fill="var(--soft)">
        clutch side
      </text>
      <text x="628" y="200" fontSize="18" fill="var(--soft)" textAnchor="end">
        case side
      </text>
      {bearings.map((bearing) => {
        const at = PLACE[bearing.id];
        if (!at) return null;
        const tone = leadTone(bearing.leads);
        const left = at.x < 300;
        return (
          <g key={bearing.id}>
            {bearing.here && <circle cx={at.x} cy={at.y} r="30" fill="none" stroke="var(--petrol)" strokeWidth="3" />}
            <circle
              cx={at.x}
              cy={at.y}
              r="22"
              fill="var(--sheet)"
              stroke={tone}
              strokeWidth="5"
              strokeDasharray={bearing.feel === null ? "5 4" : undefined}
            />
            <circle cx={at.x} cy={at.y} r="8" fill="none" stroke={tone} strokeWidth="3" />
            {bearing.type !== null && (
              <text
                x={left ? at.x + 32 : at.x - 32}
                y={at.y - 14}
                textAnchor={left ? "start" : "end"}
                fontSize="18"
                fill="var(--ink)"
              >
                {bearing.type}
              </text>
            )}
            <text
              x={left ? at.x + 32 : at.x - 32}
              y={at.y + 30}
              textAnchor={left ? "start" : "end"}
              fontSize="19"
              fontWeight="700"
              fill={bearing.feel === null ? "var(--soft)" : tone}
            >
              {bearing.feel ?? "not felt yet"}
              {bearing.since && (
                <tspan fontWeight="400" fill="var(--ink)">
                  {` · ${bearing.since}`}
                </tspan>
              )}
            </text>
          </g>
        );
      })}
    </svg>
  );
}

import { useId } from "react";
import { leadTone } from "./leadTone.ts";

export type MapBearing = {
  id: string;
  name: string;
  feel: string | null;
  leads: string | null;
  since: string | null;
  here: boolean;
};

const PLACE: Record<string, { x: number; y: number }> = {
  "bearing-jack-clutch": { x: 110, y: 60 },
  "bearing-jack-case": { x: 490, y: 60 },
  "bearing-clutch": { x: 110, y: 176 },
  "bearing-case": { x: 490, y: 176 },
};

/** Whether a part has its place on the map. */
export const isOnMap = (id: string): boolean => id in PLACE;

/** Jackshaft above, drive shaft below, seen from the front: each bearing with how it feels and since when it is in. */
export function BearingMap({ bearings }: { bearings: readonly MapBearing[] }) {
  const title = useId();
  const says = bearings.map((b) => `${b.name}: ${b.feel ?? "not felt yet"}`).join("; ");
  return (
    <svg
      viewBox="0 0 600 250"
      role="img"
      aria-labelledby={title}
      className="block max-h-[260px] w-full max-w-[720px] shrink-0"
    >
      <title id={title}>{`Bearings of the machine. ${says}`}</title>
      <path d="M110 54h380v12H110zM110 170h380v12H110z" fill="var(--band)" stroke="var(--ink)" strokeWidth="1.4" />
      <rect x="520" y="24" width="56" height="190" rx="26" fill="none" stroke="var(--line)" strokeWidth="3" />
      <path d="M42 26l26 34-26 34z" fill="none" stroke="var(--line)" strokeWidth="3" />
      {[240, 300, 360].map((x) => (
        <path key={x} d={`M${x - 16} 150h32v52h-32z`} fill="none" stroke="var(--line)" strokeWidth="3" />
      ))}
      <text x="300" y="44" textAnchor="middle" fontSize="16" fill="var(--soft)">
        jackshaft
      </text>
      <text x="300" y="226" textAnchor="middle" fontSize="16" fill="var(--soft)">
        drive shaft
      </text>
      <text x="20" y="244" fontSize="16" fill="var(--soft)">
        clutch side
      </text>
      <text x="580" y="244" fontSize="16" fill="var(--soft)" textAnchor="end">
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
            <text
              x={left ? at.x + 34 : at.x - 34}
              y={at.y + 32}
              textAnchor={left ? "start" : "end"}
              fontSize="18"
              fontWeight="700"
              fill={bearing.feel === null ? "var(--soft)" : tone}
            >
              {bearing.feel ?? "not felt yet"}
            </text>
            {bearing.since && (
              <text
                x={left ? at.x + 34 : at.x - 34}
                y={at.y - 14}
                textAnchor={left ? "start" : "end"}
                fontSize="15"
                fill="var(--soft)"
              >
                {bearing.since}
              </text>
            )}
          </g>
        );
      })}
    </svg>
  );
}

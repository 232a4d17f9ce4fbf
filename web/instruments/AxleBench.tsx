import { useId } from "react";

export type AxlePart = { id: string; name: string; state: "on" | "off" | "in"; next: boolean; new: boolean };

/** Where each part lies along the strip: from the inboard end at the left to the wheel at the right. */
const PLACE: Record<string, { x: number; shape: "band" | "ring" | "cup" | "race" | "boot" }> = {
  "mouth-ring": { x: 78, shape: "ring" },
  cup: { x: 96, shape: "cup" },
  "race-ring": { x: 118, shape: "ring" },
  race: { x: 150, shape: "race" },
  "band-in-large": { x: 186, shape: "band" },
  "boot-in": { x: 226, shape: "boot" },
  "band-in-small": { x: 266, shape: "band" },
  "band-out-small": { x: 424, shape: "band" },
  "boot-out": { x: 464, shape: "boot" },
  "band-out-large": { x: 504, shape: "band" },
};

/** Whether a part has its place on the strip. */
export const isOnStrip = (id: string): boolean => id in PLACE;

/** The shaft as it lies on the bench: what is on it, what is off, what goes on next, and where nothing may be struck. */
export function AxleBench({ parts, says }: { parts: readonly AxlePart[]; says: string }) {
  const title = useId();
  const hatch = useId();
  return (
    <svg viewBox="0 0 640 178" role="img" aria-labelledby={title} className="block max-h-[200px] w-full">
      <title id={title}>{says}</title>
      <defs>
        <pattern id={hatch} width="6" height="6" patternTransform="rotate(45)" patternUnits="userSpaceOnUse">
          <path d="M0 0V6" stroke="var(--past)" strokeWidth="1.4" />
        </pattern>
      </defs>
      <text x="20" y="172" fontSize="15" fill="var(--soft)">
        inboard
      </text>
      <text x="620" y="172" fontSize="15" fill="var(--soft)" textAnchor="end">
        outboard, wheel
      </text>
      <path d="M112 84H560v12H112z" fill="var(--band)" stroke="var(--ink)" strokeWidth="1.4" />
      {/* The outboard joint stays on the shaft: its cage and outer are never struck. */}
      <path d="M520 58h34q22 0 22 32t-22 32h-34z" fill={`url(#${hatch})`} stroke="var(--ink)" strokeWidth="1.8" />
      <path d="M576 82h44v16h-44z" fill="var(--band)" stroke="var(--ink)" strokeWidth="1.4" />
      <text x="548" y="148" fontSize="15" fill="var(--past)" textAnchor="middle">
        never strike
      </text>
      {parts.map((part) => {
        const place = PLACE[part.id];
        if (!place) return null;
        const off = part.state === "off";
        const ink = part.next ? "var(--petrol)" : "var(--ink)";
        return (
          <g
            key={part.id}
            transform={`translate(${place.x} 90)`}
            stroke={ink}
            strokeWidth={part.next ? 3.6 : 1.8}
            strokeDasharray={off ? "5 3" : undefined}
            fill={off ? "none" : part.new ? "var(--band)" : "var(--sheet)"}
          >
            {shape(place.shape)}
            {part.next && (
              <g strokeDasharray="none">
                <path d="M0 -62v16M-6 -52l6 7 6-7" fill="none" />
                <text
                  x={place.x > 560 ? -8 : place.x < 90 ? -20 : 0}
                  y="-68"
                  fontSize="17"
                  fontWeight="600"
                  stroke="none"
                  fill="var(--petrol)"
                  textAnchor={place.x < 150 ? "start" : place.x > 480 ? "end" : "middle"}
                >
                  {part.name}
                </text>
              </g>
            )}
          </g>
        );
      })}
    </svg>
  );
}

function shape(kind: "band" | "ring" | "cup" | "race" | "boot") {
  switch (kind) {
    case "band":
      return <rect x="-5" y="-34" width="10" height="68" rx="2" />;
    case "ring":
      return (
        <>
          <circle cy="-20" r="5" />
          <circle cy="20" r="5" />
        </>
      );
    case "cup":
      return <path d="M-56 -12h20v-24q0-8 8-8h68v14h-58v60h58v14h-68q-8 0-8-8v-24h-20z" />;
    case "race":
      // The small end of the cage to the middle of the shaft, the large to the cup.
      return (
        <>
          <path d="M-20 -26l38 6v40l-38 6z" />
          <circle cy="-14" r="7" />
          <circle cy="14" r="7" />
        </>
      );
    case "boot":
      return <path d="M-34 -32l10 6 8-8 8 10 8-8 8 10 8-4 8 6h8v40h-8l-8 6-8-4-8 10-8-8-8 10-8-8-10 6z" />;
  }
}

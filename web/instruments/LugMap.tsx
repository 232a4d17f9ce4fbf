import { useId } from "react";

const COLUMNS = 24;
const ACROSS = 3;

/** The track unrolled: so many lugs whole and torn, so many studs in and pulled; shares as they were counted, places not. */
export function LugMap({
  windows,
  tornPercent,
  pulledPercent,
  studs,
  lengthMm,
}: {
  windows: number;
  tornPercent: number;
  pulledPercent: number;
  studs: number;
  lengthMm: number | null;
}) {
  const title = useId();
  const cells = COLUMNS * ACROSS;
  const torn = Math.round((tornPercent / 100) * cells);
  const pulled = Math.round((pulledPercent / 100) * COLUMNS);
  return (
    <svg viewBox="0 0 640 210" role="img" aria-labelledby={title} className="block w-full max-w-[760px]">
      <title
        id={title}
      >{`Track of ${windows} windows: ${tornPercent.toFixed(1)} % of lugs torn, ${pulledPercent.toFixed(1)} % of studs gone`}</title>
      <rect x="20" y="20" width="600" height="120" fill="var(--band)" stroke="var(--ink)" strokeWidth="2" />
      {Array.from({ length: cells }, (_, i) => {
        const x = 28 + (i % COLUMNS) * 24.8;
        const y = 28 + Math.floor(i / COLUMNS) * 36;
        const gone = i < torn;
        return (
          <rect
            key={i}
            x={x}
            y={y}
            width="17"
            height="18"
            fill={gone ? "none" : "var(--ink)"}
            stroke={gone ? "var(--past)" : "var(--ink)"}
            strokeDasharray={gone ? "3 2" : undefined}
            strokeWidth="1.6"
          />
        );
      })}
      {studs > 0 &&
        Array.from({ length: COLUMNS }, (_, i) => (
          <circle
            key={i}
            cx={36.5 + i * 24.8}
            cy="128"
            r="4.6"
            fill={i < pulled ? "none" : "var(--petrol)"}
            stroke={i < pulled ? "var(--past)" : "var(--petrol)"}
            strokeWidth="2"
          />
        ))}
      <text x="20" y="172" fontSize="20" fontWeight="700" fill={torn > 0 ? "var(--past)" : "var(--ink)"}>
        {tornPercent.toFixed(1)} % of the lugs torn
      </text>
      <text x="20" y="198" fontSize="20" fontWeight="700" fill={pulled > 0 ? "var(--past)" : "var(--ink)"}>
        {studs === 0 ? "no studs" : `${pulledPercent.toFixed(1)} % of the studs gone`}
      </text>
      <text x="620" y="172" textAnchor="end" fontSize="17" fill="var(--soft)">
        {windows} windows{lengthMm === null ? "" : `, ${(lengthMm / 1000).toFixed(2)} m`}
      </text>
      <text x="620" y="198" textAnchor="end" fontSize="16" fill="var(--soft)">
        shares as counted, not places
      </text>
    </svg>
  );
}

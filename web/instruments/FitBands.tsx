import { useId } from "react";

type Band = { label: string; min: number; max: number; plus: string; minus: string };

/** Tolerance bands about zero: what is tight on one side, what is loose on the other. */
export function FitBands({ bands, unit }: { bands: readonly Band[]; unit: string }) {
  const title = useId();
  const reach = Math.max(1, ...bands.flatMap((band) => [Math.abs(band.min), Math.abs(band.max)])) * 1.25;
  const x = (value: number): number => 320 + (value / reach) * 230;
  return (
    <svg viewBox={`0 0 640 ${70 + bands.length * 110}`} role="img" aria-labelledby={title} className="block w-full">
      <title id={title}>{bands.map((band) => `${band.label} ${band.min} to ${band.max} ${unit}`).join(", ")}</title>
      <path d={`M320 20V${50 + bands.length * 110}`} stroke="var(--ink)" strokeWidth="2" />
      {bands.map((band, i) => (
        <g key={band.label} transform={`translate(0 ${40 + i * 110})`}>
          <text x="10" y="10" fontSize="19" fontWeight="600" fill="var(--ink)">
            {band.label}
          </text>
          <rect
            x={x(band.min)}
            y="24"
            width={Math.max(3, x(band.max) - x(band.min))}
            height="34"
            fill="var(--band)"
            stroke="var(--ink)"
            strokeWidth="2"
          />
          <text
            x={x(band.min) - 6}
            y="48"
            textAnchor="end"
            fontSize="18"
            fontWeight="700"
            paintOrder="stroke"
            stroke="var(--sheet)"
            strokeWidth="7"
            className="figure"
            fill="var(--ink)"
          >
            {band.min}
          </text>
          <text
            x={x(band.max) + 6}
            y="48"
            fontSize="18"
            fontWeight="700"
            paintOrder="stroke"
            stroke="var(--sheet)"
            strokeWidth="7"
            className="figure"
            fill="var(--ink)"
          >
            {band.max}
          </text>
          <text x="630" y="10" textAnchor="end" fontSize="16" fill="var(--soft)">
            {band.plus} →
          </text>
          <text x="310" y="10" textAnchor="end" fontSize="16" fill="var(--soft)">
            ← {band.minus}
          </text>
        </g>
      ))}
    </svg>
  );
}

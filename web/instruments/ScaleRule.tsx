import { useId } from "react";

/** A printed rule to be measured with a steel one: true size on paper, where the printer does not fit it to the page. */
export function ScaleRule({ nominalMm }: { nominalMm: number }) {
  const title = useId();
  const marks = Array.from({ length: Math.floor(nominalMm / 10) + 1 }, (_, i) => i * 10);
  return (
    <svg
      viewBox={`-5 0 ${nominalMm + 10} 26`}
      style={{ width: `${nominalMm + 10}mm` }}
      role="img"
      aria-labelledby={title}
      className="block shrink-0 bg-sheet"
    >
      <title id={title}>{`A rule of ${nominalMm} mm, to be measured on paper`}</title>
      <path d={`M0 4H${nominalMm}`} stroke="var(--ink)" strokeWidth="0.6" />
      {marks.map((mm) => (
        <g key={mm}>
          <path d={`M${mm} 1v${mm % 50 === 0 ? 10 : 6}`} stroke="var(--ink)" strokeWidth="0.6" />
          <text x={mm} y="16" fontSize="4" textAnchor="middle" fill="var(--ink)">
            {mm}
          </text>
        </g>
      ))}
      <text x={nominalMm / 2} y="23" fontSize="4" textAnchor="middle" fill="var(--soft)">
        print this at true size and measure it: {nominalMm} mm
      </text>
    </svg>
  );
}

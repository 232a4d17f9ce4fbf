import { useId } from "react";

export type Bar = {
  label: string;
  from?: number;
  value: number;
  text: string;
  tone?: "inside" | "past" | "near" | "soft";
};

const FILL = { inside: "var(--petrol)", past: "var(--past)", near: "var(--near)", soft: "var(--line)" } as const;

/** Values side by side on one scale, with marks across all of them: a limit, a target, a proof load. */
export function Bars({
  bars,
  marks = [],
  says,
}: {
  bars: readonly Bar[];
  marks?: readonly { at: number; label: string }[];
  says: string;
}) {
  const title = useId();
  const ends = [0, ...bars.flatMap((bar) => [bar.value, bar.from ?? 0]), ...marks.map((mark) => mark.at)];
  const low = Math.min(...ends);
  const high = Math.max(...ends);
  const x = (value: number): number => 160 + ((value - low) / (high - low || 1)) * 330;
  const height = 50 + bars.length * 52;
  return (
    <svg viewBox={`0 0 640 ${height}`} role="img" aria-labelledby={title} className="block w-full">
      <title id={title}>{says}</title>
      {bars.map((bar, i) => {
        const from = x(bar.from ?? Math.max(0, low));
        const to = x(bar.value);
        return (
          <rect
            key={bar.label}
            x={Math.min(from, to)}
            y={44 + i * 52}
            width={Math.max(2, Math.abs(to - from))}
            height="30"
            fill={FILL[bar.tone ?? "inside"]}
          />
        );
      })}
      {marks.map((mark) => (
        <g key={mark.label}>
          <path d={`M${x(mark.at)} 28V${height - 6}`} stroke="var(--ink)" strokeWidth="4" />
          <text
            x={x(mark.at)}
            y="20"
            textAnchor={mark.at > (low + high) / 2 ? "end" : "start"}
            fontSize="20"
            fill="var(--ink)"
          >
            {mark.label}
          </text>
        </g>
      ))}
      {bars.map((bar, i) => (
        <g key={bar.label} fontSize="20" fill="var(--ink)" paintOrder="stroke" stroke="var(--sheet)" strokeWidth="6">
          <text x="150" y={64 + i * 52} textAnchor="end" fontWeight="600">
            {bar.label}
          </text>
          <text
            x={Math.max(x(bar.from ?? Math.max(0, low)), x(bar.value)) + 8}
            y={65 + i * 52}
            fontWeight="700"
            className="figure"
          >
            {bar.text}
          </text>
        </g>
      ))}
    </svg>
  );
}

import { useId } from "react";

/** A ball bearing in section, to scale, with its seals. */
export function BearingSection({
  boreMm,
  outsideMm,
  widthMm,
  seals,
}: {
  boreMm: number;
  outsideMm: number;
  widthMm: number;
  seals: string;
}) {
  const title = useId();
  const scale = 250 / outsideMm;
  const half = (outsideMm / 2) * scale;
  const bore = (boreMm / 2) * scale;
  const width = widthMm * scale;
  const ring = (half - bore) * 0.28;
  const ball = Math.min((half - bore) * 0.3, width * 0.42);
  const centre = (half + bore) / 2;
  const closed = seals.startsWith("two") ? [0, 1] : seals.startsWith("one") ? [1] : [];
  const halves = [-1, 1] as const;
  return (
    <svg viewBox="0 0 640 300" role="img" aria-labelledby={title} className="block w-full">
      <title id={title}>{`Bearing ${boreMm} × ${outsideMm} × ${widthMm} mm, ${seals}`}</title>
      <g transform={`translate(${200 - width / 2} 150)`} stroke="var(--ink)" strokeWidth="2" fill="var(--ground)">
        {halves.map((sign) => (
          <g key={sign} transform={`scale(1 ${sign})`}>
            <rect x="0" y={bore} width={width} height={ring} />
            <rect x="0" y={half - ring} width={width} height={ring} />
            <circle cx={width / 2} cy={centre} r={ball} fill="var(--sheet)" />
            {closed.map((end) => (
              <path
                key={end}
                d={`M${end * width + (end ? -4 : 4)} ${bore + ring}V${half - ring}`}
                stroke="var(--petrol)"
                strokeWidth="6"
              />
            ))}
          </g>
        ))}
        <path d={`M-40 0H${width + 40}`} strokeDasharray="10 4 2 4" strokeWidth="1" />
      </g>
      {(
        [
          ["bore", boreMm],
          ["outside", outsideMm],
          ["width", widthMm],
        ] as const
      ).map(([word, mm], i) => (
        <g key={word} transform={`translate(400 ${80 + i * 62})`}>
          <text fontSize="17" fill="var(--soft)">
            {word}
          </text>
          <text y="30" fontSize="28" fontWeight="700" className="figure" fill="var(--ink)">
            {mm}
          </text>
        </g>
      ))}
    </svg>
  );
}

import { useId } from "react";

/** The track from the side, with its sag against the range asked for and what the next turns should give. */
export function TrackSag({
  sagMm,
  predictedMm,
  minMm,
  maxMm,
  load = null,
}: {
  /** null before anything was read. */
  sagMm: number | null;
  predictedMm: number | null;
  minMm: number;
  maxMm: number;
  /** The load that it hangs under, in words; null where none is asked for. */
  load?: string | null;
}) {
  const title = useId();
  const deepest = Math.max(sagMm ?? 0, predictedMm ?? 0, maxMm) * 1.25;
  const drawn = sagMm ?? (minMm + maxMm) / 2;
  const y = (mm: number): number => 60 + (mm / deepest) * 170;
  const sag = (mm: number): string => `M110 60Q300 ${60 + 2 * (y(mm) - 60)} 490 60`;
  return (
    <svg viewBox="0 0 640 260" role="img" aria-labelledby={title} className="block w-full">
      <title
        id={title}
      >{`Track from the side: sag ${sagMm === null ? "not read" : `${sagMm} mm`}, asked ${minMm} to ${maxMm} mm${load === null ? "" : ` under ${load}`}`}</title>
      <rect x="290" y={y(minMm)} width="250" height={Math.max(3, y(maxMm) - y(minMm))} fill="var(--band)" />
      <text x="550" y={(y(minMm) + y(maxMm)) / 2 + 6} fontSize="16" className="figure" fill="var(--ink)">
        {minMm}–{maxMm}
      </text>
      {[110, 490].map((x) => (
        <circle key={x} cx={x} cy="35" r="25" fill="var(--ground)" stroke="var(--ink)" strokeWidth="2.5" />
      ))}
      <path d="M110 10H490" stroke="var(--ink)" strokeWidth="6" />
      <path
        d={sag(drawn)}
        fill="none"
        stroke="var(--ink)"
        strokeWidth={sagMm === null ? 2 : 6}
        strokeDasharray={sagMm === null ? "10 7" : undefined}
      />
      {load !== null && (
        <g>
          <path
            d={`M300 ${y(drawn) - 62}v56M291 ${y(drawn) - 16}l9 10 9-10`}
            fill="none"
            stroke="var(--petrol)"
            strokeWidth="3.5"
          />
          <text x="312" y={y(drawn) - 46} fontSize="19" fontWeight="700" className="figure" fill="var(--petrol)">
            {load}
          </text>
        </g>
      )}
      {sagMm !== null && (
        <text
          x="300"
          y={y(sagMm) + 24}
          textAnchor="middle"
          fontSize="20"
          fontWeight="700"
          className="figure"
          fill="var(--ink)"
        >
          {sagMm.toFixed(0)} now
        </text>
      )}
      {predictedMm !== null && (
        <g>
          <path d={sag(predictedMm)} fill="none" stroke="var(--petrol)" strokeWidth="4" strokeDasharray="10 6" />
          <text
            x="300"
            y={y(predictedMm) - 12}
            textAnchor="middle"
            fontSize="18"
            fontWeight="700"
            className="figure"
            fill="var(--petrol)"
          >
            {predictedMm.toFixed(0)} next
          </text>
        </g>
      )}
    </svg>
  );
}

const RAILS = { left: 248, right: 378, wide: 14 };
const GAP_AT_MOST = 34;

/**
 * The rails from above, the gaps drawn larger than they are: what the track's guides still have before they touch the
 * rail on each side, and the adjuster at the rear that is to be tightened.
 */
export function TrackGaps({
  leftMm,
  rightMm,
  tighten,
}: {
  /** null before anything was read. */
  leftMm: number | null;
  rightMm: number | null;
  tighten: "left" | "right" | null;
}) {
  const title = useId();
  const read = leftMm !== null && rightMm !== null;
  const [left, right] = read ? [leftMm, rightMm] : [1, 1];
  const scale = GAP_AT_MOST / Math.max(left, right, 1);
  const guides = { left: RAILS.left + RAILS.wide + left * scale, right: RAILS.right - right * scale };
  const shift = ((right - left) * scale) / 2;
  const says = !read ? "not read" : tighten ? `tighten the ${tighten} side` : "centred";
  const sides = [
    { side: "left", x: 78, mm: leftMm, from: RAILS.left + RAILS.wide, to: guides.left, adjuster: 196 },
    { side: "right", x: 562, mm: rightMm, from: guides.right, to: RAILS.right, adjuster: 444 },
  ] as const;
  return (
    <svg viewBox="0 0 640 286" role="img" aria-labelledby={title} className="block w-full">
      <title id={title}>
        {read
          ? `Rails from above: left gap ${left} mm, right gap ${right} mm, ${says}`
          : "Rails from above: gaps not read"}
      </title>
      <path d="M320 4l-9 15h18z" fill="var(--soft)" />
      <text x="338" y="19" fontSize="18" fill="var(--soft)">
        front
      </text>
      <g transform={`translate(${-shift} 0)`}>
        <rect x="156" y="28" width="328" height="200" fill="var(--band)" stroke="var(--ink)" strokeWidth="2" />
        {[48, 82, 116, 150, 184, 214].map((y) => (
          <path key={y} d={`M162 ${y}H478`} stroke="var(--line)" strokeWidth="5" />
        ))}
      </g>
      {[62, 98, 132, 168, 200].map((y) => (
        <g key={y} fill="var(--ink)">
          <rect x={guides.left} y={y - 9} width="12" height="18" />
          <rect x={guides.right - 12} y={y - 9} width="12" height="18" />
        </g>
      ))}
      {[RAILS.left, RAILS.right].map((x) => (
        <rect
          key={x}
          x={x}
          y="24"
          width={RAILS.wide}
          height="212"
          fill="var(--sheet)"
          stroke="var(--ink)"
          strokeWidth="2"
        />
      ))}
      <path d="M170 252H470" stroke="var(--ink)" strokeWidth="9" />
      {sides.map(({ side, x, mm, from, to, adjuster }) => {
        const tone = tighten === side ? "var(--past)" : "var(--ink)";
        return (
          <g key={side}>
            {read && <rect x={from} y="123" width={to - from} height="18" fill="var(--petrol)" />}
            <path
              d={`M${adjuster - 7} 244h14v16h-14zM${adjuster - 3.5} 260h7v22h-7z`}
              fill={tighten === side ? tone : "var(--sheet)"}
              stroke={tone}
              strokeWidth="2"
            />
            <text x={x} y="112" textAnchor="middle" fontSize="19" fill={tone}>
              {side} gap
            </text>
            <text x={x} y="148" textAnchor="middle" fontSize="30" fontWeight="700" className="figure" fill={tone}>
              {mm ?? "–"}
            </text>
            {tighten === side && (
              <g fill={tone}>
                <text x={x} y="246" textAnchor="middle" fontSize="21" fontWeight="700">
                  tighten here
                </text>
                <path
                  d={side === "left" ? "M138 253h44M172 245l11 8-11 8" : "M502 253h-44M468 245l-11 8 11 8"}
                  fill="none"
                  stroke={tone}
                  strokeWidth="3"
                />
              </g>
            )}
          </g>
        );
      })}
    </svg>
  );
}

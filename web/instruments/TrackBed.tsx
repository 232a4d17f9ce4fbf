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

/** The rails from above: the gap the track still has on each side, and which side to tighten. */
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
  const [left, right] = [leftMm ?? 0, rightMm ?? 0];
  const shift = ((left - right) / Math.max(1, left + right)) * 60;
  const says = leftMm === null ? "not read" : tighten ? `tighten the ${tighten} side` : "centred";
  return (
    <svg viewBox="0 0 640 270" role="img" aria-labelledby={title} className="block w-full">
      <title id={title}>{`Rails from above: left gap ${left} mm, right gap ${right} mm, ${says}`}</title>
      <text x="320" y="20" textAnchor="middle" fontSize="16" fill="var(--soft)">
        front
      </text>
      <rect x={180 + shift} y="30" width="280" height="210" fill="var(--ground)" stroke="var(--ink)" strokeWidth="2" />
      {Array.from({ length: 7 }, (_, i) => (
        <path key={i} d={`M${180 + shift} ${50 + i * 28}h280`} stroke="var(--line)" strokeWidth="4" />
      ))}
      {[230, 398].map((x) => (
        <rect key={x} x={x} y="26" width="14" height="220" fill="var(--ink)" />
      ))}
      {(
        [
          ["left", 90, leftMm],
          ["right", 550, rightMm],
        ] as const
      ).map(([side, x, mm]) => (
        <g key={side} fill={tighten === side ? "var(--past)" : "var(--ink)"}>
          <text x={x} y="120" textAnchor="middle" fontSize="17">
            {side} gap
          </text>
          <text x={x} y="150" textAnchor="middle" fontSize="26" fontWeight="700" className="figure">
            {mm ?? "–"}
          </text>
          {tighten === side && (
            <text x={x} y="182" textAnchor="middle" fontSize="18" fontWeight="600">
              tighten here
            </text>
          )}
        </g>
      ))}
    </svg>
  );
}

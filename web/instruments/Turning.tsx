import { useId } from "react";

const spot = (deg: number, r: number): string => {
  const a = ((deg - 90) * Math.PI) / 180;
  return `${(r * Math.cos(a)).toFixed(1)} ${(r * Math.sin(a)).toFixed(1)}`;
};

/** A castle nut from above over its cross hole, with the angle still to be tightened. */
export function CastleNut({
  slots,
  crossHoles,
  pastDeg,
  tightenDeg,
}: {
  slots: number;
  crossHoles: number;
  pastDeg: number;
  tightenDeg: number;
}) {
  const title = useId();
  return (
    <svg viewBox="-320 -150 640 300" role="img" aria-labelledby={title} className="block w-full">
      <title
        id={title}
      >{`Castle nut, ${slots} slots: ${tightenDeg.toFixed(0)} degrees on to the next, never back`}</title>
      <g transform={`rotate(${pastDeg})`}>
        <circle r="110" fill="var(--ground)" stroke="var(--ink)" strokeWidth="3" />
        {Array.from({ length: slots }, (_, i) => (
          <rect
            key={i}
            x="-9"
            y="-112"
            width="18"
            height="38"
            fill="var(--sheet)"
            stroke="var(--ink)"
            strokeWidth="2"
            transform={`rotate(${(i * 360) / slots})`}
          />
        ))}
      </g>
      <circle r="58" fill="var(--sheet)" stroke="var(--ink)" strokeWidth="3" />
      {Array.from({ length: crossHoles }, (_, i) => (
        <rect
          key={i}
          x="-6"
          y="-58"
          width="12"
          height="116"
          fill="var(--ink)"
          transform={`rotate(${(i * 180) / crossHoles})`}
        />
      ))}
      {tightenDeg > 0 && (
        <path
          d={`M${spot(pastDeg, 132)}A132 132 0 ${tightenDeg > 180 ? 1 : 0} 1 ${spot(pastDeg + tightenDeg, 132)}`}
          fill="none"
          stroke="var(--petrol)"
          strokeWidth="8"
        />
      )}
      <text x="160" y="-20" fontSize="18" fill="var(--soft)">
        tighten on
      </text>
      <text x="160" y="18" fontSize="34" fontWeight="700" className="figure" fill="var(--petrol)">
        {tightenDeg.toFixed(0)}°
      </text>
      <text x="160" y="46" fontSize="18" fill="var(--soft)">
        never back
      </text>
    </svg>
  );
}

/** An angle as a slice of a turn: the play of a joint, a quarter turn back. */
export function Slice({ deg, label }: { deg: number; label: string }) {
  const title = useId();
  const shown = Math.min(359.9, Math.max(0.01, deg));
  return (
    <svg viewBox="-320 -140 640 280" role="img" aria-labelledby={title} className="block w-full">
      <title id={title}>{`${label}: ${deg.toFixed(2)} degrees`}</title>
      <circle r="120" fill="var(--ground)" stroke="var(--ink)" strokeWidth="2" />
      <path d={`M0 0L${spot(0, 120)}A120 120 0 ${shown > 180 ? 1 : 0} 1 ${spot(shown, 120)}Z`} fill="var(--petrol)" />
      <text x="150" y="0" fontSize="18" fill="var(--soft)">
        {label}
      </text>
      <text x="150" y="36" fontSize="32" fontWeight="700" className="figure" fill="var(--petrol)">
        {deg.toFixed(2)}°
      </text>
    </svg>
  );
}

/** A torque wrench with its adapter as levers, and what to set. */
export function Lever({
  wrenchMm,
  adapterMm,
  angleDeg,
  setNm,
}: {
  wrenchMm: number;
  adapterMm: number;
  angleDeg: number;
  setNm: number | null;
}) {
  const title = useId();
  const scale = 330 / (wrenchMm + adapterMm);
  const a = (angleDeg * Math.PI) / 180;
  const head = { x: 120 + adapterMm * scale, y: 150 };
  const bolt = { x: head.x - adapterMm * scale * Math.cos(a), y: head.y + adapterMm * scale * Math.sin(a) };
  return (
    <svg viewBox="0 0 640 300" role="img" aria-labelledby={title} className="block w-full">
      <title id={title}>{setNm === null ? "No lever left" : `Set ${setNm.toFixed(1)} N·m`}</title>
      <path d={`M${head.x} ${head.y}h${wrenchMm * scale}`} stroke="var(--ink)" strokeWidth="12" strokeLinecap="round" />
      <path
        d={`M${head.x + wrenchMm * scale - 50} ${head.y}h60`}
        stroke="var(--soft)"
        strokeWidth="22"
        strokeLinecap="round"
      />
      <path
        d={`M${head.x} ${head.y}L${bolt.x} ${bolt.y}`}
        stroke="var(--petrol)"
        strokeWidth="12"
        strokeLinecap="round"
      />
      <circle cx={head.x} cy={head.y} r="14" fill="var(--sheet)" stroke="var(--ink)" strokeWidth="3" />
      <circle cx={bolt.x} cy={bolt.y} r="18" fill="var(--ground)" stroke="var(--ink)" strokeWidth="4" />
      <text
        x={head.x + (wrenchMm * scale) / 2}
        y={head.y - 26}
        textAnchor="middle"
        fontSize="18"
        className="figure"
        fill="var(--ink)"
      >
        {wrenchMm}
      </text>
      <text
        x={(head.x + bolt.x) / 2}
        y={(head.y + bolt.y) / 2 + 36}
        textAnchor="middle"
        fontSize="18"
        className="figure"
        fill="var(--petrol)"
      >
        {adapterMm}
      </text>
      <text x="560" y="230" textAnchor="end" fontSize="18" fill="var(--soft)">
        set on the wrench
      </text>
      <text
        x="560"
        y="268"
        textAnchor="end"
        fontSize="34"
        fontWeight="700"
        className="figure"
        fill={setNm === null ? "var(--past)" : "var(--petrol)"}
      >
        {setNm === null ? "no lever" : setNm.toFixed(1)}
      </text>
    </svg>
  );
}

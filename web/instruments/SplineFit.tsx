import { useId } from "react";
import { linear } from "./scale.ts";

type Fit = { oldMm: number; newMm: number; shaftMm: number; maxPlayMm: number | null };

/** Old sprocket, new sprocket and shaft at one spline: the widths to one scale, the play of each, and the most a new one may have. */
export function SplineFit({ fit }: { fit: Fit | null }) {
  const title = useId();
  if (fit === null) {
    return (
      <svg viewBox="0 0 640 150" role="img" aria-labelledby={title} className="block w-full max-w-[720px]">
        <title id={title}>Where to measure: the space of each sprocket, the spline of the shaft</title>
        {["old sprocket: space", "new sprocket: space", "shaft: spline"].map((words, i) => (
          <g
            key={words}
            transform={`translate(${30 + i * 210} 10)`}
            stroke="var(--ink)"
            strokeWidth="2"
            fill="var(--band)"
          >
            {i < 2 ? <path d="M0 20h50v50h60V20h50v80H0z" /> : <path d="M0 100V70h50V20h60v50h50v30z" />}
            <path d="M50 8h60M58 3l-8 5 8 5M102 3l8 5-8 5" stroke="var(--petrol)" strokeWidth="3" fill="none" />
            <text x="80" y="128" textAnchor="middle" fontSize="17" stroke="none" fill="var(--soft)">
              {words}
            </text>
          </g>
        ))}
      </svg>
    );
  }
  const { oldMm, newMm, shaftMm, maxPlayMm } = fit;
  const rows = [
    { name: "old sprocket", mm: oldMm, play: oldMm - shaftMm },
    { name: "new sprocket", mm: newMm, play: newMm - shaftMm },
  ];
  // The plays fill the picture: at true scale nobody would see them.
  const most = Math.max(oldMm - shaftMm, newMm - shaftMm, maxPlayMm ?? 0, 0.05) * 1.25;
  const { at } = linear(0, most, 300, 190);
  const limit = maxPlayMm === null ? null : at(maxPlayMm);
  return (
    <svg viewBox="0 0 640 210" role="img" aria-labelledby={title} className="block w-full max-w-[720px]">
      <title
        id={title}
      >{`play on the splines: ${rows.map((r) => `${r.name} ${r.play.toFixed(2)} mm`).join(", ")}${maxPlayMm === null ? "" : `, new at most ${maxPlayMm} mm`}`}</title>
      <path d="M20 20h170v160H20z" fill="var(--band)" stroke="var(--ink)" strokeWidth="2" />
      <text x="105" y="96" textAnchor="middle" fontSize="18" fontWeight="600" fill="var(--ink)">
        shaft’s spline
      </text>
      <text x="105" y="124" textAnchor="middle" fontSize="22" fontWeight="700" className="figure" fill="var(--ink)">
        {shaftMm.toFixed(2)}
      </text>
      {limit !== null && (
        <>
          <path d={`M${limit} 14V186`} stroke="var(--past)" strokeWidth="3" strokeDasharray="7 5" />
          <text x={limit + 6} y="204" fontSize="16" fill="var(--past)">
            new at most {maxPlayMm}
          </text>
        </>
      )}
      {rows.map(({ name, mm, play }, i) => {
        const x = at(Math.max(0, play));
        const tone = i === 0 ? "var(--soft)" : maxPlayMm !== null && play > maxPlayMm ? "var(--past)" : "var(--petrol)";
        return (
          <g key={name} transform={`translate(0 ${32 + i * 80})`}>
            <path d={`M190 0H${x}v52H190z`} fill={tone} fillOpacity="0.25" stroke={tone} strokeWidth="2" />
            <path d={`M${x} -6v64`} stroke={tone} strokeWidth="5" />
            <text x={Math.min(x + 12, 470)} y="22" fontSize="17" fill="var(--ink)">
              {name}, space {mm.toFixed(2)}
            </text>
            <text x={Math.min(x + 12, 470)} y="48" fontSize="22" fontWeight="700" className="figure" fill={tone}>
              play {play.toFixed(2)} mm
            </text>
          </g>
        );
      })}
    </svg>
  );
}

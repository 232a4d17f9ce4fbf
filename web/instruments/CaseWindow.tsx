import { pathRadius } from "@averin/core";
import { useId } from "react";

const SIZE = 320;

/** Top and bottom gears with their chain or belt at a fixed centre distance, and the play of one run. */
export function CaseWindow({
  topTeeth,
  bottomTeeth,
  pitchMm,
  centreMm,
  playMm,
  plays,
}: {
  topTeeth: number;
  bottomTeeth: number;
  pitchMm: number;
  centreMm: number;
  /** The play of one run; null where the chain is too short, undefined where nothing was read yet. */
  playMm: number | null | undefined;
  /** Each play that is read here, by its name, such as cold and hot; undefined where it was not read yet. */
  plays: readonly { name: string; mm: number | null | undefined }[];
}) {
  const title = useId();
  const r1 = pathRadius(topTeeth, pitchMm);
  const r2 = pathRadius(bottomTeeth, pitchMm);
  const scale = (SIZE - 30) / (centreMm + r1 + r2);
  const x = SIZE / 2;
  const top = 15 + r1 * scale;
  const bottom = top + centreMm * scale;
  const lean = Math.asin(Math.max(-1, Math.min(1, (r2 - r1) / centreMm)));
  const side = (sign: number) => ({
    x1: x + sign * r1 * scale * Math.cos(lean),
    y1: top - r1 * scale * Math.sin(lean),
    x2: x + sign * r2 * scale * Math.cos(lean),
    y2: bottom - r2 * scale * Math.sin(lean),
  });
  const left = side(-1);
  const right = side(1);
  const bow = Math.min(70, ((playMm ?? 0) / 2) * scale * 2.2);
  const middle = { x: (right.x1 + right.x2) / 2, y: (right.y1 + right.y2) / 2 };
  return (
    <svg
      viewBox={`0 0 ${SIZE + 160} ${SIZE}`}
      role="img"
      aria-labelledby={title}
      className="block max-h-[360px] w-full"
    >
      <title
        id={title}
      >{`Case, ${topTeeth} over ${bottomTeeth} teeth, play ${playMm == null ? "none" : `${playMm.toFixed(1)} mm`}`}</title>
      <rect x="60" y="2" width={SIZE - 120} height={SIZE - 4} rx="70" fill="var(--ground)" stroke="var(--line)" />
      {[
        { y: top, r: r1, teeth: topTeeth },
        { y: bottom, r: r2, teeth: bottomTeeth },
      ].map((gear) => (
        <g key={gear.y}>
          <circle cx={x} cy={gear.y} r={gear.r * scale} fill="var(--sheet)" stroke="var(--ink)" strokeWidth="2.5" />
          <text
            x={x}
            y={gear.y + 7}
            textAnchor="middle"
            fontSize="20"
            fontWeight="700"
            className="figure"
            fill="var(--ink)"
          >
            {gear.teeth}
          </text>
        </g>
      ))}
      <path
        d={`M${left.x1} ${left.y1}L${left.x2} ${left.y2}`}
        stroke="var(--ink)"
        strokeWidth="4"
        strokeDasharray="7 3"
      />
      {[bow, -bow].map((b) => (
        <path
          key={b}
          d={`M${right.x1} ${right.y1}Q${middle.x + b} ${middle.y} ${right.x2} ${right.y2}`}
          fill="none"
          stroke={playMm === null ? "var(--past)" : "var(--petrol)"}
          strokeWidth="3"
          strokeDasharray="7 3"
        />
      ))}
      {plays.map(({ name, mm }, i) => (
        <g key={name}>
          <text x={SIZE - 44} y={SIZE / 2 - 20 + i * 66} fontSize="18" fill="var(--soft)">
            {name}
          </text>
          <text
            x={SIZE - 44}
            y={SIZE / 2 + 8 + i * 66}
            fontSize="26"
            fontWeight="700"
            className="figure"
            fill={mm === null ? "var(--past)" : mm === undefined ? "var(--soft)" : "var(--petrol)"}
          >
            {mm === null ? "too short" : (mm?.toFixed(1) ?? "not read")}
          </text>
        </g>
      ))}
    </svg>
  );
}

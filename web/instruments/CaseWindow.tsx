import { pathRadius } from "@averin/core";
import { useId } from "react";

const HEIGHT = 340;
const MID = 140;
const EDGE = 18;
const WALL = 262;

type Play = { name: string; mm: number | null | undefined };

/** A gear's outline: as many teeth as it has, between the root and the tip. */
function gearPath(x: number, y: number, r: number, teeth: number): string {
  const at = (turn: number, radius: number): string =>
    `${(x + radius * Math.sin(turn)).toFixed(1)} ${(y - radius * Math.cos(turn)).toFixed(1)}`;
  const step = (2 * Math.PI) / teeth;
  const corners = Array.from({ length: teeth }, (_, i) => [
    at((i - 0.32) * step, r * 0.93),
    at((i - 0.16) * step, r * 1.02),
    at((i + 0.16) * step, r * 1.02),
    at((i + 0.32) * step, r * 0.93),
  ]);
  return `M${corners.flat().join("L")}Z`;
}

/**
 * A case seen through its cover: top and bottom gears with their own teeth, chain or belt round them at the case's
 * centres, the tensioner on the slack run, and the play of that run.
 */
export function CaseWindow({
  topTeeth,
  bottomTeeth,
  pitchMm,
  centreMm,
  playMm,
  plays,
  drive = "chain",
  tensioner = false,
  backOff = null,
}: {
  topTeeth: number;
  bottomTeeth: number;
  pitchMm: number;
  centreMm: number;
  /** The play of one run; null where the chain is too short, undefined where nothing was read yet. */
  playMm: number | null | undefined;
  /** Each play that is read here, by its name, such as cold and hot; undefined where it was not read yet. */
  plays: readonly Play[];
  drive?: "chain" | "belt";
  /** Whether a shoe with its adjuster presses on the slack run. */
  tensioner?: boolean;
  /** How far the adjuster is turned back, in words, with a turned arrow at its head. */
  backOff?: string | null;
}) {
  const title = useId();
  const r1 = pathRadius(topTeeth, pitchMm);
  const r2 = pathRadius(bottomTeeth, pitchMm);
  const scale = (HEIGHT - 2 * EDGE) / (centreMm + r1 + r2);
  const top = { y: EDGE + r1 * scale, r: r1 * scale };
  const bottom = { y: top.y + centreMm * scale, r: r2 * scale };
  const lean = Math.asin(Math.max(-1, Math.min(1, (r2 - r1) / centreMm)));
  const touch = (gear: { y: number; r: number }, side: 1 | -1): { x: number; y: number } => ({
    x: MID + side * gear.r * Math.cos(lean),
    y: gear.y - gear.r * Math.sin(lean),
  });
  const [a, b, c, d] = [touch(top, -1), touch(top, 1), touch(bottom, 1), touch(bottom, -1)];
  const round = `M${a.x} ${a.y}A${top.r} ${top.r} 0 ${lean < 0 ? 1 : 0} 1 ${b.x} ${b.y}L${c.x} ${c.y}A${bottom.r} ${bottom.r} 0 ${lean > 0 ? 1 : 0} 1 ${d.x} ${d.y}Z`;
  const link = Math.max(3, (pitchMm * scale) / 2);
  const bow = Math.min(46, Math.max(playMm ? 9 : 0, (playMm ?? 0) * scale));
  const mid = { x: (b.x + c.x) / 2, y: (b.y + c.y) / 2 };
  const tone = playMm === null ? "var(--past)" : "var(--petrol)";
  const worded = plays.map(({ name, mm }) => `${name} ${mm == null ? "not read" : `${mm.toFixed(1)} mm`}`).join(", ");
  return (
    <svg viewBox={`0 0 420 ${HEIGHT}`} role="img" aria-labelledby={title} className="block max-h-[380px] w-full">
      <title id={title}>
        {`Case, ${drive}, ${topTeeth} over ${bottomTeeth} teeth; play ${worded || "not read"}${backOff === null ? "" : `; adjuster ${backOff} back`}`}
      </title>
      <path
        d={`M${MID - top.r - 22} ${top.y}A${top.r + 22} ${top.r + 15} 0 0 1 ${MID + top.r + 22} ${top.y}L${WALL} ${mid.y}V${bottom.y}A${WALL - MID} ${bottom.r + 15} 0 0 1 ${2 * MID - WALL} ${bottom.y}Z`}
        fill="var(--ground)"
        stroke="var(--line)"
        strokeWidth="3"
      />
      {[
        { ...top, teeth: topTeeth },
        { ...bottom, teeth: bottomTeeth },
      ].map((gear) => (
        <g key={gear.y}>
          <path
            d={gearPath(MID, gear.y, gear.r, gear.teeth)}
            fill="var(--sheet)"
            stroke="var(--ink)"
            strokeWidth="1.6"
          />
          {gear.r > 46 && <circle cx={MID} cy={gear.y} r="7" fill="none" stroke="var(--ink)" strokeWidth="2" />}
          <text
            x={MID}
            y={gear.y + (gear.r > 46 ? -15 : 8)}
            textAnchor="middle"
            fontSize="22"
            fontWeight="700"
            className="figure"
            fill="var(--ink)"
          >
            {gear.teeth}
          </text>
        </g>
      ))}
      {drive === "chain" ? (
        <g fill="none">
          <path d={round} stroke="var(--ink)" strokeWidth="7" />
          <path d={round} stroke="var(--sheet)" strokeWidth="3.4" strokeDasharray={`${link} ${link}`} />
        </g>
      ) : (
        <g fill="none">
          <path d={round} stroke="var(--ink)" strokeWidth="9" strokeDasharray={`${link} ${link}`} />
          <path d={round} stroke="var(--ink)" strokeWidth="4" />
        </g>
      )}
      {playMm !== undefined && (
        <path
          d={`M${b.x} ${b.y}Q${mid.x - 2 * bow} ${mid.y} ${c.x} ${c.y}`}
          fill="none"
          stroke={tone}
          strokeWidth="3.5"
          strokeDasharray="9 6"
        />
      )}
      {bow > 6 && (
        <path
          d={`M${mid.x - 5} ${mid.y}H${mid.x - bow}M${mid.x - bow + 7} ${mid.y - 6}l-7 6 7 6`}
          stroke={tone}
          strokeWidth="2.5"
          fill="none"
        />
      )}
      {tensioner && (
        <g stroke="var(--ink)" strokeWidth="2" strokeLinejoin="round">
          <path
            d={`M${mid.x + 4} ${mid.y - 40}q9 40 0 80l9 5q11 -45 0 -90z`}
            fill="var(--band)"
            transform={`rotate(${(-lean * 180) / Math.PI} ${mid.x} ${mid.y})`}
          />
          <path d={`M${mid.x + 17} ${mid.y - 5}H${WALL + 22}v10H${mid.x + 17}z`} fill="var(--sheet)" />
          <path d={`M${WALL + 3} ${mid.y - 12}h9v24h-9z`} fill="var(--sheet)" />
          <path d={`M${WALL + 22} ${mid.y - 8}h13v16h-13z`} fill="var(--ink)" />
        </g>
      )}
      {backOff !== null && (
        <g>
          <path
            d={`M${WALL + 48} ${mid.y - 22}a22 22 0 1 1 -24 40M${WALL + 17} ${mid.y + 8}l7 10 11 -5`}
            fill="none"
            stroke="var(--petrol)"
            strokeWidth="4"
          />
          <text x={WALL + 16} y={mid.y + 54} fontSize="26" fontWeight="700" className="figure" fill="var(--petrol)">
            {backOff}
          </text>
          <text x={WALL + 16} y={mid.y + 80} fontSize="22" fill="var(--ink)">
            turn back
          </text>
        </g>
      )}
      {plays.map(({ name, mm }, i) => (
        <g key={name}>
          <text x={WALL + 12} y={28 + i * 72} fontSize="22" fill="var(--soft)">
            {name}
          </text>
          {mm == null ? (
            <text x={WALL + 12} y={56 + i * 72} fontSize="24" fill={mm === null ? "var(--past)" : "var(--ink)"}>
              {mm === null ? "too short" : "not read"}
            </text>
          ) : (
            <text x={WALL + 12} y={60 + i * 72} fontSize="30" fontWeight="700" className="figure" fill="var(--petrol)">
              {mm.toFixed(1)}
            </text>
          )}
        </g>
      ))}
    </svg>
  );
}

import type { ADJUST_DRAWINGS, MEASURE_DRAWINGS } from "@averin/core";
import { type ReactNode, useId } from "react";

/** Drawings of one place; slides and a track's sag have instruments of their own. */
export type GaugePlaceName =
  | Exclude<(typeof MEASURE_DRAWINGS)[number], "slide stations" | "track sag">
  | Extract<(typeof ADJUST_DRAWINGS)[number], "belt push">;

/** Where the gauge goes for a reading, with what it read last. */
export function GaugePlace({ drawing, read }: { drawing: GaugePlaceName; read: string | null }) {
  const title = useId();
  return (
    <svg
      viewBox="0 0 420 170"
      role="img"
      aria-labelledby={title}
      className="block h-[210px] w-full max-w-[520px] shrink-0"
      fill="none"
      stroke="var(--ink)"
      strokeWidth="2"
      strokeLinejoin="round"
    >
      <title id={title}>{`Where to measure: ${drawing}${read === null ? "" : `, ${read}`}`}</title>
      {DRAW[drawing]}
      {read !== null && (
        <text
          x="210"
          y="162"
          textAnchor="middle"
          fontSize="24"
          fontWeight="700"
          className="figure"
          stroke="none"
          fill="var(--petrol)"
        >
          {read}
        </text>
      )}
    </svg>
  );
}

const jaws = (from: number, to: number, y: number): ReactNode => (
  <path
    d={`M${from} ${y - 26}v52M${to} ${y - 26}v52M${from} ${y - 20}H${to}M${from + 10} ${y - 26}l-10 6 10 6M${to - 10} ${y - 26}l10 6-10 6`}
    stroke="var(--petrol)"
    strokeWidth="3"
  />
);

/** A link from above: inner plates, outer plates and the two pins between them. */
const link = (
  <>
    <path d="M20 50h120M20 90h120M280 50h120M280 90h120" strokeWidth="9" stroke="var(--soft)" />
    <path d="M120 32h180v12H120zM120 96h180v12H120z" fill="var(--band)" />
    <path d="M136 24h14v92h-14zM270 24h14v92h-14z" fill="var(--sheet)" />
  </>
);

const DRAW: Record<GaugePlaceName, ReactNode> = {
  "rivet flare": (
    <>
      <path d="M40 92h340v22H40z" fill="var(--band)" />
      <path d="M96 92V66q-12-4-14-20h64q-2 16-14 20v26zM290 92V66q-12-4-14-20h64q-2 16-14 20v26z" fill="var(--sheet)" />
      <path d="M82 46q32-12 64 0M276 46q32-12 64 0" />
      {jaws(82, 146, 28)}
    </>
  ),
  "plate width": (
    <>
      {link}
      <path d="M196 32v76M186 40l10-8 10 8M186 100l10 8 10-8" stroke="var(--petrol)" strokeWidth="3" />
      <path d="M176 32h40M176 108h40" stroke="var(--petrol)" strokeWidth="3" />
    </>
  ),
  "chain pitches": (
    <>
      {Array.from({ length: 11 }, (_, i) => (
        <g key={i}>
          {i < 10 && <path d={`M${30 + i * 36} 76h36`} strokeWidth={i % 2 ? 12 : 18} stroke="var(--band)" />}
          <circle cx={30 + i * 36} cy="76" r="7" fill="var(--sheet)" />
        </g>
      ))}
      <path
        d="M30 66V28M390 66V28M30 34h360M40 28l-10 6 10 6M380 28l10 6-10 6"
        stroke="var(--petrol)"
        strokeWidth="3"
      />
      <path d="M2 76h14l-7-6M16 76l-7 6M418 76h-14l7-6M404 76l7 6" stroke="var(--past)" strokeWidth="2.4" />
      <text x="210" y="122" textAnchor="middle" fontSize="17" stroke="none" fill="var(--soft)">
        pin to pin, pulled straight
      </text>
    </>
  ),
  "track clearance": (
    <>
      <path d="M60 130V40q0-18 18-18h264q18 0 18 18v90" strokeWidth="4" />
      <path d="M96 62h228v40H96z" fill="var(--band)" />
      {[112, 152, 192, 232, 272].map((x) => (
        <path key={x} d={`M${x} 62l8-16h8l8 16M${x} 102l8 16h8l8-16`} fill="var(--sheet)" />
      ))}
      <path
        d="M64 82h28M328 82h28M72 74l-8 8 8 8M348 74l8 8-8 8M84 74l8 8-8 8M336 74l-8 8 8 8"
        stroke="var(--petrol)"
        strokeWidth="3"
      />
      <path d="M210 26v18M202 36l8 8 8-8" stroke="var(--petrol)" strokeWidth="3" />
    </>
  ),
  "belt on rim": (
    <>
      <path d="M70 140V44l92 66h96l92-66v96z" fill="var(--sheet)" />
      <path d="M70 44h34M316 44h34" strokeWidth="4" />
      <path d="M118 28h184l-26 62H144z" fill="var(--band)" strokeWidth="3" />
      <path d="M40 44h26M40 28h70" strokeDasharray="5 4" />
      <path d="M50 4v24M44 22l6 6 6-6M50 68V44M44 50l6-6 6 6" stroke="var(--petrol)" strokeWidth="3" />
      <text x="360" y="34" fontSize="16" stroke="none" fill="var(--soft)">
        rim
      </text>
    </>
  ),
  "belt push": (
    <>
      <circle cx="80" cy="84" r="46" fill="var(--sheet)" />
      <circle cx="340" cy="84" r="58" fill="var(--sheet)" />
      <path d="M74 40Q206 84 336 28M86 130L334 140" strokeWidth="7" />
      <path d="M74 40L336 28" strokeDasharray="6 5" />
      <path d="M206 2v52M196 44l10 10 10-10" stroke="var(--petrol)" strokeWidth="4" />
      <path d="M228 34v26M222 40l6-6 6 6M222 54l6 6 6-6" stroke="var(--petrol)" strokeWidth="3" />
    </>
  ),
  "sprocket play": (
    <>
      <circle cx="150" cy="76" r="60" fill="var(--band)" />
      {Array.from({ length: 13 }, (_, i) => (
        <path key={i} d="M143 18l4-12h6l4 12" transform={`rotate(${(i * 360) / 13} 150 76)`} fill="var(--band)" />
      ))}
      <circle cx="150" cy="76" r="22" fill="var(--sheet)" strokeDasharray="6 4" />
      <path d="M214 56a66 66 0 0 1 0 40M206 62l8-8 8 8M206 92l8 8 8-8" stroke="var(--petrol)" strokeWidth="3" />
      <circle cx="330" cy="76" r="40" fill="var(--sheet)" />
      <path d="M330 76l22-24M290 76h-50" stroke="var(--petrol)" strokeWidth="3" />
      <path d="M330 42v8M330 102v8M296 76h8M356 76h8" />
    </>
  ),
};

import type { CHOICE_DRAWINGS } from "@averin/core";
import type { ReactNode } from "react";

export type ChoiceDrawingName = (typeof CHOICE_DRAWINGS)[number];

/** What each answer looks like, in the order of the answers; the words beside it say the same. */
export function ChoiceDrawing({ drawing, way }: { drawing: ChoiceDrawingName; way: number }) {
  return (
    <svg
      viewBox="0 0 104 60"
      width="104"
      height="60"
      aria-hidden
      className="block shrink-0"
      fill="none"
      stroke="var(--ink)"
      strokeWidth="1.8"
      strokeLinejoin="round"
    >
      {DRAW[drawing][way]}
    </svg>
  );
}

/** A machine from above, nose up, with one front wheel marked. */
const seatedSide = (left: boolean): ReactNode => (
  <>
    <path d="M42 6h20l5 14v24l-7 10H44l-7-10V20z" fill="var(--band)" />
    <path d="M52 10v8M49 13l3-4 3 4" />
    <rect x="20" y="8" width="12" height="18" rx="3" fill={left ? "var(--petrol)" : "none"} />
    <rect x="72" y="8" width="12" height="18" rx="3" fill={left ? "none" : "var(--petrol)"} />
    <rect x="20" y="36" width="12" height="18" rx="3" />
    <rect x="72" y="36" width="12" height="18" rx="3" />
  </>
);

/** An eye at one end of a shaft, its wheel at the right. */
const lookedAtFrom = (outboard: boolean): ReactNode => (
  <>
    <path d="M24 27h44v6H24z" fill="var(--band)" />
    <path d="M14 20h12v20H14z" />
    <rect x="68" y="8" width="12" height="44" rx="3" fill="var(--band)" />
    <g
      transform={outboard ? "translate(94 30) scale(-1 1)" : "translate(2 30)"}
      stroke="var(--petrol)"
      strokeWidth="2.6"
    >
      <path d="M0-8L9 0L0 8" />
    </g>
  </>
);

const cup = "M18 8h58q12 0 12 12v20q0 12-12 12H18v-9h54q6 0 6-6V23q0-6-6-6H18z";

const DRAW: Record<ChoiceDrawingName, readonly ReactNode[]> = {
  side: [<g key="l">{seatedSide(true)}</g>, <g key="r">{seatedSide(false)}</g>],
  "open end": [<g key="o">{lookedAtFrom(true)}</g>, <g key="i">{lookedAtFrom(false)}</g>],
  "ring type": [
    <g key="wire">
      <path d={cup} fill="var(--band)" />
      <circle cx="25" cy="17" r="4" fill="var(--petrol)" />
      <circle cx="25" cy="43" r="4" fill="var(--petrol)" />
    </g>,
    <g key="none">
      <path d={cup} fill="var(--band)" />
      <path d="M2 30h22M18 25l6 5-6 5" />
    </g>,
  ],
  "band style": [
    <g key="fold">
      <path d="M6 40h92v8H6z" fill="var(--band)" />
      <path d="M46 28h12v12H46z" fill="var(--ink)" />
      <path d="M46 31H20" stroke="var(--petrol)" strokeWidth="6" />
    </g>,
    <g key="ear">
      <path d="M6 40h92v8H6z" fill="var(--band)" />
      <path d="M42 40l4-16h12l4 16" fill="var(--sheet)" />
      <path d="M36 28l8 4M68 28l-8 4" strokeWidth="2.4" />
    </g>,
    <g key="closed">
      <ellipse cx="52" cy="30" rx="44" ry="16" fill="var(--band)" />
      <ellipse cx="52" cy="30" rx="36" ry="9" fill="var(--sheet)" />
    </g>,
  ],
  access: [
    <g key="joint">
      <path d="M8 46h40l10-8h18" strokeWidth="5" />
      <circle cx="76" cy="38" r="7" fill="var(--petrol)" />
      <rect x="84" y="6" width="12" height="46" rx="3" fill="var(--band)" />
    </g>,
    <g key="bolts">
      <path d="M8 48l62-8M60 40V8" strokeWidth="5" />
      <circle cx="70" cy="40" r="6" fill="var(--petrol)" />
      <circle cx="60" cy="42" r="5" fill="var(--petrol)" />
      <rect x="84" y="6" width="12" height="46" rx="3" fill="var(--band)" />
    </g>,
  ],
  "shaft identity": [
    <g key="maker">
      <path d="M4 24h96v12H4z" fill="var(--band)" />
      <path d="M38 27h10M52 27h6M62 27h8M38 33h18" strokeWidth="1.4" />
    </g>,
    <g key="other">
      <path d="M4 24h96v12H4z" fill="var(--band)" />
      <path d="M44 27l6 6 6-6" strokeWidth="1.6" />
    </g>,
    <g key="none">
      <path d="M4 24h96v12H4z" fill="var(--band)" />
    </g>,
    <g key="unknown">
      <path d="M4 24h96v12H4z" strokeDasharray="4 3" />
      <path d="M36 30h32" strokeDasharray="2 3" />
    </g>,
  ],
};

import type { CHOICE_DRAWINGS } from "@averin/core";
import type { ReactNode } from "react";

export type ChoiceDrawingName = (typeof CHOICE_DRAWINGS)[number];

/** What each answer looks like, in the order of the answers; the words beside it say the same. */
export function ChoiceDrawing({ drawing, way, size = 1 }: { drawing: ChoiceDrawingName; way: number; size?: number }) {
  return (
    <svg
      viewBox="0 0 104 60"
      width={104 * size}
      height={60 * size}
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

/** A joint from its end: shell, cage with its balls, inner race on the shaft; one of the three is meant. None is told right. */
const struck = (which: 0 | 1 | 2): ReactNode => {
  const on = (i: number): string => (which === i ? "var(--petrol)" : "none");
  const drift = [52, 68, 78][which] ?? 52;
  return (
    <>
      <circle cx="52" cy="33" r="26" fill={on(2)} fillOpacity="0.35" />
      <circle cx="52" cy="33" r="19" fill={on(1)} fillOpacity="0.35" />
      {[0, 60, 120, 180, 240, 300].map((deg) => (
        <circle key={deg} cx="52" cy="18.5" r="3.4" transform={`rotate(${deg} 52 33)`} fill="var(--sheet)" />
      ))}
      <circle cx="52" cy="33" r="11" fill={which === 0 ? "var(--petrol)" : "var(--band)"} />
      <circle cx="52" cy="33" r="5" fill="var(--sheet)" />
      <path
        d={`M${drift + 24} 2L${drift + (which === 0 ? 6 : 0)} ${which === 0 ? 29 : 22}`}
        strokeWidth="6"
        stroke="var(--petrol)"
      />
    </>
  );
};

/** Shaft to the left, cup to the right; the cage between them with its small end one way or the other. */
const caged = (inward: boolean): ReactNode => (
  <>
    <path d="M2 25h44v10H2z" fill="var(--band)" />
    <path d={inward ? "M36 16l26-10v48L36 44z" : "M36 6l26 10v28L36 54z"} fill="var(--petrol)" fillOpacity="0.3" />
    <path d="M66 4h34v52H66" fill="none" />
  </>
);

/** A track from its side, nose at the right: the way it runs on top and at the ground, by its arrows. */
const runs = (forward: boolean): ReactNode => (
  <>
    <path d="M2 8h52q14 0 22 10l22 14q4 4-2 4H78" fill="none" stroke="var(--soft)" strokeWidth="1.6" />
    <path d="M92 36l-6 16M70 53h28q5 0 5-6" fill="none" stroke="var(--soft)" strokeWidth="2.2" />
    <path d="M16 18h50a16 16 0 0 1 0 34H16a16 16 0 0 1 0-34z" fill="var(--band)" />
    <path d="M2 57h101" strokeWidth="1.4" />
    <g stroke="var(--petrol)" strokeWidth="3">
      <path d={forward ? "M22 26h34M49 20l8 6-8 6" : "M57 26H23M30 20l-8 6 8 6"} />
      <path d={forward ? "M57 43H23M30 37l-8 6 8 6" : "M22 43h34M49 37l8 6-8 6"} />
    </g>
  </>
);

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
  "strike zone": [<g key="race">{struck(0)}</g>, <g key="cage">{struck(1)}</g>, <g key="bell">{struck(2)}</g>],
  "track arrow": [<g key="runs">{runs(true)}</g>, <g key="back">{runs(false)}</g>],
  "cage facing": [<g key="middle">{caged(true)}</g>, <g key="cup">{caged(false)}</g>],
  "outboard hold": [
    <g key="driven">
      <path d="M2 25h58v10H2z" fill="var(--band)" />
      <path d="M50 12h26v36H50z" fill="none" />
      <circle cx="60" cy="24" r="3.4" fill="var(--petrol)" />
      <circle cx="60" cy="36" r="3.4" fill="var(--petrol)" />
      <path d="M30 12h14M37 6l7 6-7 6" stroke="var(--petrol)" strokeWidth="2.4" />
    </g>,
    <g key="stays">
      <path d="M2 25h58v10H2z" fill="var(--band)" />
      <path d="M50 12h26v36H50z" fill="var(--soft)" />
      <path d="M46 20l8-8M46 32l8-8M46 44l8-8" strokeWidth="2.4" />
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
    <g key="hook">
      <path d="M6 40h92v8H6z" fill="var(--band)" />
      <path d="M60 40v-8H34v6" stroke="var(--petrol)" strokeWidth="5" fill="none" />
      <path d="M66 42h8v4h-8zM80 42h8v4h-8z" fill="var(--ink)" />
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

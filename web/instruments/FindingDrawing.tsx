import type { FINDING_DRAWINGS } from "@averin/core";
import type { ReactNode } from "react";

export type FindingDrawingName = (typeof FINDING_DRAWINGS)[number];

const WIDTH = 104;
const HEIGHT = 60;

/** A graded finding as it looks, one drawing for each word in its order; the words beside it say the same. */
export function FindingDrawing({
  drawing,
  grade,
  small = false,
}: {
  drawing: FindingDrawingName;
  grade: number;
  small?: boolean;
}) {
  return (
    <svg
      viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
      width={small ? WIDTH / 2 : WIDTH}
      height={small ? HEIGHT / 2 : HEIGHT}
      aria-hidden
      className="block shrink-0"
      fill="none"
      stroke="var(--ink)"
      strokeWidth="1.6"
      strokeLinejoin="round"
    >
      {DRAW[drawing](grade)}
    </svg>
  );
}

const DRAW: Record<FindingDrawingName, (grade: number) => ReactNode> = {
  "plate lining": lining,
  "plate colour": colour,
  "basket finger": finger,
  "hub rubber": rubber,
  "roller bearing": bearing,
  "sprocket tooth": tooth,
  "joint grease": grease,
  "joint track": track,
  "boot skin": boot,
  "spline flank": spline,
  "oil rag": rag,
  "drive belt": belt,
  "idler wheel": idler,
};

/** Three teeth in profile: even with a flat top, hollow, leaning over, worn to a point. */
const TEETH = [
  "M0 54h14l5-36h8l5 36h10l5-36h8l5 36h10l5-36h8l5 36h16",
  "M0 54h14q7-14 6-34h7q-1 20 6 34h10q7-14 6-34h7q-1 20 6 34h10q7-14 6-34h7q-1 20 6 34h16",
  "M0 54h12q12-12 16-38l7-2q-6 20-2 40h8q12-12 16-38l7-2q-6 20-2 40h8q12-12 16-38l7-2q-6 20-2 40h19",
  "M0 54h14q8-12 10-44q2 32 10 44h8q8-12 10-44q2 32 10 44h8q8-12 10-44q2 32 10 44h14",
] as const;
function tooth(grade: number): ReactNode {
  return (
    <>
      <path d={`${TEETH[grade] ?? TEETH[0]}V60H0Z`} fill="var(--band)" />
      {grade > 0 && <path d={TEETH[0]} strokeDasharray="3 3" strokeWidth="1" opacity="0.6" />}
    </>
  );
}

/** A smear of grease on a rag: even, beaded with water, with grit in it, streaked with rust. */
function grease(grade: number): ReactNode {
  const specks = [18, 30, 44, 56, 68, 82];
  return (
    <>
      <path d="M8 36q6-22 30-22t36 8q22 2 22 16t-30 14T8 36z" fill={grade === 1 ? "var(--band)" : "var(--soft)"} />
      {grade === 1 &&
        specks.map((x, i) => (
          <circle key={x} cx={x} cy={28 + (i % 3) * 7} r="3.6" fill="var(--sheet)" strokeWidth="1.2" />
        ))}
      {grade === 2 &&
        specks.map((x, i) => <path key={x} d={`M${x} ${24 + (i % 3) * 8}l4-3 2 5-5 1z`} fill="var(--ink)" />)}
      {grade === 3 && <path d="M20 30q14 8 30 0t34 4M26 42q16 6 40 0" stroke="var(--near)" strokeWidth="4" />}
    </>
  );
}

/** A track with its ball seen along it: bright, a polished path, a groove with a step, a crack through. */
function track(grade: number): ReactNode {
  return (
    <>
      <path
        d={grade === 2 ? "M4 14h30v10q18 12 36 0V14h30v32H4z" : "M4 14h26q22 22 44 0h26v32H4z"}
        fill="var(--band)"
      />
      <circle cx="52" cy={grade === 2 ? 19 : 12} r="11" fill="var(--sheet)" />
      {grade === 1 && <path d="M40 24q12 8 24 0" strokeWidth="5" stroke="var(--soft)" />}
      {grade === 3 && <path d="M48 25l6 7-6 6 5 8" stroke="var(--past)" strokeWidth="2.6" />}
    </>
  );
}

/** The folds of a boot: soft, hard, cracked in the folds, torn open. */
function boot(grade: number): ReactNode {
  return (
    <>
      <path
        d="M4 22l14-8 8 10 10-16 10 16 10-16 10 16 10-14 10 12 14-4v24l-14-4-10 12-10-14-10 16-10-16-10 16-10-16-8 10-14-8z"
        fill="var(--band)"
      />
      {grade === 1 && <path d="M36 22v16M56 22v16M76 22v16" strokeWidth="2.6" />}
      {grade === 2 && <path d="M44 20l3 5-3 4M64 20l3 5-3 4M54 34l3 5-3 4" stroke="var(--past)" strokeWidth="2.2" />}
      {grade === 3 && <path d="M46 8l6 12-6 8 8 10-4 12" stroke="var(--past)" strokeWidth="5" />}
    </>
  );
}

/** Three pads of lining with the grooves between them: open, smeared shut, broken out. */
function lining(grade: number): ReactNode {
  const pad = (x: number): ReactNode => {
    if (grade === 2 && x === 38)
      return <path d="M38 12h28v14l-6-3-5 7-8-4-4 9-5-2z M44 48h14l4-7-8 2z" fill="var(--band)" />;
    return <rect x={x} y="12" width="28" height="36" fill={grade === 1 ? "var(--soft)" : "var(--band)"} />;
  };
  return (
    <>
      <path d="M2 6h100M2 54h100" />
      {[4, 38, 72].map((x) => (
        <g key={x}>{pad(x)}</g>
      ))}
      {grade === 0 && (
        <path d="M10 20h16M10 28h16M10 36h16M44 20h16M44 28h16M44 36h16M78 20h16M78 28h16M78 36h16" strokeWidth="0.8" />
      )}
      {grade === 1 && <path d="M8 44L26 16M42 44L60 16M76 44L94 16" stroke="var(--sheet)" strokeWidth="3" />}
      {grade === 1 && <path d="M32 12v36h6V12zM66 12v36h6V12z" fill="var(--soft)" stroke="none" />}
    </>
  );
}

/** Two splines of the shaft in the sprocket's spaces: full, the sprocket worn, the shaft worn narrow. */
function spline(grade: number): ReactNode {
  const narrow = grade === 2 ? 5 : 0;
  const wide = grade === 1 ? 5 : 0;
  return (
    <>
      <path
        d={`M2 4h${22 - wide}v26h${22 + 2 * wide}V4h${14 - 2 * wide}v26h${22 + 2 * wide}V4h${20 - wide}`}
        fill="none"
        stroke="var(--soft)"
      />
      <path
        d={`M2 56V40h24${narrow ? "q3 0 4-4l2-22" : "V14"}h${18 - 2 * narrow}${narrow ? "l2 22q1 4 4 4" : "v26"}h18${narrow ? "q3 0 4-4l2-22" : "V14"}h${18 - 2 * narrow}${narrow ? "l2 22q1 4 4 4" : "v26"}h18v16z`}
        fill="var(--band)"
      />
    </>
  );
}

// What lies on a white rag looks the same in a lit shop and in a dim one: these do not follow the theme.
const RAG = "#f2f1ea";
const FLAKE = "#fffdf2";
const OILS = ["#d8c998", "#6e6553", "#6e6553", "#cdc4ab", "#17140f"] as const;

/** Oil on a white rag: as fresh, darker but clear, glittering, milky, burnt. */
function rag(grade: number): ReactNode {
  return (
    <>
      <path d="M6 6h92v48H6z" fill={RAG} />
      <path d="M28 16q26-10 46 2t8 24q-18 12-42 6T22 30q0-8 6-14z" fill={OILS[grade] ?? "none"} stroke="#17140f" />
      {grade === 2 && (
        <path d="M36 22l4 4M52 18l3 5M64 30l5-3M44 38l4-4M58 42l5 2M72 24l3 4" stroke={FLAKE} strokeWidth="2.6" />
      )}
      {grade === 3 && <path d="M32 26q8-6 16 0t16 0 14 0M30 36q8-6 16 0t16 0 14 0" stroke={FLAKE} strokeWidth="4" />}
    </>
  );
}

/** A run of drive belt: even, polished, glazed at one arc, strings out, cogs gone. */
function belt(grade: number): ReactNode {
  const cogs = [10, 26, 42, 58, 74, 90].filter((x) => grade !== 4 || (x !== 42 && x !== 58));
  return (
    <>
      <path d="M2 16h100v14H2z" fill="var(--band)" />
      {cogs.map((x) => (
        <path key={x} d={`M${x - 6} 30h12l-2 14h-8z`} fill="var(--band)" />
      ))}
      {grade === 1 && <path d="M6 22h92" stroke="var(--sheet)" strokeWidth="2.4" />}
      {grade === 2 && <path d="M36 16h34v14H36z" fill="var(--past)" fillOpacity="0.7" />}
      {grade === 3 && (
        <path d="M20 16q-4-10 4-12M48 16q4-10-4-14M78 16q6-6 2-13" strokeWidth="2" stroke="var(--past)" />
      )}
      {grade === 4 && <path d="M36 34h28" stroke="var(--past)" strokeDasharray="4 3" strokeWidth="2.4" />}
    </>
  );
}

/** An idler wheel: quiet, hanging at a spot, rubber torn out. */
function idler(grade: number): ReactNode {
  return (
    <>
      <circle cx="52" cy="30" r="27" fill="var(--soft)" />
      <circle cx="52" cy="30" r="18" fill="var(--sheet)" />
      <circle cx="52" cy="30" r="6" fill={grade === 1 ? "var(--past)" : "var(--band)"} />
      {grade === 1 && <path d="M52 12l3 6-5 3 4 4" stroke="var(--past)" strokeWidth="2.4" />}
      {grade === 2 && (
        <path d="M72 12l14-6-2 16-8 2zM30 48l-10 8" fill="var(--ground)" stroke="var(--past)" strokeWidth="2" />
      )}
    </>
  );
}

/** The heat of a steel plate: bare, film, polish, overheated; tone and hatch both tell it. */
const HEAT_FILL = ["none", "var(--soft)", "var(--near)", "var(--doubt)"] as const;
function colour(grade: number): ReactNode {
  return (
    <>
      <path d="M4 52A48 48 0 0 1 100 52H76A24 24 0 0 0 28 52Z" fill={HEAT_FILL[grade] ?? "none"} />
      {grade === 0 && <path d="M18 34L30 44M34 18L42 31" strokeWidth="0.8" />}
      {grade === 1 && <path d="M14 44h18M22 30h20M38 20h30M62 30h20M72 44h18" stroke="var(--sheet)" strokeWidth="1" />}
      {grade === 2 && (
        <path d="M20 40l14 6M34 18l8 14M52 8v20M70 18l-8 14M84 40l-14 6" stroke="var(--sheet)" strokeWidth="2.5" />
      )}
      {grade === 3 && (
        <path
          d="M10 48l8-9 8 9M22 30l9-6 6 9M40 16l8-4 5 9M60 20l7-5 7 8M76 34l8-4 3 9"
          stroke="var(--sheet)"
          strokeWidth="2"
        />
      )}
    </>
  );
}

/** One finger of the basket from its side: straight, lightly marked, notched by the tabs. */
function finger(grade: number): ReactNode {
  const edge = [
    "M30 4V56H74V4",
    "M30 4v10l2 2-2 2v10l2 2-2 2v10l2 2-2 2v12H74V44l-2-2 2-2V30l-2-2 2-2V16l-2-2 2-2V4",
    "M30 4v8l9 2v6l-9 2v6l9 2v6l-9 2v6l9 2v4l-9 2v4H74v-4l-9-2v-4l9-2v-6l-9-2v-6l9-2v-6l-9-2v-6l9-2V4",
  ][grade];
  return (
    <>
      <path d={edge} fill="var(--band)" />
      <path d="M4 16h20M4 31h20M4 46h20M80 16h20M80 31h20M80 46h20" strokeWidth="4" stroke="var(--soft)" />
    </>
  );
}

/** A rubber between the gear and the basket: whole, skin flaking, split through. */
function rubber(grade: number): ReactNode {
  return (
    <>
      <path d="M4 8h96M4 52h96" />
      <rect x="28" y="13" width="48" height="34" rx="9" fill="var(--soft)" />
      {grade === 1 && (
        <path d="M30 20l7-3 4 5M62 15l6 4 5-3M32 42l6-4 5 4M60 45l6-4 7 2" stroke="var(--sheet)" strokeWidth="2.5" />
      )}
      {grade === 2 && <path d="M54 11l-6 11 8 8-8 9 5 10" stroke="var(--sheet)" strokeWidth="5" />}
      {grade === 2 && <path d="M88 22v16M96 18v24" strokeWidth="2" />}
    </>
  );
}

const ROLLERS = 10;

/** A roller bearing from its end: every roller there, rough, one place empty. */
function bearing(grade: number): ReactNode {
  const centre = { x: 52, y: 30 };
  return (
    <>
      <circle cx={centre.x} cy={centre.y} r="28" />
      <circle cx={centre.x} cy={centre.y} r="13" />
      {Array.from({ length: ROLLERS }, (_, i) => {
        const angle = (i / ROLLERS) * 2 * Math.PI - Math.PI / 2;
        const x = centre.x + 20.5 * Math.cos(angle);
        const y = centre.y + 20.5 * Math.sin(angle);
        const gone = grade === 2 && i === 2;
        return (
          <circle
            key={i}
            cx={x.toFixed(1)}
            cy={y.toFixed(1)}
            r="5.4"
            fill={gone ? "none" : "var(--band)"}
            stroke={gone ? "var(--past)" : "var(--ink)"}
            strokeWidth={gone ? 2.4 : 1.4}
            strokeDasharray={gone ? "3 2.4" : undefined}
          />
        );
      })}
      {grade === 1 && <path d="M40 6l3 4 3-4 3 4M62 52l3-4 3 4 3-4M20 28l4 3-4 3" strokeWidth="2" />}
      {grade === 2 && <path d="M84 14l14-8" stroke="var(--past)" strokeWidth="2.4" />}
    </>
  );
}

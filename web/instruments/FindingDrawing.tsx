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
};

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

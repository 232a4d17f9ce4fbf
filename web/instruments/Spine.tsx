import type { Finding, Sketch } from "@averin/core";
import type { ReactNode } from "react";
import { inSight } from "./inSight.ts";

type Lead = Finding["leads"];

export type SpineState =
  "on" | "off" | "gone" | "measured" | "judged" | "decided" | "new" | "going in" | "fitted" | "torqued";

export type SpinePart = {
  id: string;
  name: string;
  /** The outlines it is drawn by; a plain disc in section where there are none. */
  sketch: Sketch | null;
  kind: "part" | "pack" | "fasteners";
  count: number;
  place: "on" | "off" | "in";
  /** Everything asked about it so far is answered. */
  proven: boolean;
  state: SpineState;
  renewed: boolean;
  inHand: boolean;
  plates: { name: string; lining: boolean; renewed: boolean; thicknessMm: number | null; found: Lead | null }[];
};

const DRAW = 96;

/** The assembly as the exploded row of its real parts, cover side up; touching a part goes to its step. */
export function Spine({
  parts,
  sides,
  onPick,
}: {
  parts: readonly SpinePart[];
  sides: { outer: string; inner: string };
  onPick: (id: string) => void;
}) {
  return (
    <nav aria-label="Spine" className="flex flex-col">
      <p className="caption px-3 pt-2">{sides.outer}</p>
      <ol className="flex flex-col">
        {parts.map((part) => (
          <li key={part.id}>
            <button
              ref={part.inHand ? inSight : undefined}
              type="button"
              onClick={() => onPick(part.id)}
              aria-current={part.inHand ? "step" : undefined}
              className={`grid min-h-[48px] w-full scroll-my-[52px] grid-cols-[96px_1fr] items-center gap-2 pr-2 text-left leading-tight ${
                part.inHand ? "bg-petrol text-on-petrol" : "hover:bg-ground"
              }`}
            >
              <Drawing part={part} />
              <span>
                <span className="block font-semibold">
                  {part.name}
                  {part.count > 1 && <span className="figure text-[15px]"> × {part.count}</span>}
                </span>
                <span className={`block text-[15px] ${part.inHand ? "" : "text-soft"}`}>{stateWords(part)}</span>
              </span>
            </button>
          </li>
        ))}
      </ol>
      <p className="caption px-3 pb-2">{sides.inner}</p>
    </nav>
  );
}

const WORDS: Record<SpineState, string> = {
  on: "on",
  off: "off",
  gone: "off · does not go back",
  measured: "off · measured in part",
  judged: "off · judged",
  decided: "off · decided: stays",
  new: "off · new",
  "going in": "going in",
  fitted: "in",
  torqued: "in · torqued",
};

function stateWords({ state, renewed }: SpinePart): string {
  return renewed && (state === "fitted" || state === "going in") ? `${WORDS[state]} · new` : WORDS[state];
}

/** Unknown is hatched, off stands aside, proven has a full line, new carries a bar. */
function Drawing({ part }: { part: SpinePart }) {
  const height = part.kind === "pack" ? Math.max(44, part.plates.length * 6 + 12) : 44;
  const shift = part.place === "off" ? 12 : 0;
  const ink = part.inHand ? "var(--on-petrol)" : "var(--ink)";
  const known = part.proven || part.place === "in";
  const line = { stroke: ink, strokeWidth: known ? 2.2 : 1.3, strokeDasharray: known ? undefined : "4 2.5" } as const;
  const fill = part.inHand ? "var(--petrol)" : "var(--sheet)";
  return (
    <svg width={DRAW} height={height} viewBox={`0 0 ${DRAW} ${height}`} aria-hidden className="block">
      <path d={`M${DRAW / 2} 0V${height}`} stroke={ink} strokeWidth="0.8" strokeDasharray="8 3 2 3" opacity="0.5" />
      <g transform={`translate(${shift} 0)`} {...line} fill={fill}>
        {shapeOf(part, ink)}
      </g>
      {part.renewed && <path d={`M3 ${height / 2 - 12}v24`} stroke={ink} strokeWidth="4" />}
    </svg>
  );
}

/** One part, large: which one is meant, from across the bench. */
export function PartFigure({ sketch, count, fasteners }: { sketch: Sketch | null; count: number; fasteners: boolean }) {
  if (sketch === null && !fasteners) return null;
  return (
    <svg
      viewBox="0 0 88 46"
      aria-hidden
      className="block h-[190px] w-full max-w-[420px]"
      stroke="var(--ink)"
      strokeWidth="1"
      strokeLinejoin="round"
      fill="var(--sheet)"
    >
      {fasteners ? <Bolts count={count} /> : sketchOf(sketch)}
    </svg>
  );
}

function shapeOf(part: SpinePart, ink: string): ReactNode {
  if (part.kind === "pack") return <Pack part={part} ink={ink} />;
  if (part.kind === "fasteners") return <Bolts count={part.count} />;
  return sketchOf(part.sketch);
}

/** A part by the sketch that its procedure has for it; any other is a plain disc in section. */
const sketchOf = (sketch: Sketch | null): ReactNode =>
  sketch === null ? (
    <rect x="16" y="14" width="56" height="16" />
  ) : (
    sketch.map(({ pen, open }, i) => <path key={i} d={pen} fillRule="evenodd" {...(open ? { fill: "none" } : {})} />)
  );

function Bolts({ count }: { count: number }) {
  const shown = Math.min(count, 6);
  const step = Math.min(20, 80 / shown);
  return (
    <>
      {Array.from({ length: shown }, (_, i) => (
        <path key={i} d={`M${43.5 + (i - (shown - 1) / 2) * step - 4.5} 8h9v7h-2v20h-5V15h-2z`} />
      ))}
    </>
  );
}

/** What was found on a plate that is not as it should be. */
const FOUND: Record<Lead, string | null> = {
  ...{ keep: null, watch: "var(--near)", renew: "var(--doubt)", stop: "var(--past)" },
};

function Pack({ part, ink }: { part: SpinePart; ink: string }) {
  return (
    <>
      {part.plates.map((plate, i) => (
        <rect
          key={plate.name}
          x={plate.lining ? 10 : 18}
          y={6 + i * 6}
          width={plate.lining ? 66 : 50}
          height={plate.thicknessMm === null ? 3.4 : 2 + plate.thicknessMm * 0.9}
          fill={plate.lining ? "none" : ((plate.found && FOUND[plate.found]) ?? ink)}
          strokeWidth={plate.lining ? 1.4 : 0.5}
        />
      ))}
    </>
  );
}

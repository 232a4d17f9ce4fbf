import type { ReactNode } from "react";
import { inSight } from "./inSight.ts";

export type SpineState =
  "on" | "off" | "gone" | "measured" | "judged" | "decided" | "new" | "going in" | "fitted" | "torqued";

export type SpinePart = {
  id: string;
  name: string;
  /** The shape it is drawn by. */
  draws: string;
  kind: "part" | "pack" | "fasteners";
  count: number;
  place: "on" | "off" | "in";
  /** Everything asked about it so far is answered. */
  proven: boolean;
  state: SpineState;
  renewed: boolean;
  inHand: boolean;
  plates: { name: string; lining: boolean; renewed: boolean; thicknessMm: number | null; heat: string | null }[];
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
              className={`grid min-h-[44px] w-full scroll-my-[52px] grid-cols-[96px_1fr] items-center gap-2 pr-2 text-left leading-tight ${
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
export function PartFigure({ draws, count, fasteners }: { draws: string; count: number; fasteners: boolean }) {
  const shape = fasteners ? <Bolts count={count} /> : SHAPES[draws];
  if (shape === undefined) return null;
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
      {shape}
    </svg>
  );
}

function shapeOf(part: SpinePart, ink: string): ReactNode {
  if (part.kind === "pack") return <Pack part={part} ink={ink} />;
  if (part.kind === "fasteners") return <Bolts count={part.count} />;
  if (part.count > 1 && !(part.draws in SHAPES)) return <Coils count={part.count} />;
  return SHAPES[part.draws] ?? <rect x="16" y="14" width="56" height="16" />;
}

/** Parts that have a drawing of their own, by id; any other is a plain disc in section. */
const SHAPES: Record<string, ReactNode> = {
  cover: <path d="M10 36V22q0-12 12-12h44q12 0 12 12v14h-8V24q0-6-6-6H24q-6 0-6 6v12z" />,
  gasket: <path d="M8 19h72v5H8z" />,
  "pressure-plate": <path d="M10 28h16v-8h9v-6h18v6h9v8h16v7H10z" />,
  lifter: <path d="M36 6h16v14h12v7H24v-7h12zM22 31h44v6H22z" />,
  seal: (
    <>
      <circle cx="14" cy="22" r="6" />
      <circle cx="74" cy="22" r="6" />
    </>
  ),
  "spring-holder": <path d="M12 28h12V14h40v14h12v8H56V22H32v14H12z" />,
  "disc-spring": <path d="M8 32L34 14h20l26 18-4 4-24-15H36L12 36z" />,
  "top-hat": <path d="M34 8h20v18h18v8H16v-8h18z" />,
  "push-rod": <path d="M40 3h8v38h-8z" />,
  "tab-washer": <path d="M14 20h60v5H14zM60 20l8-9h5v9z" />,
  hub: <path d="M18 30h14V14h8V8h8v6h8v16h14v7H18z" />,
  basket: <path d="M8 8h7v20h58V8h7v22l-6 6H14l-6-6zM32 36h24v5H32z" />,
  wheel: (
    <>
      <circle cx="44" cy="22" r="19" />
      <circle cx="44" cy="22" r="8" />
    </>
  ),
  caliper: <path d="M18 10h52v10H58v14H46V20H30v8H18z" />,
  shaft: <path d="M6 18h12v-6h10v6h34v-8h14v8h8v8h-8v8H62v-8H28v6H18v-6H6z" />,
  bar: <path d="M6 19h76v6H6z" />,
  band: <path d="M36 6h14v32H36zM50 8h16v5H50z" />,
  boot: <path d="M20 8l8 4 4-3 6 6 4-3 6 5 4-2 6 4v8l-6 4-4-2-6 5-4-3-6 6-4-3-8 4z" />,
  ring: <path d="M44 5a17 17 0 1 1-6 1l2 5a12 12 0 1 0 4-1z" />,
  cup: <path d="M20 6h40q10 0 10 10v12q0 10-10 10H20v-7h36q5 0 5-5v-8q0-5-5-5H20z" />,
  race: (
    <>
      <circle cx="44" cy="22" r="17" />
      <circle cx="44" cy="12" r="4" />
      <circle cx="44" cy="32" r="4" />
      <circle cx="34" cy="22" r="4" />
      <circle cx="54" cy="22" r="4" />
    </>
  ),
  chain: <path d="M4 16h24v12H4zM24 18h18v8H24zM38 16h24v12H38zM58 18h18v8H58z" />,
  sprocket: <path d="M44 4l5 5 7-3 2 7 7 2-3 7 5 5-6 4 1 7-8 0-3 7-7-3-7 3-3-7-8 0 1-7-6-4 5-5-3-7 7-2 2-7 7 3z" />,
  pipe: <path d="M6 30q4-14 20-14h20q10 0 16-8h18v10H68q-8 8-18 8H28q-10 0-12 10H6z" />,
  "case-cover": (
    <path d="M30 4h28q12 0 12 14t-8 18H26q-8-6-8-18T30 4zM28 12a2 2 0 1 0 .1 0zM60 12a2 2 0 1 0 .1 0zM30 30a2 2 0 1 0 .1 0zM58 30a2 2 0 1 0 .1 0z" />
  ),
  gears: (
    <>
      <circle cx="28" cy="16" r="10" />
      <circle cx="60" cy="24" r="16" />
      <path d="M26 6L60 8M30 26l26 14" fill="none" strokeDasharray="4 3" />
    </>
  ),
  belt: (
    <path
      d="M14 22a12 12 0 0 1 12-12h36a12 12 0 0 1 0 24H26a12 12 0 0 1-12-12zM22 22a5 5 0 0 0 5 5h34a5 5 0 0 0 0-10H27a5 5 0 0 0-5 5z"
      fillRule="evenodd"
    />
  ),
  clutch: <path d="M12 6l28 14v4L12 38zM76 6L48 20v4l28 14zM40 18h8v8h-8z" />,
  skid: <path d="M8 34h64q8 0 10-8l-4-2q-2 4-6 4H8zM22 28l10-18h6l-8 18zM52 28l8-20h6l-6 20z" />,
  track: (
    <path
      d="M16 8h56a14 14 0 0 1 0 28H16a14 14 0 0 1 0-28zM16 13a9 9 0 0 0 0 18h56a9 9 0 0 0 0-18zM20 36v5M34 36v5M48 36v5M62 36v5"
      fillRule="evenodd"
    />
  ),
  slide: <path d="M6 24h68q6 0 8-10l3 1q-2 15-10 15H6z" />,
  bearing: (
    <>
      <circle cx="44" cy="22" r="18" />
      <circle cx="44" cy="22" r="8" />
      <path d="M44 6v6M44 32v6M28 22h6M54 22h6M33 11l4 4M51 29l4 4M33 33l4-4M51 15l4-4" fill="none" />
    </>
  ),
  stack: <path d="M8 10h8v24H8zM20 14h5v16h-5zM29 6h14v32H29zM47 14h8v16h-8zM59 10h5v24h-5zM68 16h12v12H68z" />,
  torsion: (
    <path
      d="M24 6a16 16 0 1 0 0 32h58v-4H24a12 12 0 1 1 0-24q8 0 11 6l4-2Q34 6 24 6zM24 16a6 6 0 1 0 .1 0z"
      fillRule="evenodd"
    />
  ),
  adjusters: <path d="M8 16h40v-5h10v22H48v-5H8zM58 18h22v8H58zM64 14v16M70 14v16M76 14v16" />,
  pads: <path d="M14 8h22v28H14zM36 12h6v20h-6zM74 8H52v28h22zM52 12h-6v20h6z" />,
  disc: (
    <>
      <circle cx="44" cy="22" r="19" />
      <circle cx="44" cy="22" r="7" />
      <path d="M44 5v4M44 35v4M27 22h4M57 22h4M32 10l3 3M53 31l3 3M32 34l3-3M53 13l3-3" fill="none" />
    </>
  ),
  bracket: <path d="M12 6h14v24h50v8H12zM19 12a3 3 0 1 0 .1 0zM40 34a2 2 0 1 0 .1 0zM62 34a2 2 0 1 0 .1 0z" />,
  shoe: <path d="M14 34q14-26 60-24l-2 8q-36-2-48 18z" />,
  caps: <path d="M16 14h16v18q0 4-8 4t-8-4zM56 14h16v18q0 4-8 4t-8-4zM18 8h12v6H18zM58 8h12v6H58z" />,
  plug: <path d="M30 8h28v8H30zM34 16h20v16q0 4-10 4t-10-4zM34 21h20M34 26h20" />,
  guard: <path d="M8 36V20Q8 8 22 8h44q14 0 14 12v16h-8V22q0-6-8-6H24q-8 0-8 6v14z" />,
  washer: (
    <>
      <circle cx="44" cy="22" r="15" />
      <circle cx="44" cy="22" r="7" />
    </>
  ),
  rack: <path d="M36 4h14v6h4v4h-4v4h4v4h-4v4h4v4h-4v12H36z" />,
  judder: <path d="M12 24q32-14 64 0M12 32h64v4H12z" />,
};

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

function Coils({ count }: { count: number }) {
  const shown = Math.min(count, 6);
  const step = 78 / shown;
  return (
    <>
      {Array.from({ length: shown }, (_, i) => (
        <path key={i} d={`M${6 + i * step} 8h9l-9 7h9l-9 7h9l-9 7h9l-9 7h9`} fill="none" />
      ))}
    </>
  );
}

const HEAT: Record<string, string> = { brown: "var(--near)", blue: "var(--doubt)", dark: "var(--soft)" };

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
          fill={plate.lining ? "none" : (HEAT[plate.heat ?? ""] ?? ink)}
          strokeWidth={plate.lining ? 1.4 : 0.5}
        />
      ))}
    </>
  );
}

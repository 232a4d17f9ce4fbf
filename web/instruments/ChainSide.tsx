import { type KeyboardEvent, type PointerEvent, useId } from "react";
import { pathRadius } from "@averin/core";

const WIDTH = 640;
const HEIGHT = 300;

export type ChainSideProps = {
  frontTeeth: number;
  rearTeeth: number;
  pitchMm: number;
  sprocketXMm: number;
  sprocketYMm: number;
  armMm: number;
  restDeg: number;
  fromDeg: number;
  toDeg: number;
  tightestDeg: number | null;
  onRest: (deg: number) => void;
};

/** Sprocket, swing arm and chain from the side; the axle can be moved by hand or with the arrow keys. */
export function ChainSide(props: ChainSideProps) {
  const title = useId();
  const { sprocketXMm, sprocketYMm, armMm, restDeg, fromDeg, toDeg, tightestDeg, onRest } = props;
  const r1 = pathRadius(props.frontTeeth, props.pitchMm);
  const r2 = pathRadius(props.rearTeeth, props.pitchMm);
  const scale = Math.min(
    (WIDTH - 60) / (armMm - Math.min(0, sprocketXMm) + r1 + r2),
    (HEIGHT - 20) / (2.4 * r2 + 0.45 * armMm),
  );
  const pivot = { x: 30 + (r1 - Math.min(0, sprocketXMm)) * scale, y: HEIGHT * 0.42 };
  const at = (deg: number): { x: number; y: number } => {
    const angle = (deg * Math.PI) / 180;
    return { x: pivot.x + armMm * scale * Math.cos(angle), y: pivot.y - armMm * scale * Math.sin(angle) };
  };
  const front = { x: pivot.x + sprocketXMm * scale, y: pivot.y - sprocketYMm * scale };
  const axle = at(restDeg);
  const move = (event: PointerEvent<SVGGElement>): void => {
    if (event.buttons !== 1) return;
    const svg = event.currentTarget.ownerSVGElement;
    const box = svg?.getBoundingClientRect();
    if (!box) return;
    const x = ((event.clientX - box.left) / box.width) * WIDTH;
    const y = ((event.clientY - box.top) / box.height) * HEIGHT;
    onRest(Math.round((Math.atan2(pivot.y - y, x - pivot.x) * 1800) / Math.PI) / 10);
  };
  const press = (event: KeyboardEvent): void => {
    const step = { ArrowUp: 1, ArrowRight: 1, ArrowDown: -1, ArrowLeft: -1 }[event.key];
    if (step === undefined) return;
    event.preventDefault();
    onRest(restDeg + step);
  };
  return (
    <svg viewBox={`0 0 ${WIDTH} ${HEIGHT}`} role="group" aria-labelledby={title} className="block w-full">
      <title id={title}>{`Chain from the side, arm at ${restDeg}°`}</title>
      <path
        d={`M${at(fromDeg).x} ${at(fromDeg).y}A${armMm * scale} ${armMm * scale} 0 0 0 ${at(toDeg).x} ${at(toDeg).y}`}
        fill="none"
        stroke="var(--line)"
        strokeWidth="2"
      />
      {tightestDeg !== null && (
        <g>
          <path
            d={`M${front.x} ${front.y}L${at(tightestDeg).x} ${at(tightestDeg).y}`}
            stroke="var(--past)"
            strokeWidth="1.5"
            strokeDasharray="6 5"
          />
          <text x={at(tightestDeg).x + 16} y={at(tightestDeg).y - 6} fontSize="16" fill="var(--past)">
            tightest
          </text>
        </g>
      )}
      <path
        d={tangents(front, r1 * scale, axle, r2 * scale)}
        fill="none"
        stroke="var(--ink)"
        strokeWidth="3.5"
        strokeDasharray="7 3"
      />
      <circle cx={front.x} cy={front.y} r={r1 * scale} fill="var(--ground)" stroke="var(--ink)" strokeWidth="2" />
      <path
        d={`M${pivot.x} ${pivot.y}L${axle.x} ${axle.y}`}
        stroke="var(--soft)"
        strokeWidth="10"
        strokeLinecap="round"
        opacity="0.5"
      />
      <circle cx={pivot.x} cy={pivot.y} r="6" fill="var(--ink)" />
      <g
        tabIndex={0}
        role="slider"
        aria-label="arm angle at rest"
        aria-valuenow={restDeg}
        aria-valuemin={-90}
        aria-valuemax={90}
        aria-valuetext={`${restDeg} degrees`}
        onKeyDown={press}
        onPointerDown={(event) => event.currentTarget.setPointerCapture(event.pointerId)}
        onPointerMove={move}
        className="cursor-grab touch-none"
      >
        <circle
          cx={axle.x}
          cy={axle.y}
          r={r2 * scale}
          fill="none"
          stroke="var(--ink)"
          strokeWidth="2"
          pointerEvents="all"
        />
        <circle cx={axle.x} cy={axle.y} r="11" fill="var(--petrol)" />
      </g>
    </svg>
  );
}

type Spot = { x: number; y: number };

/** Both outer tangents between two circles, as a path. */
function tangents(a: Spot, ra: number, b: Spot, rb: number): string {
  const along = Math.atan2(b.y - a.y, b.x - a.x);
  const far = Math.hypot(b.x - a.x, b.y - a.y);
  const lean = Math.acos(Math.max(-1, Math.min(1, (ra - rb) / far)));
  return [along + lean, along - lean]
    .map(
      (t) => `M${a.x + ra * Math.cos(t)} ${a.y + ra * Math.sin(t)}L${b.x + rb * Math.cos(t)} ${b.y + rb * Math.sin(t)}`,
    )
    .join("");
}

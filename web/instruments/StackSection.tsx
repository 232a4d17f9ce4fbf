import { useId } from "react";

export type SectionPlate = { name: string; layer: "lining" | "steel"; thicknessMm: number; isNew: boolean };

const WIDTH = 150;
const HEIGHT = 400;
const TOP = 58;
const LEFT = 20;
/** Names stand one above the other at least so far apart, in the drawing's own measure. */
const NAME = 17;

/** A pack in section, plate by plate to scale in thickness and by name, on its base, with the height band across. */
export function StackSection({
  title,
  plates,
  heightMm,
  band,
  fullMm,
  faces = [],
}: {
  title: string;
  plates: readonly SectionPlate[];
  heightMm: number;
  band: { min: number; max: number; target: number };
  /** The height that fills the drawing, the same for drawings side by side. */
  fullMm: number;
  /** Which way what lies in it faces, as far as it matters: "steel: sharp edge outward". */
  faces?: readonly string[];
}) {
  const id = useId();
  const perMm = HEIGHT / fullMm;
  const base = TOP + HEIGHT;
  const y = (mm: number): number => base - mm * perMm;
  const inside = heightMm >= band.min && heightMm <= band.max;
  const tone = inside ? "var(--inside)" : "var(--past)";
  // Drawn from the engine side up, as the pack stands.
  const upward = [...plates].reverse();
  const rows = upward.map((plate, i) => {
    const below = upward.slice(0, i).reduce((sum, p) => sum + p.thicknessMm, 0);
    return { ...plate, y: y(below + plate.thicknessMm), height: plate.thicknessMm * perMm };
  });
  return (
    <figure>
      <figcaption className="caption">{title}</figcaption>
      {faces.length > 0 && (
        <ul aria-label="Which way it faces" className="leading-tight">
          {faces.map((face) => (
            <li key={face}>{face}</li>
          ))}
        </ul>
      )}
      <svg viewBox={`0 0 ${WIDTH + 106} ${TOP + HEIGHT + 14}`} role="img" aria-labelledby={id} className="block w-full">
        <title
          id={id}
        >{`${title}: ${heightMm.toFixed(2)} mm, ${inside ? "inside" : "outside"} ${band.min} to ${band.max} mm`}</title>
        <defs>
          <pattern id={`${id}-lining`} width="5" height="5" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
            <path d="M0 0V5" stroke="var(--soft)" strokeWidth="1.6" />
          </pattern>
        </defs>
        <rect
          x={LEFT - 12}
          y={y(band.max)}
          width={WIDTH + 20}
          height={Math.max(2, (band.max - band.min) * perMm)}
          fill="var(--band)"
        />
        {rows.map((row) => (
          <rect
            key={row.name}
            x={row.layer === "lining" ? LEFT : LEFT + 10}
            y={row.y}
            width={row.layer === "lining" ? WIDTH - LEFT - 14 : WIDTH - LEFT - 34}
            height={Math.max(1, row.height - 0.8)}
            fill={row.layer === "lining" ? `url(#${id}-lining)` : row.isNew ? "var(--petrol)" : "var(--soft)"}
            stroke="var(--ink)"
            strokeWidth="1"
          />
        ))}
        {named(rows).map(({ name, at }) => (
          <text key={name} x={WIDTH - 6} y={at} fontSize={NAME} fill="var(--ink)">
            {name}
          </text>
        ))}
        <path d={`M${LEFT - 16} ${base}H${WIDTH}`} stroke="var(--ink)" strokeWidth="3" />
        <path
          d={`M${LEFT - 12} ${y(band.target)}H${WIDTH + 8}`}
          stroke="var(--ink)"
          strokeWidth="1"
          strokeDasharray="4 3"
        />
        <path d={`M${LEFT - 4} ${y(heightMm)}H${WIDTH + 8}`} stroke={tone} strokeWidth="3" />
        <text x={LEFT - 14} y="20" fontSize="23" fontWeight="700" className="figure" fill={tone}>
          {heightMm.toFixed(2)} mm
        </text>
        <text x={LEFT - 14} y="41" fontSize={NAME} className="figure" fill="var(--soft)">
          {inside ? "inside" : heightMm < band.min ? "too low" : "too high"} {band.min}–{band.max}
        </text>
      </svg>
    </figure>
  );
}

/** Where the names stand: beside their plates, upward from the base, none over another. */
function named(rows: readonly { name: string; y: number; height: number }[]): { name: string; at: number }[] {
  let free = Infinity;
  return rows.map(({ name, y, height }) => {
    const at = Math.min(y + height / 2 + NAME / 3, free);
    free = at - NAME;
    return { name, at };
  });
}

import { useId } from "react";
import { linear } from "./scale.ts";

/** The adjuster's slot from its foremost to its rearmost place, with the axle where this chain puts it. */
export function AxlePlace({ atMm, fromMm, toMm }: { atMm: number; fromMm: number; toMm: number }) {
  const title = useId();
  const x = linear(fromMm, toMm, 550, 35).at(atMm);
  return (
    <svg viewBox="0 0 620 70" role="img" aria-labelledby={title} className="block w-full max-w-[720px]">
      <title id={title}>{`the axle at ${atMm.toFixed(1)} mm, its slot from ${fromMm} to ${toMm}`}</title>
      <rect x="20" y="20" width="580" height="30" rx="15" fill="var(--band)" stroke="var(--ink)" strokeWidth="2" />
      <circle cx={x} cy="35" r="13" fill="var(--petrol)" />
      <text x="20" y="66" fontSize="15" fill="var(--soft)">
        foremost
      </text>
      <text x="600" y="66" fontSize="15" fill="var(--soft)" textAnchor="end">
        rearmost
      </text>
    </svg>
  );
}

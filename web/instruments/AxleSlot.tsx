import { useId } from "react";

/** The axle in its slot: where it stands now, and where a length of chain, or the same chain on other teeth, puts it. */
export function AxleSlot({ moveMm, by }: { moveMm: number; by: string }) {
  const title = useId();
  const reach = Math.max(12, Math.abs(moveMm) * 1.4);
  const x = (mm: number): number => 320 + (mm / reach) * 210;
  return (
    <svg viewBox="0 0 640 240" role="img" aria-labelledby={title} className="block w-full">
      <title
        id={title}
      >{`${by}: the axle ${Math.abs(moveMm).toFixed(1)} mm ${moveMm < 0 ? "forward" : "further back"}`}</title>
      <rect x="90" y="70" width="460" height="84" rx="42" fill="var(--ground)" stroke="var(--ink)" strokeWidth="3" />
      <circle cx={x(0)} cy="112" r="34" fill="none" stroke="var(--soft)" strokeWidth="3" strokeDasharray="6 5" />
      <circle cx={x(moveMm)} cy="112" r="34" fill="var(--band)" stroke="var(--petrol)" strokeWidth="4" />
      <path d={`M${x(0)} 54V170`} stroke="var(--soft)" strokeWidth="2" />
      <path d={`M${x(moveMm)} 54V170`} stroke="var(--petrol)" strokeWidth="3" />
      <text x={x(0)} y="194" textAnchor="middle" fontSize="17" fill="var(--soft)">
        axle now
      </text>
      <text x={x(moveMm)} y="44" textAnchor="middle" fontSize="19" fontWeight="700" fill="var(--petrol)">
        {by}: {moveMm >= 0 ? "+" : "−"}
        {Math.abs(moveMm).toFixed(1)} mm
      </text>
      <text x="560" y="220" textAnchor="end" fontSize="16" fill="var(--soft)">
        back →
      </text>
      <text x="80" y="220" fontSize="16" fill="var(--soft)">
        ← front
      </text>
    </svg>
  );
}

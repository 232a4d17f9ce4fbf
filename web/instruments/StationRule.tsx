import { useId } from "react";

export type Station = { name: string; mm: number | null };
export type StationRow = { name: string; stations: readonly Station[] };

const FROM = 96;
const STEP = 124;
const TALL = 44;

/** A strip on each of several rows from the side, drawn as thick as it reads at each station; the thinnest rules its row. */
export function StationRule({
  name,
  rows,
  leastMm,
}: {
  /** What is read, such as "Slide". */
  name: string;
  rows: readonly StationRow[];
  leastMm: number | null;
}) {
  const title = useId();
  const read = rows.flatMap((row) => row.stations.flatMap((s) => s.mm ?? []));
  const most = Math.max(...read, (leastMm ?? 1) * 2, 1);
  const tall = (mm: number): number => (mm / most) * TALL;
  const worst = (row: StationRow): number | null => {
    const all = row.stations.flatMap((s) => s.mm ?? []);
    return all.length === 0 ? null : Math.min(...all);
  };
  const says = rows.map((row) => `${row.name} ${worst(row)?.toFixed(1) ?? "not read"}`).join(", ");
  return (
    <svg viewBox="0 0 600 222" role="img" aria-labelledby={title} className="block w-full max-w-[760px] shrink-0">
      <title
        id={title}
      >{`${name} by station, thinnest: ${says}${leastMm === null ? "" : `; least allowed ${leastMm} mm`}`}</title>
      {rows.map((row, r) => {
        const y = 26 + r * 100;
        const rules = worst(row);
        return (
          <g key={row.name}>
            <text x="4" y={y + 30} fontSize="17" fontWeight="600" fill="var(--ink)">
              {row.name}
            </text>
            <path d={`M${FROM - 36} ${y - 18}q6 18 30 18H560v10H${FROM}q-36 0-46-28z`} fill="var(--ink)" />
            {leastMm !== null && (
              <path
                d={`M${FROM} ${y + 10 + tall(leastMm)}H560`}
                stroke="var(--past)"
                strokeWidth="2.5"
                strokeDasharray="7 5"
              />
            )}
            {row.stations.map((station, i) => {
              const x = FROM + i * STEP;
              const past = station.mm !== null && leastMm !== null && station.mm < leastMm;
              const rule = station.mm !== null && station.mm === rules;
              const tone = past ? "var(--past)" : rule ? "var(--petrol)" : "var(--soft)";
              return (
                <g key={station.name}>
                  {station.mm !== null && (
                    <rect
                      x={x}
                      y={y + 10}
                      width={STEP - 20}
                      height={Math.max(2, tall(station.mm))}
                      fill={tone}
                      fillOpacity={past ? 0.85 : 0.5}
                      stroke={tone}
                      strokeWidth={rule ? 3 : 1}
                    />
                  )}
                  <text
                    x={x + (STEP - 20) / 2}
                    y={y + 74}
                    textAnchor="middle"
                    fontSize={rule ? 20 : 16}
                    fontWeight={rule ? 700 : 400}
                    fill={station.mm === null ? "var(--soft)" : past ? "var(--past)" : "var(--ink)"}
                  >
                    {station.name} {station.mm === null ? "·" : station.mm.toFixed(1)}
                  </text>
                </g>
              );
            })}
          </g>
        );
      })}
      {leastMm !== null && (
        <text x="560" y="218" textAnchor="end" fontSize="16" fill="var(--past)">
          line: {leastMm} mm left
        </text>
      )}
    </svg>
  );
}

import { useId } from "react";

const WIDTH = 600;
const TOP = 26;
const LUG = 30;
const MARK = 16;

type Props = {
  /** Counts all the way round; null before they were typed. */
  counts: { windows: number; lugs: number; torn: number; studs: number; pulled: number } | null;
  /** Windows at which a lug is torn, from the arrow; a window once for each. Empty where nobody noted them. */
  tornAt: readonly number[];
  lengthMm: number | null;
  /** Gaps of the tips to the tunnel, by side, where they were read; null where nobody asks for them. */
  clearances: readonly { name: string; mm: number }[] | null;
};

/** How many of so many fall to one of several places, spread as evenly as whole numbers go. */
const share = (many: number, places: number, i: number): number =>
  Math.floor(((i + 1) * many) / places) - Math.floor((i * many) / places);

/** The track unrolled from its arrow, a column for each window: lugs whole and torn, studs in and pulled. */
export function LugMap({ counts, tornAt, lengthMm, clearances }: Props) {
  const title = useId();
  const { windows, lugs, torn, studs, pulled } = counts ?? { windows: 48, lugs: 144, torn: 0, studs: 0, pulled: 0 };
  const columns = Math.max(1, Math.min(windows, 80));
  const step = WIDTH / columns;
  const lost = new Map<number, number>();
  for (const at of tornAt) lost.set(at, (lost.get(at) ?? 0) + 1);
  // Those whose window nobody noted are only counted: nothing is drawn where it may not be.
  const unplaced = torn - tornAt.length;
  const rows = Math.max(1, Math.ceil(lugs / columns));
  const studY = TOP + rows * LUG + MARK;
  const height = studY + (studs > 0 ? 22 : 0);
  const says = counts
    ? `Track of ${windows} windows: ${torn} of ${lugs} lugs torn, ${pulled} of ${studs} studs gone`
    : "Track unrolled: counts not typed yet";
  const line = (words: string, value: string, bad: boolean, i: number) => (
    <g key={words}>
      <text x={20 + i * 205} y={height + 30} fontSize="18" fill="var(--soft)">
        {words}
      </text>
      <text
        x={20 + i * 205}
        y={height + 58}
        fontSize="22"
        fontWeight="700"
        className="figure"
        fill={bad ? "var(--past)" : "var(--ink)"}
      >
        {value}
      </text>
    </g>
  );
  const gap = clearances?.map(({ name, mm }) => `${name} ${mm.toFixed(0)}`).join(", ");
  return (
    <svg viewBox={`0 0 640 ${height + 72}`} role="img" aria-labelledby={title} className="block w-full max-w-[760px]">
      <title id={title}>{says}</title>
      <path d={`M20 12h30M42 6l8 6-8 6`} fill="none" stroke="var(--petrol)" strokeWidth="2.5" />
      <text x="58" y="18" fontSize="17" fill="var(--soft)">
        from the arrow{lengthMm === null ? "" : `, ${(lengthMm / 1000).toFixed(2)} m round`}
      </text>
      <rect
        x="16"
        y={TOP - 4}
        width={WIDTH + 8}
        height={height - TOP + 8}
        fill="var(--band)"
        stroke="var(--ink)"
        strokeWidth="2"
      />
      {Array.from({ length: columns }, (_, c) => {
        const here = share(lugs, columns, c);
        const gone = lost.get(c + 1) ?? 0;
        const pins = share(studs, columns, c);
        return (
          <g key={c}>
            {Array.from({ length: here }, (_, r) => (
              <rect
                key={r}
                x={20 + c * step + step * 0.14}
                y={TOP + r * LUG + 4}
                width={step * 0.72}
                height={LUG - 9}
                fill={counts === null || r < gone ? "none" : "var(--ink)"}
                stroke={r < gone ? "var(--past)" : "var(--ink)"}
                strokeDasharray={r < gone || counts === null ? "3 2" : undefined}
                strokeWidth={r < gone ? 2.2 : 1}
              />
            ))}
            {pins > 0 && <circle cx={20 + c * step + step / 2} cy={studY + 7} r="3.4" fill="var(--petrol)" />}
            {(c + 1) % 6 === 0 && (
              <text
                x={20 + c * step + step / 2}
                y={TOP + rows * LUG + MARK - 1}
                textAnchor="middle"
                fontSize="15"
                className="figure"
                fill="var(--ink)"
              >
                {c + 1}
              </text>
            )}
          </g>
        );
      })}
      {counts === null ? (
        <text x="20" y={height + 44} fontSize="18" fill="var(--ink)">
          <tspan fontWeight="700">1</tspan> windows · <tspan fontWeight="700">2</tspan> lugs ·{" "}
          <tspan fontWeight="700">3</tspan> torn · <tspan fontWeight="700">4</tspan> studs ·{" "}
          <tspan fontWeight="700">5</tspan> studs missing
        </text>
      ) : (
        [
          line(unplaced > 0 ? `lugs torn, ${unplaced} not placed` : "lugs torn", `${torn} of ${lugs}`, torn > 0, 0),
          line("studs missing", studs === 0 ? "no studs" : `${pulled} of ${studs}`, pulled > 0, 1),
          gap !== undefined && line("tips to the tunnel, mm", gap || "not read yet", false, 2),
        ]
      )}
    </svg>
  );
}

import type { WearTrend } from "@averin/core";

export type Life = {
  id: string;
  what: string;
  since: number | null;
  lasts: number | null;
  had: number | null;
  earlier: readonly number[];
  unit: string;
  turns: number | null;
  turnUnit: string | null;
};

const FEW = 3;

/** How long each measured part is in, how far each adjuster has been taken up, and when what wears reaches its limit. */
export function Lives({ lives, trends }: { lives: readonly Life[]; trends: readonly WearTrend[] }) {
  return (
    <section aria-label="In the long run" className="pb-8">
      <h2 className="border-b-2 border-ink pb-1 text-2xl font-semibold">In the long run</h2>
      <ul className="grid gap-x-8 lg:grid-cols-2">
        {lives.map(({ id, what, since, lasts, had, earlier, unit, turns, turnUnit }) => (
          <li key={id} className="flex min-h-[48px] items-center justify-between gap-3 border-b border-line">
            <span>
              {what}
              {had !== null && (
                <span className="block text-[15px] text-soft tabular-nums">
                  {had.toFixed(1)} {unit} of it before it was the spare
                </span>
              )}
              {earlier.length > 0 && (
                <span className="block text-[15px] text-soft tabular-nums">
                  {earlier.length === 1 ? "the one before it" : "those before it"}:{" "}
                  {earlier.map((much) => much.toFixed(1)).join(", ")} {unit}
                </span>
              )}
            </span>
            <strong className="whitespace-nowrap tabular-nums">
              {turns === null
                ? lasts === null || since === null
                  ? "meter not known when it went in"
                  : `${lasts.toFixed(1)} ${unit} in, since ${since.toFixed(1)}`
                : `${turns > 0 ? "+" : ""}${turns} ${turnUnit ?? ""}${since === null ? "" : ` since ${since.toFixed(1)} ${unit}`}`}
            </strong>
          </li>
        ))}
        {trends.map((trend) => (
          <Trend key={trend.id} {...trend} />
        ))}
      </ul>
    </section>
  );
}

function Trend({ name, value, unit, at, readings, limit, reaches, low, high, meterUnit }: WearTrend) {
  const whole = (meter: number): string => Math.round(meter).toLocaleString("en");
  return (
    <li className="flex min-h-[48px] items-center justify-between gap-3 border-b border-line">
      <span>
        {name}
        <span className="block text-[15px] text-soft tabular-nums">
          {Number(value.toFixed(2))} {unit} at {whole(at)} {meterUnit}, limit {limit} {unit}; by {readings} readings
          {readings < FEW && ": two make a line and no more"}
        </span>
      </span>
      <strong className="text-right tabular-nums">
        limit at {whole(reaches)} {meterUnit}
        {low !== null && high !== null && low !== high && (
          <span className="block text-[15px] font-normal">
            {whole(low)} to {whole(high)}, nine times in ten
          </span>
        )}
      </strong>
    </li>
  );
}

import { FASTER, type SidesOverTime, type WearTrend } from "@averin/core";

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
  pace: number | null;
};

const FEW = 3;

type LongRun = { lives: readonly Life[]; trends: readonly WearTrend[]; sides: readonly SidesOverTime[] };

/**
 * How long each measured part is in, how far each adjuster has been taken up, when what wears reaches its limit, and how
 * one side stands against the other.
 */
export function Lives({ lives, trends, sides }: LongRun) {
  return (
    <section aria-label="In the long run" className="pb-8">
      <h2 className="border-b-2 border-ink pb-1 text-2xl font-semibold">In the long run</h2>
      <ul className="grid gap-x-8 lg:grid-cols-2">
        {lives.map(({ id, what, since, lasts, had, earlier, unit, turns, turnUnit, pace }) => (
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
              {pace !== null && pace >= FASTER && (
                <span className="caution mt-1 block">
                  taken up {pace.toFixed(1)} times as fast as before: first see what wears, then take it up
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
      <div className="grid gap-x-8 lg:grid-cols-2">
        {sides.map((one) => (
          <Sides key={`${one.what} ${one.unit}`} {...one} />
        ))}
      </div>
    </section>
  );
}

/** So many visits stand side by side; those before them are in their jobs. */
const VISITS = 4;

/** What was read on each side, visit by visit, and how far the sides were apart. */
function Sides({ what, unit, visits }: SidesOverTime) {
  const shown = visits.slice(-VISITS);
  const names = [...new Set(shown.flatMap((visit) => visit.sides.map(({ side }) => side)))];
  const plain = (value: number): string => String(Number(value.toFixed(2)));
  return (
    <table className="mt-4 w-full table-fixed border-collapse self-start tabular-nums">
      <caption className="text-left font-semibold">
        {what}, side against side, {unit}
      </caption>
      <thead>
        <tr className="border-b border-ink text-left">
          <th scope="col" className="py-1 pr-4">
            at
          </th>
          {names.map((name) => (
            <th key={name} scope="col" className="py-1 pr-4 text-right">
              {name}
            </th>
          ))}
          <th scope="col" className="py-1 text-right">
            apart
          </th>
        </tr>
      </thead>
      <tbody>
        {shown.map(({ meter, meterUnit, sides, apart }, i) => (
          <tr key={i} className="border-b border-line">
            <th scope="row" className="py-1 pr-4 text-left font-normal">
              {meter === null ? "meter not known" : `${meter.toFixed(1)} ${meterUnit}`}
            </th>
            {names.map((name) => {
              const read = sides.find(({ side }) => side === name);
              return (
                <td key={name} className="py-1 pr-4 text-right">
                  {read ? plain(read.value) : "not read"}
                </td>
              );
            })}
            <td className="py-1 text-right font-semibold">{apart === null ? "" : plain(apart)}</td>
          </tr>
        ))}
      </tbody>
    </table>
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

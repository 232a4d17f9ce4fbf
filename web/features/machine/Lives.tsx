export type Life = { what: string; since: number; unit: string; turns: number | null; turnUnit: string | null };

/** Since when each measured part is in, and how far each adjuster has been taken up since its part was new. */
export function Lives({ lives }: { lives: readonly Life[] }) {
  return (
    <section aria-label="In the long run" className="pb-8">
      <h2 className="border-b-2 border-ink pb-1 text-2xl font-semibold">In the long run</h2>
      <ul className="grid gap-x-8 lg:grid-cols-2">
        {lives.map(({ what, since, unit, turns, turnUnit }) => (
          <li key={what} className="flex min-h-[48px] items-center justify-between gap-3 border-b border-line">
            <span>{what}</span>
            <strong className="whitespace-nowrap tabular-nums">
              {turns === null
                ? `in since ${since.toFixed(1)} ${unit}`
                : `${turns > 0 ? "+" : ""}${turns} ${turnUnit ?? ""} since ${since.toFixed(1)} ${unit}`}
            </strong>
          </li>
        ))}
      </ul>
    </section>
  );
}

export type Life = {
  id: string;
  what: string;
  since: number | null;
  lasts: number | null;
  earlier: readonly number[];
  unit: string;
  turns: number | null;
  turnUnit: string | null;
};

/** How long each measured part is in, what those before it came to, and how far each adjuster has been taken up. */
export function Lives({ lives }: { lives: readonly Life[] }) {
  return (
    <section aria-label="In the long run" className="pb-8">
      <h2 className="border-b-2 border-ink pb-1 text-2xl font-semibold">In the long run</h2>
      <ul className="grid gap-x-8 lg:grid-cols-2">
        {lives.map(({ id, what, since, lasts, earlier, unit, turns, turnUnit }) => (
          <li key={id} className="flex min-h-[48px] items-center justify-between gap-3 border-b border-line">
            <span>
              {what}
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
      </ul>
    </section>
  );
}

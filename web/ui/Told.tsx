import { dayOf } from "./times.ts";

/** A line of what was done with something, or became of it: when, by whom. */
export type ToldLine = { id: string; at: string; by: string; words: string };

/** What was done with something, or became of it, the newest first. */
export function Told({ label, lines }: { label: string; lines: readonly ToldLine[] }) {
  if (lines.length === 0) return null;
  return (
    <ul aria-label={label} className="mt-2 text-[15px] text-soft">
      {lines.map(({ id, at, by, words }) => (
        <li key={id}>
          <span className="figure">{dayOf(at)}</span> <span className="text-ink">{words}</span>, {by}
        </li>
      ))}
    </ul>
  );
}

import { dayOf } from "@/ui/times";

export type MakersWayLine = { ask: string; word: string; source: string; saidBy: string; saidAt: Date };

/** What the maker wants done in one way, where good technicians differ: it goes before the shop's own way. */
export function MakersWays({ ways }: { ways: readonly MakersWayLine[] }) {
  if (ways.length === 0) return null;
  return (
    <section aria-label="As its maker has it" className="pb-8">
      <h2 className="border-b-2 border-ink pb-1 text-xl font-semibold">As its maker has it</h2>
      <ul>
        {ways.map(({ ask, word, source, saidBy, saidAt }) => (
          <li key={ask} className="flex min-h-[56px] flex-wrap items-center gap-x-3 border-b border-line py-1">
            <span className="min-w-[13rem] flex-1 leading-tight">
              <span className="block">{ask}</span>
              <span className="block text-[15px] text-soft">
                {source} · said by {saidBy}, {dayOf(saidAt)}
              </span>
            </span>
            <strong className="max-w-[55%] text-right text-lg leading-tight">{word}</strong>
          </li>
        ))}
      </ul>
      <p className="pt-1 text-[15px] text-soft">It is taken back at the bench, by a lead, where it is asked.</p>
    </section>
  );
}

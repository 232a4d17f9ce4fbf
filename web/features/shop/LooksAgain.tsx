import type { Again } from "@averin/core";
import { FormKey } from "@/ui/FormKey";

type Amounts = { hours?: number | undefined; miles?: number | undefined; days?: number | undefined };
type Line = { id: string; work: string; what: string; shipped: Amounts; own: Again | null };

const said = ({ hours, miles, days }: Amounts): string =>
  [hours && `${hours} h`, miles && `${miles} mi`, days && `${days} days`].filter(Boolean).join(", ") ||
  "at the next job";

/** What is looked at again after a release, and after how long: as the work has it, or as this shop does. */
export function LooksAgain({ lines, says }: { lines: readonly Line[]; says: boolean }) {
  return (
    <section aria-label="Looked at again" className="pt-8">
      <h2 className="border-b-2 border-ink pb-1 text-2xl font-semibold">Looked at again</h2>
      <p className="py-2 text-soft">
        What a release leaves, by the meter that the machine has or by the day, whichever comes first. What was left
        before stays as it was said then.
      </p>
      <ul>
        {lines.map(({ id, work, what, shipped, own }) => (
          <li key={id} className="flex min-h-[56px] flex-wrap items-center gap-3 border-b border-line py-1">
            <span className="flex-1">
              {what} <span className="block text-[15px] text-soft">{work}</span>
            </span>
            <strong className="text-right tabular-nums">
              {said(own ?? shipped)}
              {own && (
                <span className="block text-[15px] font-normal text-soft">
                  {own.words}; else {said(shipped)}
                </span>
              )}
            </strong>
            {says && (
              <FormKey
                words="After how long"
                title={what}
                about="All three empty: as the work has it. Where the machine has no such meter, the others count."
                to="/api/again"
                fixed={{ recheck: id }}
                fields={[
                  { name: "hours", label: "Hours", like: "60", start: String(own?.hours ?? "") },
                  { name: "miles", label: "Miles", like: "2000", start: String(own?.miles ?? "") },
                  { name: "days", label: "Days", like: "730", start: String(own?.days ?? "") },
                  { name: "words", label: "By what", like: "our bearings of three winters", start: own?.words ?? "" },
                ]}
              />
            )}
          </li>
        ))}
      </ul>
    </section>
  );
}

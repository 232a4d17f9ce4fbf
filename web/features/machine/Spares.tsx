import { FormKey } from "@/ui/FormKey";
import { PostKey } from "@/ui/PostKey";
import { dayOf } from "@/ui/times";

export type SpareLine = {
  id: string;
  what: string;
  at: Date;
  usedAt: Date | null;
  usedFor: string;
  ran: string | null;
};

/** What a machine carries aboard; what was used of it asks to be replaced. */
export function Spares({ machine, mark, spares }: { machine: string; mark: string; spares: readonly SpareLine[] }) {
  const to = `/api/machines/${machine}`;
  return (
    <section aria-label="Carried aboard" className="pb-8">
      <div className="flex flex-wrap items-end justify-between gap-3 border-b-2 border-ink pb-1">
        <h2 className="text-2xl font-semibold">Carried aboard</h2>
        <FormKey
          words="It carries something"
          title={`${mark}: what it carries as a spare`}
          about="A drive belt, plugs, a tool: what gets it home."
          to={to}
          fixed={{ does: "spare aboard" }}
          fields={[{ name: "what", label: "What is carried", like: "drive belt" }]}
        />
      </div>
      {spares.length === 0 && <p className="py-2 text-lg text-soft">Nobody has said that it carries anything.</p>}
      <ul>
        {spares.map(({ id, what, at, usedAt, usedFor, ran }) => (
          <li key={id} className="flex min-h-[56px] flex-wrap items-center gap-3 border-b border-line py-1">
            <strong className="text-lg">{what}</strong>
            {ran !== null && <span className="tabular-nums">{ran} before it was carried</span>}
            {usedAt === null ? (
              <span className="text-soft">aboard since {dayOf(at)}</span>
            ) : (
              <span className="font-semibold text-near">
                used on {dayOf(usedAt)}: {usedFor}. To be replaced.
              </span>
            )}
            <span className="ml-auto flex flex-wrap gap-2">
              {usedAt === null ? (
                <FormKey
                  words="It was used"
                  title={`${what}: what it was used for`}
                  about="It asks to be replaced from then on, here and on the board."
                  to={to}
                  fixed={{ does: "spare used", spare: id }}
                  fields={[{ name: "usedFor", label: "What for", like: "belt burst on the ridge" }]}
                />
              ) : (
                <PostKey to={to} body={{ does: "spare replaced", spare: id }} words="Replaced" />
              )}
              <PostKey to={to} body={{ does: "spare gone", spare: id }} words="Carried no more" />
            </span>
          </li>
        ))}
      </ul>
    </section>
  );
}

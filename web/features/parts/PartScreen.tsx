import type { StorePart } from "@averin/core";
import Link from "next/link";
import type { ReactNode } from "react";
import { Facts } from "@/ui/Facts";
import { FormKey } from "@/ui/FormKey";
import { PostKey } from "@/ui/PostKey";
import { Told, type ToldLine } from "@/ui/Told";

type Part = Omit<StorePart, "positions" | "instead" | "holds">;
type Other = { id: string; name: string; number: string; stock: number };
type Fit = { bookId: string; maker: string; model: string; position: string };

/** One part: what it is, what it costs and since when, what it fits, what may go in instead, what it holds. */
export function PartScreen({
  part,
  use,
  fits,
  instead,
  holds,
  heldBy,
  cameOf,
  log,
  models,
  currency,
}: {
  part: Part;
  /** What it is for, in the words of the jobs that ask for it. */
  use: string;
  fits: readonly Fit[];
  instead: readonly Other[];
  holds: readonly (Other & { count: number })[];
  heldBy: readonly Other[];
  /** What came of works that such a part went into new, as their owners told it. */
  cameOf: readonly { how: string; count: number }[];
  log: readonly ToldLine[];
  models: readonly string[];
  currency: string;
}) {
  const to = `/api/parts/${part.id}`;
  const facts: [string, string][] = [
    ["number", part.number],
    ["made by", part.maker || "nobody has said"],
    ["for", use],
    ...(part.nominal === null ? [] : [["size", part.nominal] satisfies [string, string]]),
    ...(part.thicknessMm === null ? [] : [["thick when new", `${part.thicknessMm} mm`] satisfies [string, string]]),
    ...(cameOf.length === 0
      ? []
      : [
          ["what came of such", cameOf.map(({ how, count }) => `${how} ${count}`).join(" · ")] satisfies [
            string,
            string,
          ],
        ]),
    ["takes to come", part.leadDays === null ? "nobody has said" : `${part.leadDays} days`],
  ];
  return (
    <div className="grid gap-x-10 gap-y-8 lg:grid-cols-[1fr_420px]">
      <div className="flex flex-col gap-8">
        <div className="flex flex-wrap items-start gap-x-10 gap-y-4">
          <p>
            <span className="caption block">in stores</span>
            <strong className="figure text-5xl">{part.stock}</strong>
          </p>
          <p>
            <span className="caption block">price of one</span>
            <strong className="figure text-5xl">{part.price ?? "–"}</strong>{" "}
            <span className="text-xl">{part.price === null ? "nobody has said" : part.currency}</span>
            <span className="block text-soft">
              {part.price === null
                ? ""
                : `since ${part.pricedOn ?? "nobody knows when"}${part.priceSource === "" ? "" : `, ${part.priceSource}`}`}
            </span>
          </p>
          <span className="flex flex-wrap gap-2 pt-6">
            <FormKey
              words="Counted"
              title={`${part.name}: counted in stores`}
              about="What lies there now, whatever the file says."
              main
              to={to}
              fixed={{ does: "counted" }}
              fields={[{ name: "stock", label: "How many lie in stores" }]}
            />
            <FormKey
              words="Priced"
              title={`What a ${part.name.toLowerCase()} costs`}
              about="From today on; what was told before stays as it was told."
              to={to}
              fixed={{ does: "priced" }}
              fields={[
                { name: "price", label: "Price of one; empty where nobody knows", like: part.price ?? "8.40" },
                { name: "currency", label: "Currency", start: part.currency || currency },
                { name: "priceSource", label: "Where that was said", like: "list of spring, a bill" },
              ]}
            />
          </span>
        </div>
        <Block
          title="Fits"
          keyOf={
            <FormKey
              words="Fits another"
              title={`${part.name} fits another model`}
              about="At one of its places, or at all of them."
              to={to}
              fixed={{ does: "fits" }}
              fields={[
                { name: "model", label: "Maker and model", among: models },
                { name: "position", label: "Only at this place; empty for all", like: "rear left" },
              ]}
            />
          }
        >
          {fits.length === 0 && <Nothing>No model yet: no job is offered it.</Nothing>}
          {fits.map(({ bookId, maker, model, position }) => (
            <Row key={`${bookId} ${position}`}>
              <Link href={`/books/${bookId}`} className="flex min-h-[48px] flex-1 items-center gap-3 text-lg">
                <strong>
                  {maker} {model}
                </strong>
                <span className="text-soft">{position === "" ? "" : `only ${position}`}</span>
              </Link>
              <PostKey
                to={to}
                body={{ does: "fits no more", model: `${maker} ${model}`, position }}
                words="Does not fit"
              />
            </Row>
          ))}
        </Block>
        <Block
          title="May go in instead"
          keyOf={
            <FormKey
              words="Another part"
              title={`What may go in instead of ${part.name.toLowerCase()} ${part.number}`}
              about="It holds both ways. Where stores are short of one, the other is told."
              to={to}
              fixed={{ does: "instead" }}
              fields={[{ name: "number", label: "Its number" }]}
            />
          }
        >
          {instead.length === 0 && <Nothing>Nothing else.</Nothing>}
          {instead.map((other) => (
            <Row key={other.id}>
              <PartLink part={other} />
              <PostKey to={to} body={{ does: "not instead", number: other.number }} words="Does not" />
            </Row>
          ))}
        </Block>
        <Block
          title="Kit: what it holds"
          keyOf={
            <FormKey
              words="Holds another"
              title={`What lies in ${part.name.toLowerCase()}`}
              about="A kit that holds several parts of a job is told where the job pulls them."
              to={to}
              fixed={{ does: "holds" }}
              fields={[
                { name: "number", label: "Number of the part in it" },
                { name: "count", label: "How many", start: "1" },
              ]}
            />
          }
        >
          {holds.length === 0 && (
            <Nothing>
              {heldBy.length === 0 ? "It is no kit." : `It lies in ${heldBy.map(({ number }) => number).join(", ")}.`}
            </Nothing>
          )}
          {holds.map((other) => (
            <Row key={other.id}>
              <span className="figure w-[52px] text-xl font-semibold">{other.count} ×</span>
              <PartLink part={other} />
              <PostKey to={to} body={{ does: "holds no more", number: other.number }} words="Not in it" />
            </Row>
          ))}
        </Block>
      </div>
      <section aria-label="What it is">
        <h2 className="border-b-2 border-ink pb-1 text-2xl font-semibold">What it is</h2>
        <Facts of={facts} figures />
        <FormKey
          words="Put right"
          title="What it is, put right"
          about="On everything told from now on; sheets keep what they said."
          to={to}
          fixed={{ does: "put right" }}
          fields={[
            { name: "name", label: "What it is", start: part.name },
            { name: "number", label: "Number it is ordered by", start: part.number },
            { name: "maker", label: "Who makes it", start: part.maker },
            { name: "leadDays", label: "Days it takes to come", start: String(part.leadDays ?? ""), like: "14" },
          ]}
        />
        <Told label="What became of it" lines={log} />
      </section>
    </div>
  );
}

function Block({ title, keyOf, children }: { title: string; keyOf: ReactNode; children: ReactNode }) {
  return (
    <section aria-label={title}>
      <div className="flex items-end justify-between gap-4 border-b-2 border-ink pb-1">
        <h2 className="text-2xl font-semibold">{title}</h2>
        {keyOf}
      </div>
      <ul>{children}</ul>
    </section>
  );
}

const Row = ({ children }: { children: ReactNode }) => (
  <li className="flex flex-wrap items-center gap-3 border-b border-line py-1">{children}</li>
);

const Nothing = ({ children }: { children: ReactNode }) => <li className="py-3 text-lg text-soft">{children}</li>;

const PartLink = ({ part }: { part: Other }) => (
  <Link href={`/parts/${part.id}`} className="flex min-h-[48px] flex-1 items-center gap-3 text-lg">
    <strong className="figure">{part.number}</strong> {part.name}
    <span className="text-soft">{part.stock} in stores</span>
  </Link>
);

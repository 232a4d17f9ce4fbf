import Link from "next/link";
import { searchAsked, type Searched } from "@/server/asked";
import { booksOf } from "@/server/books/read";
import { requireActor } from "@/server/page";
import { complaintsOpen } from "@/server/parts/complaints";
import { partLines } from "@/server/parts/read";
import { partRoles } from "@/server/procedures/read";
import { shopOf } from "@/server/settings/read";
import { FormKey } from "@/ui/FormKey";
import { FoundTable } from "@/ui/FoundTable";
import { TopRule } from "@/ui/TopRule";

export const dynamic = "force-dynamic";

const COLUMNS = [
  ...["part", "number", "maker", "fits"].map((name) => ({ name })),
  ...["in stores", "price"].map((name) => ({ name, figures: true })),
];

/** Stores hold more than jobs ask for. */
const OTHER = { value: "other", name: "something that no job here asks for" };

export default async function PartsPage(asked: Searched) {
  const { db, actor } = await requireActor();
  const search = await searchAsked(asked);
  const { parts, more } = await partLines(db, search);
  const models = (await booksOf(db)).map(({ maker, model }) => `${maker} ${model}`);
  const open = await complaintsOpen(db);
  const currency = (await shopOf(db, null))?.currency ?? "";
  return (
    <>
      <TopRule person={actor.name}>
        <h1 className="text-lg font-semibold">Parts</h1>
      </TopRule>
      <main className="mx-auto max-w-[1180px] p-5">
        <div className="flex flex-wrap items-center justify-end gap-4 pb-2">
          <Link href="/parts/complaints" className="flex min-h-[48px] items-center text-lg underline">
            {open === 0 ? "Bad parts, complained of" : `Bad parts: ${open} not settled`}
          </Link>
          <FormKey
            words="Put a part on file"
            title="A part for stores"
            about="As its label says. What nobody knows stays empty."
            to="/api/parts"
            fields={[
              { name: "role", label: "What it is for", options: [...(await partRoles(db)), OTHER] },
              { name: "name", label: "What it is", like: "Friction plate" },
              { name: "number", label: "Number it is ordered by" },
              { name: "maker", label: "Who makes it" },
              { name: "model", label: "A model it fits", like: models[0] ?? "maker and model", among: models },
              { name: "price", label: "Price of one", like: "8.40" },
              { name: "currency", label: "Currency", start: currency },
              { name: "stock", label: "How many lie in stores", start: "0" },
            ]}
          />
        </div>
        <FoundTable
          to="/parts"
          label="Name, number, maker, or a model it fits"
          search={search}
          columns={COLUMNS}
          rows={parts.map(({ id, name, number, maker, fits, stock, price, currency }) => ({
            id,
            cells: [
              { by: name, shown: name },
              { by: number, shown: number },
              { by: maker || null, shown: <span className="text-soft">{maker}</span> },
              { by: fits, shown: <span className="text-soft">{fits ?? "no model yet"}</span> },
              { by: stock, shown: stock === 0 ? <span className="text-soft">none</span> : <strong>{stock}</strong> },
              {
                // Each currency by itself: sums in two are never put in one order.
                by: price === null ? null : `${currency} ${price}`,
                shown: price === null ? <span className="text-soft">no price</span> : `${price} ${currency}`,
              },
            ],
          }))}
          more={more}
          none="No part yet: put one on file here, or at the parts of a job, where it is missed."
        />
      </main>
    </>
  );
}

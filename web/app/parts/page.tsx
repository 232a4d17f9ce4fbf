import { searchAsked, type Searched } from "@/server/asked";
import { booksOf } from "@/server/books/read";
import { requireActor } from "@/server/page";
import { partLines } from "@/server/parts/read";
import { partRoles } from "@/server/procedures/read";
import { shopOf } from "@/server/settings/read";
import { FormKey } from "@/ui/FormKey";
import { FoundList } from "@/ui/FoundList";
import { TopRule } from "@/ui/TopRule";

export const dynamic = "force-dynamic";

/** Stores hold more than jobs ask for. */
const OTHER = { value: "other", name: "something that no job here asks for" };

export default async function PartsPage(asked: Searched) {
  const { db, actor } = await requireActor();
  const search = await searchAsked(asked);
  const { parts, more } = await partLines(db, search);
  const models = (await booksOf(db)).map(({ maker, model }) => `${maker} ${model}`);
  const currency = (await shopOf(db, null))?.currency ?? "";
  return (
    <>
      <TopRule person={actor.name}>
        <h1 className="text-lg font-semibold">Parts</h1>
      </TopRule>
      <main className="mx-auto max-w-[1180px] p-5">
        <div className="flex justify-end pb-2">
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
        <FoundList
          to="/parts"
          label="Name, number, maker, or a model it fits"
          search={search}
          rows={parts}
          more={more}
          none="No part yet: put one on file here, or at the parts of a job, where it is missed."
          columns="md:grid-cols-[minmax(200px,1.2fr)_minmax(160px,1fr)_minmax(200px,1.2fr)_120px_110px]"
        >
          {(part) => (
            <>
              <strong className="text-lg">{part.name}</strong>
              <span className="figure">
                {part.number} <span className="text-soft">{part.maker}</span>
              </span>
              <span className="text-soft">{part.fits ?? "fits no model yet"}</span>
              <span className={`figure text-right ${part.stock === 0 ? "text-soft" : "font-semibold"}`}>
                {part.stock === 0 ? "none" : part.stock} in stores
              </span>
              <span className="figure text-right">
                {part.price === null ? <span className="text-soft">no price</span> : `${part.price} ${part.currency}`}
              </span>
            </>
          )}
        </FoundList>
      </main>
    </>
  );
}

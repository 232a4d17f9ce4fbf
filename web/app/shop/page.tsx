import { People } from "@/features/shop/People";
import { ShopForm } from "@/features/shop/ShopForm";
import { requireActor } from "@/server/page";
import { everybody } from "@/server/people/read";
import { labourOf, shopOf } from "@/server/settings/read";
import { TopRule } from "@/ui/TopRule";

export const dynamic = "force-dynamic";

export default async function ShopPage() {
  const { db, actor } = await requireActor();
  const shop = await shopOf(db, null);
  const labour = await labourOf(db, null);
  const says = actor.roles.includes("administrator") || actor.roles.includes("lead");
  return (
    <>
      <TopRule person={actor.name}>
        <h1 className="text-lg font-semibold">Shop and people</h1>
      </TopRule>
      <main className="mx-auto grid max-w-[1180px] gap-x-10 gap-y-8 p-5 lg:grid-cols-[1fr_380px]">
        <section aria-label="People">
          <h2 className="border-b-2 border-ink pb-1 text-2xl font-semibold">People</h2>
          <People people={await everybody(db)} own={actor.id} keys={actor.roles.includes("administrator")} />
        </section>
        <section aria-label="The shop">
          <h2 className="mb-3 border-b-2 border-ink pb-1 text-2xl font-semibold">The shop</h2>
          {says ? (
            <ShopForm said={{ ...labour, ...(shop && { ...shop, shopName: shop.name }) }} />
          ) : (
            <p className="text-lg">
              {shop?.name ? `${shop.name}: ` : ""}
              {shop ? `${shop.currency}, ${shop.zone}` : "Nobody has said what this shop is called."} A lead or an
              administrator changes it.
            </p>
          )}
        </section>
      </main>
    </>
  );
}

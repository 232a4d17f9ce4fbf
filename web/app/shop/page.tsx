import Link from "next/link";
import { LooksAgain } from "@/features/shop/LooksAgain";
import { People } from "@/features/shop/People";
import { ShopForm } from "@/features/shop/ShopForm";
import { ownersWrittenAlike } from "@/server/machines/owners";
import { requireActor } from "@/server/page";
import { everybody } from "@/server/people/read";
import { againKept, labourOf, shopOf } from "@/server/settings/read";
import { TopRule } from "@/ui/TopRule";

export const dynamic = "force-dynamic";

export default async function ShopPage() {
  const { db, actor } = await requireActor();
  const shop = await shopOf(db, null);
  const labour = await labourOf(db, null);
  const alike = await ownersWrittenAlike(db);
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
          <LooksAgain lines={await againKept(db)} says={actor.roles.includes("lead")} />
          {alike.length > 0 && (
            <section aria-label="Owners written alike" className="pt-8">
              <h2 className="caption border-b-2 border-ink pb-1">owners written alike</h2>
              <p className="py-2 text-soft">Whether two of them are one owner is said on the page of either.</p>
              <ul>
                {alike.map(({ id, name, contact, machines }) => (
                  <li key={id} className="border-b border-line">
                    <Link href={`/owners/${id}`} className="flex min-h-[48px] flex-wrap items-center gap-x-3">
                      <strong>{name}</strong>
                      <span className="flex-1">{contact || "how to reach them is not on file"}</span>
                      <span className="text-soft">{machines === 1 ? "1 machine" : `${machines} machines`}</span>
                    </Link>
                  </li>
                ))}
              </ul>
            </section>
          )}
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

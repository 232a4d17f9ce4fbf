import { ExchangeScreen } from "@/features/exchange/ExchangeScreen";
import { CODINGS } from "@/server/exchange/files";
import { KINDS } from "@/server/exchange/store";
import { requireActor } from "@/server/page";
import { TopRule } from "@/ui/TopRule";

export const dynamic = "force-dynamic";

export default async function ExchangePage() {
  const { actor } = await requireActor();
  const kinds = KINDS.map(({ table, takenBy, changes }) => ({
    ...{ id: table.id, title: table.title, about: table.about, columns: table.columns, changes },
    refused: takenBy.some((role) => actor.roles.includes(role)) ? null : `taken in by ${takenBy.join(" or ")}`,
  }));
  return (
    <>
      <TopRule person={actor.name}>
        <h1 className="text-lg font-semibold">Files in and out</h1>
      </TopRule>
      <main className="mx-auto max-w-[1180px] p-5">
        <ExchangeScreen kinds={kinds} codings={[...CODINGS]} />
      </main>
    </>
  );
}

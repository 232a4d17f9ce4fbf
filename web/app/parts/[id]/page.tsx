import { PartScreen } from "@/features/parts/PartScreen";
import { booksOf } from "@/server/books/read";
import { orNotFound, requireActor } from "@/server/page";
import { partById } from "@/server/parts/read";
import { partRoles } from "@/server/procedures/read";
import { shopOf } from "@/server/settings/read";
import { TopRule } from "@/ui/TopRule";

export const dynamic = "force-dynamic";

export default async function PartPage({ params }: { params: Promise<{ id: string }> }) {
  const { db, actor } = await requireActor();
  const known = await orNotFound(partById(db, (await params).id));
  const use = (await partRoles(db)).find(({ value }) => value === known.part.role);
  return (
    <>
      <TopRule person={actor.name}>
        <h1 className="text-lg font-semibold">{known.part.name}</h1>
      </TopRule>
      <main className="mx-auto max-w-[1180px] p-5">
        <PartScreen
          {...known}
          use={use?.name ?? known.part.role.replaceAll("-", " ")}
          models={(await booksOf(db)).map(({ maker, model }) => `${maker} ${model}`)}
          currency={(await shopOf(db, null))?.currency ?? ""}
        />
      </main>
    </>
  );
}

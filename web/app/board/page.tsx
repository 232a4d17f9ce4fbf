import { Hung } from "@/features/board/Hung";
import { WallKeys } from "@/features/board/WallKeys";
import { wallsOf } from "@/server/board/read";
import { requireActor } from "@/server/page";
import { dayOf } from "@/ui/times";
import { TopRule } from "@/ui/TopRule";

export const dynamic = "force-dynamic";

/** The shared machines of a shop: each with how it stands. */
export default async function BoardPage() {
  const { db, actor } = await requireActor();
  const makes = actor.roles.some((role) => role === "lead" || role === "administrator");
  const walls = makes ? await wallsOf(db) : [];
  return (
    <>
      <TopRule person={actor.name}>
        <h1 className="text-lg font-semibold">Shared machines</h1>
      </TopRule>
      <main className="mx-auto max-w-[1180px] p-5">
        <Hung from="/api/board" />
        {makes && <WallKeys walls={walls.map(({ at, ...wall }) => ({ ...wall, day: dayOf(at) }))} />}
      </main>
    </>
  );
}

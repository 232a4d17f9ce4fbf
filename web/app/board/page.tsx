import { Hung } from "@/features/board/Hung";
import { WallKeys } from "@/features/board/WallKeys";
import { boardLines, boardOf, wallsOf } from "@/server/board/read";
import { requireActor } from "@/server/page";
import { dayOf } from "@/ui/times";
import { TopRule } from "@/ui/TopRule";

export const dynamic = "force-dynamic";

/** The shared machines of a shop: each with how it stands. */
export default async function BoardPage() {
  const { db, actor } = await requireActor();
  const { machines, more } = await boardOf(db);
  const makes = actor.roles.some((role) => role === "lead" || role === "administrator");
  const walls = makes ? await wallsOf(db) : [];
  return (
    <>
      <TopRule person={actor.name}>
        <h1 className="text-lg font-semibold">Shared machines</h1>
      </TopRule>
      <main className="mx-auto max-w-[1180px] p-5">
        {machines.length === 0 && (
          <p className="pb-6 text-lg">
            No machine is one of a fleet yet: say on a machine’s own page which it belongs to, and it stands here.
          </p>
        )}
        <Hung machines={boardLines(machines)} />
        {more && <p className="pb-6 text-soft">There are more than a wall can show.</p>}
        {makes && <WallKeys walls={walls.map(({ at, ...wall }) => ({ ...wall, day: dayOf(at) }))} />}
      </main>
    </>
  );
}

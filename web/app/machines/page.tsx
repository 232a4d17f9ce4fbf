import { searchAsked, type Searched } from "@/server/asked";
import { machinesOf } from "@/server/machines/read";
import { requireActor } from "@/server/page";
import { FoundList } from "@/ui/FoundList";
import { TopRule } from "@/ui/TopRule";

export const dynamic = "force-dynamic";

export default async function MachinesPage(asked: Searched) {
  const { db, actor } = await requireActor();
  const search = await searchAsked(asked);
  const { machines, more } = await machinesOf(db, search);
  return (
    <>
      <TopRule person={actor.name}>
        <h1 className="text-lg font-semibold">Machines</h1>
      </TopRule>
      <main className="mx-auto max-w-[1180px] p-5">
        <FoundList
          to="/machines"
          label="Mark, maker, model, frame number or owner"
          search={search}
          rows={machines}
          more={more}
          none="No machine yet: the first one is taken in at the counter."
          columns="md:grid-cols-[minmax(180px,1fr)_minmax(200px,1.2fr)_minmax(200px,1fr)_160px]"
        >
          {(machine) => (
            <>
              <strong className="text-lg">{machine.mark}</strong>
              <span>
                {machine.maker} {machine.model} {machine.year ?? ""}
              </span>
              <span className="text-soft">
                {machine.ownerName || "owner not known"}
                {machine.retiredAt !== null && <strong className="block">retired</strong>}
              </span>
              <span className="text-right tabular-nums">
                {machine.lastMeter === null ? "meter not read" : `${machine.lastMeter} ${machine.meterUnit}`}
              </span>
            </>
          )}
        </FoundList>
      </main>
    </>
  );
}

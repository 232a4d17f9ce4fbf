import { searchAsked, type Searched } from "@/server/asked";
import { machinesOf } from "@/server/machines/read";
import { requireActor } from "@/server/page";
import { FoundTable } from "@/ui/FoundTable";
import { TopRule } from "@/ui/TopRule";

export const dynamic = "force-dynamic";

const COLUMNS = [{ name: "machine" }, { name: "model" }, { name: "owner" }, { name: "meter", figures: true }];

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
        <FoundTable
          to="/machines"
          label="Mark, maker, model, frame number or owner"
          search={search}
          columns={COLUMNS}
          rows={machines.map(({ id, mark, maker, model, year, ownerName, retiredAt, lastMeter, meterUnit }) => ({
            id,
            cells: [
              { by: mark, shown: mark },
              { by: `${maker} ${model} ${year ?? ""}`, shown: `${maker} ${model} ${year ?? ""}` },
              {
                by: ownerName || null,
                shown: (
                  <span className="text-soft">
                    {ownerName || "owner not known"}
                    {retiredAt !== null && <strong className="block">retired</strong>}
                  </span>
                ),
              },
              {
                // Hours stand with hours: a figure alone would put them among miles.
                by: lastMeter === null ? null : `${meterUnit} ${lastMeter}`,
                shown: lastMeter === null ? "meter not read" : `${lastMeter} ${meterUnit}`,
              },
            ],
          }))}
          more={more}
          none="No machine yet: the first one is taken in at the counter."
        />
      </main>
    </>
  );
}

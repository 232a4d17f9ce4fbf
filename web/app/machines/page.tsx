import Link from "next/link";
import { searchAsked, type Searched } from "@/server/asked";
import { machinesOf } from "@/server/machines/read";
import { requireActor } from "@/server/page";
import { FindForm } from "@/ui/FindForm";
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
        <FindForm to="/machines" label="Mark, maker, model or owner" search={search} />
        {machines.length === 0 && (
          <p className="border-2 border-dashed border-line p-6 text-xl">
            {search === ""
              ? "No machine yet: the first one is taken in at the counter."
              : `No machine has all of “${search}”: try fewer letters.`}
          </p>
        )}
        <ol className={machines.length > 0 ? "border-t-2 border-ink" : ""}>
          {machines.map((machine) => (
            <li key={machine.id} className="border-b border-line">
              <Link
                href={`/machines/${machine.id}`}
                className="grid min-h-[56px] grid-cols-[1fr_auto] items-center gap-x-4 py-1 leading-tight hover:bg-sheet md:grid-cols-[minmax(180px,1fr)_minmax(200px,1.2fr)_minmax(200px,1fr)_160px]"
              >
                <strong className="text-lg">{machine.mark}</strong>
                <span>
                  {machine.maker} {machine.model} {machine.year ?? ""}
                </span>
                <span className="text-soft">{machine.ownerName || "owner not known"}</span>
                <span className="text-right tabular-nums">
                  {machine.lastMeter === null ? "meter not read" : `${machine.lastMeter} ${machine.meterUnit}`}
                </span>
              </Link>
            </li>
          ))}
        </ol>
        {more && <p className="py-3 text-soft">There are more: another word narrows them down.</p>}
      </main>
    </>
  );
}

import { IntakeForm } from "@/features/intake/IntakeForm";
import { requireActor } from "@/server/page";
import { machinesOf } from "@/server/stores/machines";
import { booksOf, procedureFaultsOf, proceduresFor } from "@/server/stores/shop";
import { rechecksOpen } from "@/server/stores/rechecks";
import { TopRule } from "@/ui/TopRule";

export const dynamic = "force-dynamic";

export default async function IntakePage() {
  const { db, actor } = await requireActor();
  const machines = await machinesOf(db);
  const books = await booksOf(db);
  const builds = [...new Set([...machines.flatMap((m) => m.builds), ...books.flatMap((book) => book.builds)])];
  const procedures = await proceduresFor(db, builds);
  const rechecks = await rechecksOpen(db);
  const faults = await procedureFaultsOf(db);
  return (
    <>
      <TopRule person={actor.name}>
        <span className="text-lg font-semibold">Take in a machine</span>
      </TopRule>
      <main className="mx-auto max-w-[1100px] p-5">
        {faults.length > 0 && (
          <div role="alert" className="caution mb-5">
            <p className="font-semibold">
              Not taken, because it cannot be followed; jobs go on with the version they began with:
            </p>
            {faults.map((fault) => (
              <p key={fault.file} className="whitespace-pre-line">
                {fault.message}
              </p>
            ))}
          </div>
        )}
        <IntakeForm
          machines={machines.map((m) => ({
            id: m.id,
            label: `${m.mark} · ${m.maker} ${m.model}${m.year ? ` ${m.year}` : ""}`,
            owner: m.ownerName,
            builds: m.builds,
            meterUnit: m.meterUnit,
            lastMeter: m.lastMeter,
            weaknesses: books.find((book) => book.id === m.bookId)?.weaknesses ?? [],
            rechecks: rechecks.filter((r) => r.machineId === m.id).map((r) => `${r.what}, ${r.when}`),
          }))}
          books={books.map((book) => ({ id: book.id, label: `${book.maker} ${book.model}`, builds: book.builds }))}
          procedures={procedures.map(({ procedure: { id, title, build, symptoms } }) => ({
            id,
            title,
            build,
            symptoms,
          }))}
        />
      </main>
    </>
  );
}

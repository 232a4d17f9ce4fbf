import { IntakeForm } from "@/features/intake/IntakeForm";
import { requireActor } from "@/server/page";
import { intakeSchema } from "@/server/stores/jobs";
import { machinesOf } from "@/server/stores/machines";
import { booksOf } from "@/server/stores/shop";
import { TopRule } from "@/ui/TopRule";

export const dynamic = "force-dynamic";

export default async function IntakePage() {
  const { db, actor } = await requireActor();
  const machines = await machinesOf(db);
  const books = await booksOf(db);
  return (
    <>
      <TopRule person={actor.name}>
        <span className="text-lg font-semibold">Take in a machine</span>
      </TopRule>
      <main className="mx-auto max-w-[1100px] p-5">
        <IntakeForm
          machines={machines.map((m) => ({
            id: m.id,
            label: `${m.mark} · ${m.maker} ${m.model}${m.year ? ` ${m.year}` : ""}`,
            owner: m.ownerName,
            build: m.build,
            meterUnit: m.meterUnit,
            lastMeter: m.lastMeter,
          }))}
          books={books.map((book) => ({ id: book.id, label: `${book.maker} ${book.model}`, build: book.build }))}
          symptoms={intakeSchema.shape.symptom.options}
        />
      </main>
    </>
  );
}

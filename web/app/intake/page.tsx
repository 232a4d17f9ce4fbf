import { toolsNamed } from "@averin/core";
import { IntakeForm } from "@/features/intake/IntakeForm";
import { machineKindsOf } from "@/server/machines/kinds";
import { machinesAtCounter } from "@/server/machines/counter";
import { requireActor } from "@/server/page";
import { booksOf } from "@/server/books/read";
import { procedureFaultsOf, proceduresFor } from "@/server/procedures/read";
import { symptomSetsOf, talliesOf } from "@/server/symptoms/read";
import { colleaguesOf } from "@/server/people/read";
import { outcomesOf } from "@/server/jobs/read";
import { TopRule } from "@/ui/TopRule";

export const dynamic = "force-dynamic";

type Asked = { searchParams: Promise<{ machine?: string | string[] }> };

export default async function IntakePage({ searchParams }: Asked) {
  const { db, actor } = await requireActor();
  const { machine } = await searchParams;
  const { machines: all, more } = await machinesAtCounter(db, "");
  // The machine that it was asked for by; of one that is gone nothing is said.
  const [meant] = typeof machine === "string" ? (await machinesAtCounter(db, "", { id: machine })).machines : [];
  const machines = meant ? [meant, ...all.filter(({ id }) => id !== meant.id)] : all;
  const books = await booksOf(db);
  const procedures = await proceduresFor(db, "any", null);
  const faults = await procedureFaultsOf(db);
  return (
    <>
      <TopRule person={actor.name}>
        <h1 className="text-lg font-semibold">Take in a machine</h1>
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
          sets={await symptomSetsOf(db, null)}
          tallies={await talliesOf(db)}
          people={(await colleaguesOf(db))
            .filter(({ roles }) => roles.includes("technician") || roles.includes("lead"))
            .map(({ id, name }) => ({ id, name }))}
          outcomes={await outcomesOf(db)}
          machines={machines}
          meant={meant?.id}
          more={more}
          books={books.map(({ id, maker, model, builds, kind }) => ({ id, maker, model, builds, kind }))}
          kinds={await machineKindsOf(db, null)}
          procedures={procedures.map(({ procedure }) => ({
            ...{ id: procedure.id, title: procedure.title, build: procedure.build, symptoms: procedure.symptoms },
            positions: (procedure.positions ?? []).map(({ word }) => word),
            tools: toolsNamed(procedure),
          }))}
        />
      </main>
    </>
  );
}

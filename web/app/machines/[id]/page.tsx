import { configOf, figuresAsked, figuresKnown, madeFor, weaknessesOf, withKeysAt } from "@averin/core";
import { MakersWays } from "@/features/books/MakersWays";
import { Lives } from "@/features/machine/Lives";
import { MachineHead } from "@/features/machine/MachineHead";
import { Spares } from "@/features/machine/Spares";
import { Sisters } from "@/features/machine/Sisters";
import { sisterFaults } from "@/server/machines/sisters";
import { sparesOf } from "@/server/machines/spares";
import { JobList } from "@/features/jobs/FoundJobs";
import { type FigureLine, MachineFigures } from "@/features/machine/MachineFigures";
import { orNotFound, requireActor } from "@/server/page";
import { knownAlsoAs, mergedInto } from "@/server/machines/merge";
import { judgedLaterOf } from "@/server/machines/judgedLater";
import { longRunOf, ranBefore } from "@/server/machines/lives";
import { changesOf, lastMeter, machineById, ownerById, rechecksOpen } from "@/server/machines/read";
import { booksOf, ownFigures, specsOf } from "@/server/books/read";
import { knownFigures, proceduresFor } from "@/server/procedures/read";
import { jobsOfMachine, untold } from "@/server/jobs/read";
import { makersWays } from "@/server/settings/read";
import { Rechecks } from "@/ui/Rechecks";
import { TopRule } from "@/ui/TopRule";
import Link from "next/link";

export const dynamic = "force-dynamic";

export default async function MachinePage({ params }: { params: Promise<{ id: string }> }) {
  const { db, actor } = await requireActor();
  const machine = await orNotFound(machineById(db, (await params).id));
  const { specs, overruled, otherBuilds } = await specsOf(db, { machineId: machine.id, ...machine }, null);
  const own = await ownFigures(db, machine.id);
  const rechecks = await rechecksOpen(db, [machine.id]);
  const ended = await untold(db, machine.id);
  const book = (await booksOf(db)).find(({ id }) => id === machine.bookId);
  const weaknesses = weaknessesOf(book?.weaknesses ?? [], machine.year);
  const owner = await ownerById(db, machine.ownerId);
  const changes = await changesOf(db, machine.id);
  const { jobs, more } = await jobsOfMachine(db, machine.id);
  const { meterUnit, secondUnit } = machine;
  const meters = [meterUnit, ...(secondUnit === null ? [] : [secondUnit])];
  const shown = await Promise.all(meters.map(async (unit) => [await lastMeter(db, machine.id, unit), unit] as const));
  const { lives, trends, sides } = await longRunOf(db, machine.id);
  const spares = await sparesOf(db, machine.id);
  const later = await judgedLaterOf(db, machine.id);
  // What only this one has, and no other is left to look at, is told by its own jobs.
  const faults = (await sisterFaults(db, machine.bookId)).filter(
    ({ found, open }) => open.length > 0 || found.some(({ machineId }) => machineId !== machine.id),
  );
  const config = configOf(specs, await knownFigures(db, null));
  const seen = new Set<string>();
  const work = (await proceduresFor(db, machine.builds, null)).map(({ procedure }) => {
    // Told where it is asked for first: the same figure is entered once.
    const asked = figuresAsked(madeFor(procedure, config)).map(({ key }) => key);
    const keys = [...new Set(withKeysAt(asked, [...specs, ...otherBuilds]))].filter((key) => !seen.has(key));
    for (const key of keys) seen.add(key);
    const known = figuresKnown(procedure);
    const lines = keys.map((key): FigureLine => ({
      key,
      known: known.get(key),
      governs: specs.find((spec) => spec.key === key) ?? null,
      overruled: overruled.filter((spec) => spec.key === key),
      other: otherBuilds.find((spec) => spec.key === key) ?? null,
      own: own.has(key),
    }));
    return { title: procedure.title, lines };
  });
  return (
    <>
      <TopRule person={actor.name}>
        <h1 className="text-lg font-semibold">
          {machine.mark} · {machine.maker} {machine.model} {machine.year ?? ""}
        </h1>
      </TopRule>
      <main className="mx-auto max-w-[1180px] p-5">
        <MachineHead
          machine={{
            ...{ id: machine.id, mark: machine.mark, year: machine.year, serial: machine.serial, owner },
            kind: book?.kind ?? null,
            meters: shown.map(([value, unit]) => (value === null ? `not read, ${unit}` : `${value} ${unit}`)),
            ...{ meterUnit, secondUnit },
            retired: machine.retiredAt?.toISOString() ?? null,
            fleet: machine.fleet,
            into: await mergedInto(db, machine.id),
            also: await knownAlsoAs(db, machine.id),
          }}
          changes={changes}
        />
        {weaknesses.length > 0 && (
          <section aria-label="Known weaknesses" className="caution mb-8">
            <h2 className="font-semibold">Known of this model</h2>
            {weaknesses.map((words) => (
              <p key={words}>{words}</p>
            ))}
          </section>
        )}
        {faults.length > 0 && (
          <Sisters machine={machine.id} model={`${machine.maker} ${machine.model}`} faults={faults} />
        )}
        {rechecks.length > 0 && (
          <section aria-label="To be looked at again" className="pb-8">
            <h2 className="border-b-2 border-ink pb-1 text-2xl font-semibold">To be looked at again</h2>
            <Rechecks lines={rechecks} marks={false} />
          </section>
        )}
        {ended.length > 0 && (
          <section aria-label="What came of it" className="pb-8">
            <h2 className="border-b-2 border-ink pb-1 text-2xl font-semibold">What came of it?</h2>
            <p className="py-1 text-soft">Nobody has told yet. Ask its owner, and say it where the job ended.</p>
            <ul>
              {ended.map((job) => (
                <li key={job.id} className="border-b border-line">
                  <Link href={`/jobs/${job.id}`} className="flex min-h-[48px] items-center gap-3 underline">
                    <span className="figure">{job.number}</span> {job.work}
                  </Link>
                </li>
              ))}
            </ul>
          </section>
        )}
        {jobs.length > 0 && (
          <section aria-label="Jobs" className="pb-8">
            <h2 className="border-b-2 border-ink pb-1 text-2xl font-semibold">What was done to it</h2>
            <JobList jobs={jobs} />
            {more && <p className="py-3 text-soft">There were more: the list of all jobs finds them.</p>}
          </section>
        )}
        {later.length > 0 && (
          <section aria-label="By limits that came later" className="pb-8">
            <h2 className="border-b-2 border-ink pb-1 text-2xl font-semibold">By limits that came later</h2>
            <p className="py-1 text-soft">Each job keeps what it was judged by. This is what is on file since.</p>
            {later.map((job) => (
              <div key={job.id} className="border-b border-line py-2">
                <Link href={`/jobs/${job.id}`} className="figure inline-flex min-h-[48px] items-center underline">
                  {job.number}
                </Link>
                <ul>
                  {job.lines.map(({ id, text }) => (
                    <li key={id}>{text}</li>
                  ))}
                </ul>
              </div>
            ))}
          </section>
        )}
        <Spares
          machine={machine.id}
          mark={machine.mark}
          spares={spares.map((spare) => ({ ...spare, ran: ranBefore(spare, lives) }))}
        />
        {lives.length + trends.length + sides.length > 0 && <Lives lives={lives} trends={trends} sides={sides} />}
        <MakersWays ways={await makersWays(db, machine.id)} />
        <h2 className="pb-1 text-2xl font-semibold">Figures of this machine</h2>
        <p className="pb-5 text-lg text-soft">
          Each is entered once, with its source. The machine’s own governs over its model’s book; jobs judged before
          keep what they were judged by.
        </p>
        <MachineFigures machine={machine.id} work={work.filter(({ lines }) => lines.length > 0)} />
      </main>
    </>
  );
}

import Link from "next/link";
import { JobList } from "@/features/jobs/FoundJobs";
import { SameOwner } from "@/features/owners/SameOwner";
import { jobsForOwner } from "@/server/jobs/read";
import { ownerMergedInto, ownersAlike, ownersMergedHere } from "@/server/machines/owners";
import { machinesOwned, ownerById } from "@/server/machines/read";
import { orNotFound, requireActor } from "@/server/page";
import { FormKey } from "@/ui/FormKey";
import { TopRule } from "@/ui/TopRule";

export const dynamic = "force-dynamic";

export default async function OwnerPage({ params }: { params: Promise<{ id: string }> }) {
  const { db, actor } = await requireActor();
  const owner = await orNotFound(ownerById(db, (await params).id));
  const { machines, more: moreMachines } = await machinesOwned(db, owner.id);
  const { jobs, more } = await jobsForOwner(db, owner.id);
  return (
    <>
      <TopRule person={actor.name}>
        <h1 className="text-lg font-semibold">{owner.name || "Owner not known"}</h1>
      </TopRule>
      <main className="mx-auto max-w-[1180px] p-5">
        <div className="flex flex-wrap items-center gap-4 pb-6">
          <p className="flex-1 text-xl">{owner.contact || "how to reach them is not on file"}</p>
          <FormKey
            words="Put right"
            title="Who it is, and where"
            about="On all their machines from now on; sheets keep what they said."
            to={`/api/owners/${owner.id}`}
            fields={[
              { name: "name", label: "Name", start: owner.name },
              { name: "contact", label: "How to reach them", start: owner.contact },
            ]}
          />
        </div>
        <SameOwner
          id={owner.id}
          into={await ownerMergedInto(db, owner.id)}
          here={await ownersMergedHere(db, owner.id)}
          alike={await ownersAlike(db, owner.id)}
        />
        <section aria-label="Machines" className="pb-8">
          <h2 className="border-b-2 border-ink pb-1 text-2xl font-semibold">Machines</h2>
          <ul>
            {machines.map((machine) => (
              <li key={machine.id} className="border-b border-line">
                <Link href={`/machines/${machine.id}`} className="flex min-h-[52px] flex-wrap items-center gap-x-4">
                  <strong className="text-lg">{machine.mark}</strong>
                  <span>
                    {machine.maker} {machine.model} {machine.year ?? ""}
                  </span>
                  {machine.retiredAt !== null && <span className="text-soft">retired</span>}
                </Link>
              </li>
            ))}
            {machines.length === 0 && <li className="py-3 text-lg text-soft">No machine is theirs any more.</li>}
          </ul>
          {moreMachines && <p className="py-3 text-soft">More are theirs: the list of machines finds them by name.</p>}
        </section>
        <section aria-label="Jobs">
          <h2 className="border-b-2 border-ink pb-1 text-2xl font-semibold">What was done for them</h2>
          {jobs.length === 0 ? <p className="py-3 text-lg text-soft">Nothing yet.</p> : <JobList jobs={jobs} />}
          {more && <p className="py-3 text-soft">There were more: the list of all jobs finds them.</p>}
        </section>
      </main>
    </>
  );
}

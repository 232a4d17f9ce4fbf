import { FoundJobs } from "@/features/jobs/FoundJobs";
import { searchAsked, type Searched } from "@/server/asked";
import { findJobs } from "@/server/jobs/read";
import { requireActor } from "@/server/page";
import { TopRule } from "@/ui/TopRule";

export const dynamic = "force-dynamic";

export default async function JobsPage(asked: Searched) {
  const { db, actor } = await requireActor();
  const search = await searchAsked(asked);
  const { jobs, more } = await findJobs(db, search);
  return (
    <>
      <TopRule person={actor.name}>
        <h1 className="text-lg font-semibold">All jobs</h1>
      </TopRule>
      <main className="mx-auto max-w-[1180px] p-5">
        <FoundJobs jobs={jobs} more={more} search={search} />
      </main>
    </>
  );
}

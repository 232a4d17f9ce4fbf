import Link from "next/link";
import { JobList } from "@/features/today/JobList";
import { requireActor } from "@/server/page";
import { jobLines } from "@/server/stores/jobs";
import { TopRule } from "@/ui/TopRule";

export const dynamic = "force-dynamic";

export default async function TodayPage() {
  const { db, actor } = await requireActor();
  const jobs = await jobLines(db);
  return (
    <>
      <TopRule person={actor.name}>
        <span className="text-lg font-semibold">Today</span>
        <Link href="/workings/chain" className="key ml-auto">
          Workings
        </Link>
        <Link href="/intake" className="key" data-main="true">
          Take in a machine
        </Link>
      </TopRule>
      <main className="mx-auto max-w-[1200px] p-5">
        <JobList jobs={jobs} />
      </main>
    </>
  );
}

import { fold } from "@averin/core";
import Link from "next/link";
import { TrayLabels } from "@/features/bench/TrayLabels";
import { jobById } from "@/server/jobs/read";
import { orNotFound, requireActor } from "@/server/page";
import { PrintKey } from "@/ui/PrintKey";
import { TopRule } from "@/ui/TopRule";

export const dynamic = "force-dynamic";

/** What lies in the tray of a job, as labels to be cut out and laid in with it. */
export default async function TrayPage({ params }: { params: Promise<{ id: string }> }) {
  const { db, actor } = await requireActor();
  const job = await orNotFound(jobById(db, (await params).id));
  return (
    <>
      <TopRule person={actor.name}>
        <span className="figure font-bold">{job.number}</span>
        <span className="text-lg font-semibold">Tray labels</span>
        <Link href={`/jobs/${job.id}`} className="key ml-auto">
          Bench
        </Link>
        <PrintKey />
      </TopRule>
      <TrayLabels number={job.number} bench={job.bench} state={fold(job.events)} />
    </>
  );
}

import Link from "next/link";
import { Estimate } from "@/features/estimate/Estimate";
import { estimateData, estimateText } from "@/features/estimate/estimateData";
import { jobById } from "@/server/jobs/read";
import { orNotFound, requireActor } from "@/server/page";
import { CopyKey } from "@/ui/CopyKey";
import { PrintKey } from "@/ui/PrintKey";
import { TopRule } from "@/ui/TopRule";

export const dynamic = "force-dynamic";

/** What a job comes to by now, for its owner. */
export default async function EstimatePage({ params }: { params: Promise<{ id: string }> }) {
  const { db, actor } = await requireActor();
  const job = await orNotFound(jobById(db, (await params).id));
  const estimate = estimateData(job.number, job.bench, job.events, new Date().toISOString());
  return (
    <>
      <TopRule person={actor.name}>
        <span className="figure font-bold">{job.number}</span>
        <span className="text-lg font-semibold">Estimate</span>
        <Link href={`/jobs/${job.id}`} className="key ml-auto">
          Bench
        </Link>
        <a href={`/jobs/${job.id}/estimate.pdf`} className="key" download={`${job.number} estimate.pdf`}>
          PDF
        </a>
        {estimate && <CopyKey text={estimateText(estimate)} />}
        <PrintKey />
      </TopRule>
      {estimate && <Estimate estimate={estimate} />}
    </>
  );
}

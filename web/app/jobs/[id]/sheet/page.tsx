import { Sheet } from "@/features/sheet/Sheet";
import { orNotFound, requireActor } from "@/server/page";
import { jobById } from "@/server/stores/jobs";
import { TopRule } from "@/ui/TopRule";
import Link from "next/link";
import { PrintKey } from "@/features/sheet/PrintKey";

export const dynamic = "force-dynamic";

export default async function SheetPage({ params }: { params: Promise<{ id: string }> }) {
  const { db, actor } = await requireActor();
  const job = await orNotFound(jobById(db, (await params).id));
  return (
    <>
      <TopRule person={actor.name}>
        <span className="figure font-bold">{job.number}</span>
        <span className="text-lg font-semibold">Sheet</span>
        <Link href={`/jobs/${job.id}`} className="key ml-auto">
          Bench
        </Link>
        <a href={`/jobs/${job.id}/sheet.pdf`} className="key" download={`${job.number}.pdf`}>
          PDF
        </a>
        <PrintKey />
      </TopRule>
      <Sheet jobId={job.id} number={job.number} bench={job.bench} events={job.events} />
    </>
  );
}

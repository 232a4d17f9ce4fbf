import { Sheet } from "@/features/sheet/Sheet";
import { ownerText } from "@/features/sheet/ownerPart";
import { releasesOf, type SheetData, sheetData, sheetNumber } from "@/features/sheet/sheetData";
import { orNotFound, requireActor } from "@/server/page";
import { jobById } from "@/server/jobs/read";
import { TopRule } from "@/ui/TopRule";
import Link from "next/link";
import { CopyKey } from "@/ui/CopyKey";
import { PrintKey } from "@/ui/PrintKey";
import { releaseAsked } from "@/server/asked";

export const dynamic = "force-dynamic";

type Asked = { params: Promise<{ id: string }>; searchParams: Promise<{ release?: string | string[] }> };

const backLines = ({ back }: SheetData): string[] =>
  back ? [`Handed back, not released. ${back.words}`, ...back.standing] : [];

export default async function SheetPage({ params, searchParams }: Asked) {
  const { db, actor } = await requireActor();
  const job = await orNotFound(jobById(db, (await params).id));
  const release = releaseAsked((await searchParams).release);
  const releases = releasesOf(job.events);
  const sheet = sheetData(job.number, job.bench, job.events, release);
  const query = release === null ? "" : `?release=${release}`;
  return (
    <>
      <TopRule person={actor.name}>
        <span className="figure font-bold">{job.number}</span>
        <span className="text-lg font-semibold">Sheet</span>
        {releases.length > 1 && (
          <nav aria-label="Sheets of this job" className="flex items-center gap-3">
            {releases.map((event, i) => (
              <Link
                key={event.id}
                href={`/jobs/${job.id}/sheet?release=${i + 1}`}
                aria-current={release === i + 1 ? "page" : undefined}
                className="figure inline-flex min-h-[48px] items-center underline"
              >
                {sheetNumber(job.number, i + 1)}
              </Link>
            ))}
          </nav>
        )}
        <Link href={`/jobs/${job.id}`} className="key ml-auto">
          Bench
        </Link>
        <a href={`/jobs/${job.id}/sheet.pdf${query}`} className="key" download={`${job.number}.pdf`}>
          PDF
        </a>
        {sheet && (
          <CopyKey
            text={ownerText([`${sheet.machine}, ${sheet.number}`, sheet.state, ...backLines(sheet)], sheet.owner)}
          />
        )}
        <PrintKey />
      </TopRule>
      <Sheet jobId={job.id} number={job.number} bench={job.bench} events={job.events} release={release} />
    </>
  );
}

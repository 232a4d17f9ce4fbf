import { BenchScreen } from "@/features/bench/BenchScreen";
import { orNotFound, requireActor } from "@/server/page";
import { jobById } from "@/server/jobs/read";
import { livesAt } from "@/server/machines/lives";
import { colleaguesOf } from "@/server/people/read";

export const dynamic = "force-dynamic";

export default async function BenchPage({ params }: { params: Promise<{ id: string }> }) {
  const { db, actor } = await requireActor();
  const job = await orNotFound(jobById(db, (await params).id));
  return <BenchScreen opened={job} actor={actor} colleagues={await colleaguesOf(db)} lives={await livesAt(db, job)} />;
}

import { BenchScreen } from "@/features/bench/BenchScreen";
import { orNotFound, requireActor } from "@/server/page";
import { jobById } from "@/server/jobs/read";
import { lastTimeAt } from "@/server/machines/lastTime";
import { livesAt } from "@/server/machines/lives";
import { onSistersAt } from "@/server/machines/sisters";
import { colleaguesOf } from "@/server/people/read";
import { toolsTaken } from "@/server/tools/read";

export const dynamic = "force-dynamic";

export default async function BenchPage({ params }: { params: Promise<{ id: string }> }) {
  const { db, actor } = await requireActor();
  const job = await orNotFound(jobById(db, (await params).id));
  const [colleagues, lives, lastTime] = [await colleaguesOf(db), await livesAt(db, job), await lastTimeAt(db, job)];
  const [taken, onOthers] = [await toolsTaken(db, actor), await onSistersAt(db, job)];
  return <BenchScreen {...{ actor, colleagues, lives, lastTime, onOthers, taken }} opened={job} />;
}

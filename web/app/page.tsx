import Link from "next/link";
import { Today } from "@/features/today/Today";
import { requireActor } from "@/server/page";
import { jobLines } from "@/server/stores/jobs";
import { TopRule } from "@/ui/TopRule";

export const dynamic = "force-dynamic";

export default async function TodayPage() {
  const { db, actor } = await requireActor();
  const { jobs, at } = await jobLines(db);
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
      <main className="mx-auto max-w-[1240px] p-5">
        <Today jobs={jobs} at={at} />
      </main>
    </>
  );
}

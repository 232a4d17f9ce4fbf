import Link from "next/link";
import { Today } from "@/features/today/Today";
import { requireActor } from "@/server/page";
import { jobLines } from "@/server/jobs/read";
import { twinsOf } from "@/server/people/read";
import { rechecksDue } from "@/server/machines/read";
import { Anew } from "@/ui/Anew";
import { Rechecks } from "@/ui/Rechecks";
import { TopRule } from "@/ui/TopRule";
import { Twins } from "@/ui/Twins";

export const dynamic = "force-dynamic";

export default async function TodayPage() {
  const { db, actor } = await requireActor();
  const { jobs, more, at } = await jobLines(db);
  const twins = actor.roles.includes("administrator") ? await twinsOf(db) : [];
  const { due, more: dueMore } = await rechecksDue(db);
  return (
    <>
      <TopRule person={actor.name}>
        <h1 className="text-lg font-semibold">Today</h1>
        <Link href="/jobs" className="key ml-auto">
          All jobs
        </Link>
        <Link href="/workings/chain" className="key">
          Workings
        </Link>
        <Link href="/intake" className="key" data-main="true">
          Take in a machine
        </Link>
      </TopRule>
      <Anew seconds={60} />
      <main className="mx-auto max-w-[1240px] p-5">
        {twins.length > 0 && <Twins groups={twins} />}
        <Today actor={actor} jobs={jobs} more={more} at={at}>
          {due.length > 0 && (
            <section aria-label="Due again" className="pt-6">
              <h2 className="caption border-b-2 border-ink pb-1">due again</h2>
              <Rechecks lines={due} marks />
              {dueMore > 0 && (
                <p className="py-2 text-soft">{dueMore} more are due: each stands on its machine’s page.</p>
              )}
            </section>
          )}
        </Today>
      </main>
    </>
  );
}

import { hasEnded } from "@averin/core";
import Link from "next/link";
import { notFound } from "next/navigation";
import { fromAddress } from "@/features/workings/address";
import { groupById, startingTexts } from "@/features/workings/groups";
import { WorkingsScreen } from "@/features/workings/WorkingsScreen";
import { requireActor } from "@/server/page";
import { jobLines } from "@/server/jobs/read";
import { labourOf } from "@/server/settings/read";
import { wrenchesOf } from "@/server/tools/read";
import { TopRule } from "@/ui/TopRule";

export const dynamic = "force-dynamic";

type Props = { params: Promise<{ group: string }>; searchParams: Promise<Record<string, string | undefined>> };

export default async function WorkingsPage({ params, searchParams }: Props) {
  const { db, actor } = await requireActor();
  const group = groupById((await params).group);
  if (!group) notFound();
  const { c, v, u } = await searchParams;
  const jobs = (await jobLines(db)).jobs.filter((job) => !hasEnded(job.stage));
  const labour = await labourOf(db, null);
  const begun = startingTexts(group, { wrenches: await wrenchesOf(db, null), perHour: labour?.perHour ?? null });
  const calculator = group.calculators.find((name) => name === c) ?? group.calculators[0] ?? "";
  return (
    <>
      <TopRule person={actor.name}>
        <h1 className="text-lg font-semibold">Workings: {group.title}</h1>
        <Link href="/" className="key ml-auto">
          Today
        </Link>
      </TopRule>
      <WorkingsScreen
        key={group.id}
        group={group}
        calculator={calculator}
        begun={begun}
        kept={fromAddress(begun, { v, u })}
        jobs={jobs.map((job) => ({ id: job.id, label: `${job.number} ${job.mark}` }))}
      />
    </>
  );
}

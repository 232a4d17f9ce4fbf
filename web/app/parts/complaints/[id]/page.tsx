import Link from "next/link";
import { ComplaintScreen } from "@/features/parts/ComplaintScreen";
import { orNotFound, requireActor } from "@/server/page";
import { complaintById } from "@/server/parts/complaints";
import { TopRule } from "@/ui/TopRule";

export const dynamic = "force-dynamic";

export default async function ComplaintPage({ params }: { params: Promise<{ id: string }> }) {
  const { db, actor } = await requireActor();
  const known = await orNotFound(complaintById(db, (await params).id));
  return (
    <>
      <TopRule person={actor.name}>
        <h1 className="text-lg font-semibold">{known.complaint.name}</h1>
        <Link href="/parts/complaints" className="flex min-h-[48px] items-center text-soft underline">
          all complaints
        </Link>
      </TopRule>
      <main className="mx-auto max-w-[1180px] p-5">
        <ComplaintScreen {...known} />
      </main>
    </>
  );
}

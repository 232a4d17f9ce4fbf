import type { Metadata } from "next";
import { Hung } from "@/features/board/Hung";
import { boardByWall, boardLines } from "@/server/board/read";
import { database } from "@/server/database";
import { orNotFound } from "@/server/page";
import { minuteOf } from "@/ui/times";
import { Anew } from "@/ui/Anew";

export const dynamic = "force-dynamic";
export const metadata: Metadata = { title: "Shared machines", robots: { index: false, follow: false } };

/** The board for a wall: read only, by its own secret, telling no owner. */
export default async function WallPage({ params }: { params: Promise<{ secret: string }> }) {
  const { machines } = await orNotFound(boardByWall(database(), (await params).secret));
  return (
    <main className="min-h-screen bg-ground p-6">
      <Anew seconds={60} />
      <h1 className="flex flex-wrap items-baseline justify-between gap-4 pb-4 text-3xl font-semibold">
        Shared machines
        <span className="figure text-xl font-normal text-soft">as of {minuteOf(new Date())}</span>
      </h1>
      <Hung machines={boardLines(machines)} wall />
    </main>
  );
}

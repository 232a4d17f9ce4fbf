import type { Metadata } from "next";
import { Hung } from "@/features/board/Hung";
import { assertWall } from "@/server/board/read";
import { database } from "@/server/database";
import { orNotFound } from "@/server/page";
import { Anew } from "@/ui/Anew";

export const dynamic = "force-dynamic";
export const metadata: Metadata = { title: "Shared machines", robots: { index: false, follow: false } };

/** The board for a wall: read only, by its own secret, telling no owner. */
export default async function WallPage({ params }: { params: Promise<{ secret: string }> }) {
  const { secret } = await params;
  await orNotFound(assertWall(database(), secret));
  return (
    <main className="min-h-screen bg-ground p-6">
      {/* What hangs there is fetched each minute; the page itself, which another release may have changed, each hour. */}
      <Anew seconds={3600} />
      <Hung from={`/api/wall/${encodeURIComponent(secret)}`} wall />
    </main>
  );
}

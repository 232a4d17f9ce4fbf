import { photoIdsOf } from "@/features/sheet/sheetData";
import { printed } from "@/server/helpers";
import { releaseAsked } from "@/server/asked";
import { readingBytes } from "@/server/http";
import { shopZone } from "@/ui/times";
import { jobById } from "@/server/jobs/read";
import { photoById } from "@/server/jobs/photos";

type Context = { params: Promise<{ id: string }> };

/** The sheet as a file, for the owner's mail and the shop's drawer. */
export function GET(request: Request, { params }: Context): Promise<Response> {
  return readingBytes("application/pdf", async ({ db }) => {
    const job = await jobById(db, (await params).id);
    const photos: Record<string, Buffer> = {};
    for (const id of photoIdsOf(job.events)) photos[id] = (await photoById(db, id, job.id)).bytes;
    const release = releaseAsked(new URL(request.url).searchParams.get("release"));
    return printed({ number: job.number, bench: job.bench, events: job.events, photos, release, zone: shopZone() });
  });
}

import { printedEstimate } from "@/server/helpers";
import { readingBytes } from "@/server/http";
import { jobById } from "@/server/jobs/read";
import { shopZone } from "@/ui/times";

type Context = { params: Promise<{ id: string }> };

/** The estimate as a file, for the owner's mail. */
export function GET(_: Request, { params }: Context): Promise<Response> {
  return readingBytes("application/pdf", async ({ db }) => {
    const { number, bench, events } = await jobById(db, (await params).id);
    return printedEstimate({ number, bench, events, at: new Date().toISOString(), zone: shopZone() });
  });
}

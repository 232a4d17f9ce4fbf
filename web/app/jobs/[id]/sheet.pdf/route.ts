import { sheetData } from "@/features/sheet/sheetData";
import { sheetPdf } from "@/features/sheet/SheetPdf";
import { readingBytes } from "@/server/http";
import { jobById } from "@/server/stores/jobs";
import { photoById } from "@/server/stores/photos";

type Context = { params: Promise<{ id: string }> };

/** The sheet as a file, for the owner's mail and the shop's drawer. */
export function GET(_: Request, { params }: Context): Promise<Response> {
  return readingBytes("application/pdf", async ({ db }) => {
    const job = await jobById(db, (await params).id);
    const sheet = sheetData(job.number, job.bench, job.events);
    if (!sheet) throw new Error(`job ${job.number} has no first line`);
    const photos = new Map<string, Buffer>();
    for (const { id } of sheet.photos) photos.set(id, (await photoById(db, id)).bytes);
    return sheetPdf(sheet, photos);
  });
}

import { MOST_FILE_BYTES } from "@/server/exchange/files";
import { asSchema, fileAskedSchema } from "@/server/exchange/schema";
import { exported, kindCalled, lookAtFile } from "@/server/exchange/store";
import { assertRole, readingFile, writingTold } from "@/server/http";
import { asAsked } from "@/server/refused";

type Context = { params: Promise<{ kind: string }> };

/** Everything on file of one kind, as CSV or as JSON. */
export function GET(request: Request, { params }: Context): Promise<Response> {
  return readingFile(async ({ db }) => {
    const { kind } = await params;
    const as = asAsked(asSchema, new URL(request.url).searchParams.get("as") ?? "csv");
    const type = as === "csv" ? "text/csv; charset=utf-8" : "application/json";
    return { bytes: await exported(db, kind, as), type, name: `${kind}.${as}` };
  });
}

/** Looks at a file, or takes it in; how far it is is told on the way. */
export function POST(request: Request, { params }: Context): Promise<Response> {
  return writingTold(request, MOST_FILE_BYTES, async ({ db, actor, bytes, tell }) => {
    const { kind } = await params;
    assertRole(actor, ...kindCalled(kind).takenBy);
    const query = Object.fromEntries(new URL(request.url).searchParams);
    const { do: does, reason, coding = null } = asAsked(fileAskedSchema, query);
    const asked = { take: does === "take", reason, coding, by: actor };
    return lookAtFile(db, kind, bytes, asked, (rows) => tell({ rows }));
  });
}

import { writing } from "@/server/http";
import { strayTypedSchema } from "@/server/jobs/schema";
import { keepStray } from "@/server/jobs/straysTaken";

type Context = { params: Promise<{ id: string }> };

/** A typed line that the record refused: kept beside it, also where the job is released. */
export function POST(request: Request, { params }: Context): Promise<Response> {
  return writing(request, strayTypedSchema, async ({ db, actor, body }) =>
    keepStray(db, (await params).id, body, actor),
  );
}

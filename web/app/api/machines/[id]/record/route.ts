import { reading } from "@/server/http";
import { recordOf } from "@/server/machines/lives";

type Context = { params: Promise<{ id: string }> };

/** How long the parts of a machine are in, and how long those before them lasted. */
export function GET(_: Request, { params }: Context): Promise<Response> {
  return reading(async ({ db }) => ({ record: await recordOf(db, (await params).id) }));
}

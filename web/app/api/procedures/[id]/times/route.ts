import { reading } from "@/server/http";
import { timesOf } from "@/server/jobs/times";

type Context = { params: Promise<{ id: string }> };

/** How long a work takes in this shop. */
export function GET(_: Request, { params }: Context): Promise<Response> {
  return reading(async ({ db }) => timesOf(db, (await params).id));
}

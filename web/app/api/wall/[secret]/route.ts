import { boardByWall, hanging } from "@/server/board/read";
import { readingOpenly } from "@/server/http";

type Context = { params: Promise<{ secret: string }> };

/** The same for a wall, by its own secret. */
export const GET = (_: Request, { params }: Context): Promise<Response> =>
  readingOpenly(async ({ db }) => hanging(await boardByWall(db, (await params).secret)));

import { boardOf, hanging } from "@/server/board/read";
import { reading } from "@/server/http";

/** How every machine of a fleet stands, to people who are signed in. */
export const GET = (): Promise<Response> => reading(async ({ db }) => hanging(await boardOf(db)));

import { QueryTypes } from "sequelize";
import { database } from "@/server/database";
import { diskNotice } from "@/server/disk";

export const dynamic = "force-dynamic";

/** How the shop is: whether its database answers, and whether there is room beside its data. */
export async function GET(): Promise<Response> {
  const answers = await database()
    .sequelize.query("SELECT 1", { type: QueryTypes.SELECT })
    .then(
      () => true,
      () => false,
    );
  const notice = await diskNotice().catch(() => null);
  const body = {
    ok: answers,
    database: answers ? "answers" : "does not answer",
    disk: notice === null ? "has room" : "nearly full",
  };
  return Response.json(body, { status: answers ? 200 : 503 });
}

import path from "node:path";
import { connect } from "../web/server/database.ts";
import { migrate } from "../web/server/migrations.ts";
import { rebuildReadTables } from "../web/server/jobs/tables.ts";
import { startMariadb } from "./server/mariadb.ts";
import { DATABASE, ensureDebianPackages } from "./packages.ts";
import { DATA } from "./paths.ts";
import { runningDatabase } from "./server/running.ts";

/** `./averin rebuild`: read tables again from the log; exit 1 when something differed. */
export async function rebuild(): Promise<number> {
  const given = process.env.AVERIN_DATABASE_URL ?? runningDatabase();
  if (given === null) ensureDebianPackages(DATABASE);
  const own = given === null ? await startMariadb(path.join(DATA, "db")) : null;
  const db = connect(given ?? own?.url ?? "");
  try {
    await migrate(db);
    const { jobs, differences } = await rebuildReadTables(db);
    for (const difference of differences) process.stdout.write(`${difference}\n`);
    process.stdout.write(`${jobs} jobs read again from the log, ${differences.length} tables put right.\n`);
    return differences.length === 0 ? 0 : 1;
  } finally {
    await db.sequelize.close();
    await own?.stop();
  }
}

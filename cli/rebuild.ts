import { rebuildReadTables } from "../web/server/jobs/tables.ts";
import { onShopDatabase } from "./server/running.ts";

/** `./averin rebuild`: read tables again from the log; exit 1 when something differed. */
export const rebuild = (): Promise<number> =>
  onShopDatabase(async (db) => {
    const { jobs, differences } = await rebuildReadTables(db);
    for (const difference of differences) process.stdout.write(`${difference}\n`);
    process.stdout.write(`${jobs} jobs read again from the log, ${differences.length} tables put right.\n`);
    return differences.length === 0 ? 0 : 1;
  });

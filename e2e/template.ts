import path from "node:path";
import { type Connection, createConnection } from "mariadb";
import { prepare } from "../cli/server/application.ts";
import { ROOT } from "../cli/paths.ts";
import { readDemo, seedDemo } from "../web/server/demo.ts";

const connectTo = (base: string): Promise<Connection> => {
  const { hostname, port, username, password } = new URL(base);
  return createConnection({ host: hostname, port: Number(port), user: username, password });
};
export const named = (base: string, name: string): string => base.replace(/\/averin$/, `/${name}`);

export async function makeDatabase(base: string, name: string): Promise<void> {
  const connection = await connectTo(base);
  await connection.query("SET FOREIGN_KEY_CHECKS = 0");
  await connection.query(`CREATE OR REPLACE DATABASE ${name} CHARACTER SET utf8mb4 COLLATE utf8mb4_bin`);
  await connection.end();
}

export const BASE = process.env.AVERIN_TEST_DATABASE_URL;
const TEMPLATE = "averin_template";

/** The demo, filled once for the whole run: every shop after that is a copy of it. */
export async function fillTemplate(base: string): Promise<void> {
  await makeDatabase(base, TEMPLATE);
  const demo = await readDemo(path.join(ROOT, "demo"));
  await prepare(named(base, TEMPLATE), (db) => seedDemo(db, demo));
}

/** Copies what the demo laid down, on this server or to another. */
export async function copyDemo(base: string, name: string): Promise<void> {
  const [from, to] = await Promise.all([connectTo(BASE ?? base), connectTo(base)]);
  await to.query("SET FOREIGN_KEY_CHECKS = 0");
  const tables: { TABLE_NAME: string; names: string; places: string }[] = await from.query(
    `SELECT TABLE_NAME, GROUP_CONCAT(CONCAT('\`', COLUMN_NAME, '\`') ORDER BY ORDINAL_POSITION) AS names,
        GROUP_CONCAT('?') AS places
      FROM information_schema.COLUMNS
      WHERE TABLE_SCHEMA = ? AND TABLE_NAME <> 'migrations' AND GENERATION_EXPRESSION IS NULL GROUP BY TABLE_NAME`,
    [TEMPLATE],
  );
  for (const { TABLE_NAME: table, names, places } of tables) {
    await to.query(`DELETE FROM ${name}.${table}`);
    const rows: unknown[][] = await from.query({
      sql: `SELECT ${names} FROM ${TEMPLATE}.${table}`,
      rowsAsArray: true,
      dateStrings: true,
      autoJsonMap: false,
    });
    if (rows.length > 0) await to.batch(`INSERT INTO ${name}.${table} (${names}) VALUES (${places})`, rows);
  }
  await Promise.all([from.end(), to.end()]);
}

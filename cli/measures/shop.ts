import path from "node:path";
import type { JobEvent } from "@averin/core";
import { readDemo, seedDemo } from "../../web/server/demo.ts";
import { QueryTypes } from "sequelize";
import { ensureBuilt, prepare, serve, withDatabase } from "../server/application.ts";
import { freePort, startMariadb } from "../server/mariadb.ts";
import { BROWSER, DATABASE, ensureDebianPackages } from "../packages.ts";
import { DATA, ROOT } from "../paths.ts";

/** The application as it is served, with the demo shop in it, for the time of a measurement. */
export type BenchShop = {
  url: string;
  databaseUrl: string;
  cookie: string;
  jobId: string;
  events: JobEvent[];
  end: () => Promise<void>;
};

/** The demo job that stands in the middle of its readings, and who works at it. */
const MARK = "Club bike 7";

export async function openBenchShop(): Promise<BenchShop> {
  ensureDebianPackages([...DATABASE, ...BROWSER]);
  const server = await startMariadb(path.join(DATA, "bench-db"));
  try {
    const { createConnection } = await import("mariadb");
    const { hostname, port, username, password } = new URL(server.url);
    const connection = await createConnection({ host: hostname, port: Number(port), user: username, password });
    await connection.query("SET FOREIGN_KEY_CHECKS = 0");
    await connection.query("CREATE OR REPLACE DATABASE averin CHARACTER SET utf8mb4 COLLATE utf8mb4_bin");
    await connection.end();
    const demo = await readDemo(path.join(ROOT, "demo"));
    await prepare(server.url, (db) => seedDemo(db, demo));
    const dist = await ensureBuilt("aside");
    const served = await serve({
      databaseUrl: server.url,
      host: "127.0.0.1",
      port: await freePort(),
      dist,
      quiet: true,
    });
    const worked = demo.jobs.find((job) => job.mark === MARK);
    const person = demo.people.find((p) => p.name === worked?.by);
    const signed = await fetch(`${served.url}/api/session`, {
      method: "POST",
      headers: { "content-type": "application/json" },
      body: JSON.stringify({ name: person?.name, password: person?.password }),
    });
    const cookie = signed.headers
      .getSetCookie()
      .map((one) => one.split(";")[0] ?? "")
      .join("; ");
    const [row] = (await withDatabase(server.url, (db) =>
      db.sequelize.query(
        `SELECT j.id FROM jobs j JOIN machines m ON m.id = j.machineId JOIN job_summaries s ON s.jobId = j.id
          WHERE m.mark = ? AND s.stage = 'measure' ORDER BY j.openedAt DESC`,
        { replacements: [MARK], type: QueryTypes.SELECT },
      ),
    )) as { id: string }[];
    const jobId = row?.id ?? "";
    const answer = await fetch(`${served.url}/api/jobs/${jobId}/events`, { headers: { cookie } });
    const { events } = (await answer.json()) as { events: JobEvent[] };
    const end = async (): Promise<void> => {
      await served.stop();
      await server.stop();
    };
    return { url: served.url, databaseUrl: server.url, cookie, jobId, events, end };
  } catch (error) {
    await server.stop();
    throw error;
  }
}

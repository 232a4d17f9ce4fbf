import path from "node:path";
import type { JobEvent } from "@averin/core";
import { readDemo, seedDemo } from "../../web/server/demo.ts";
import { ensureBuilt, prepare, serve } from "../server/application.ts";
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
    const own = { ...demo, jobs: demo.jobs.filter((job) => job.mark === MARK) };
    await prepare(server.url, (db) => seedDemo(db, own));
    const dist = ensureBuilt("aside");
    const served = await serve({
      databaseUrl: server.url,
      host: "127.0.0.1",
      port: await freePort(),
      dist,
      quiet: true,
    });
    const person = demo.people.find((p) => p.name === own.jobs[0]?.by);
    const signed = await fetch(`${served.url}/api/session`, {
      method: "POST",
      headers: { "content-type": "application/json" },
      body: JSON.stringify({ name: person?.name, password: person?.password }),
    });
    const cookie = (signed.headers.get("set-cookie") ?? "").split(";")[0] ?? "";
    const today = await (await fetch(served.url, { headers: { cookie } })).text();
    const jobId = /\/jobs\/([0-9a-f-]{36})/.exec(today)?.[1] ?? "";
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

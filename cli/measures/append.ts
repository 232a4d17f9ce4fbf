import { randomUUID } from "node:crypto";
import { type Draft, ENDS, type JobEvent } from "@averin/core";
import { type Connection, createConnection } from "mariadb";
import { QueryTypes } from "sequelize";
import { withDatabase } from "../server/application.ts";
import type { BenchShop } from "./shop.ts";
import { measured, type Measured, middle, now } from "./measured.ts";

const APPENDS = 80;
const WARM = 15;
const CLIENTS = 20;
const EACH = 12;
/** Twenty clients reach at least so much of the rate of their floor. */
const SHARE = 0.6;

const READING: Draft = {
  type: "reading_taken",
  point: "friction-thickness",
  item: 9,
  place: 3,
  phase: "found",
  text: "2.86",
  gauge: "caliper-2",
};

const post = (shop: BenchShop, jobId: string, draft: Draft, cookie: string): Promise<Response> =>
  fetch(`${shop.url}/api/jobs/${jobId}/events`, {
    method: "POST",
    headers: { "content-type": "application/json", cookie },
    body: JSON.stringify({ events: [{ id: randomUUID(), draft }] }),
  });

async function kept(shop: BenchShop, jobId: string, draft: Draft): Promise<JobEvent> {
  const answer = await post(shop, jobId, draft, shop.cookie);
  const { kept: lines = [] } = (await answer.json()) as { kept?: JobEvent[] };
  const [line] = lines;
  if (!answer.ok || !line) throw new Error(`an append was not kept: ${answer.status}`);
  return line;
}

/** The same way through the same server, answered without looking at anything: nobody is signed in. */
async function empty(shop: BenchShop, jobId: string): Promise<void> {
  const answer = await post(shop, jobId, READING, "");
  await answer.arrayBuffer();
  if (answer.status !== 401) throw new Error(`an empty request was answered ${answer.status}`);
}

function connected(shop: BenchShop): Promise<Connection> {
  const { hostname: host, port, username: user, password, pathname } = new URL(shop.databaseUrl);
  return createConnection({ host, port: Number(port), user, password, database: pathname.slice(1) });
}

/** The row of a line inserted raw, in one durable transaction. */
async function raw(connection: Connection, jobId: string, number: number, line: JobEvent): Promise<void> {
  const row = [jobId, number, randomUUID(), line.body.type, new Date(line.at), JSON.stringify(line.by)];
  await connection.beginTransaction();
  await connection.query(
    "INSERT INTO bench_events (jobId, number, id, type, at, `by`, body, format) VALUES (?, ?, ?, ?, ?, ?, ?, 1)",
    [...row, JSON.stringify(line.body)],
  );
  await connection.commit();
}

/** The median time of a piece of work, after some runs to warm up, in ms. */
async function timed(work: (i: number) => Promise<unknown>): Promise<number> {
  const times: number[] = [];
  for (let i = 0; i < APPENDS + WARM; i += 1) {
    const start = now();
    await work(i);
    if (i >= WARM) times.push(now() - start);
  }
  return middle(times);
}

/** How long so many clients take, each doing its work one after the other, in ms. */
async function together(work: (client: number, i: number) => Promise<unknown>): Promise<number> {
  const start = now();
  await Promise.all(
    Array.from({ length: CLIENTS }, async (_, client) => {
      for (let i = 0; i < EACH; i += 1) await work(client, i);
    }),
  );
  return now() - start;
}

/**
 * A reading kept over HTTP, against an empty request to the same server and its row inserted raw; then twenty clients at
 * once, each on a job of its own, against as many raw inserts behind empty requests.
 */
export async function append(shop: BenchShop): Promise<Measured[]> {
  const line = await kept(shop, shop.jobId, READING);
  const connections = await Promise.all(Array.from({ length: CLIENTS }, () => connected(shop)));
  const [first] = connections as [Connection];
  try {
    await first.query("CREATE TABLE bench_events LIKE job_events");
    const over = await timed(() => kept(shop, shop.jobId, READING));
    const route = await timed(() => empty(shop, shop.jobId));
    const bare = await timed((i) => raw(first, shop.jobId, i + 1, line));

    const rows = await withDatabase(shop.databaseUrl, (db) =>
      db.sequelize.query<{ jobId: string }>("SELECT jobId FROM job_summaries WHERE stage NOT IN (:ended)", {
        ...{ type: QueryTypes.SELECT, replacements: { ended: [...ENDS] } },
      }),
    );
    const jobs = Array.from({ length: CLIENTS }, (_, i) => rows[i % rows.length]?.jobId ?? shop.jobId);
    const note: Draft = { type: "noted", text: "measured" };
    const all = await together((client) => kept(shop, jobs[client] ?? "", note));
    const floor = await together(async (client, i) => {
      await empty(shop, jobs[client] ?? "");
      await raw(connections[client] as Connection, randomUUID(), i + 1, line);
    });
    const rate = `${Math.round((CLIENTS * EACH * 1000) / all)} a second`;
    return [
      measured("a reading kept over HTTP, against an empty request and its row inserted raw", over, route + bare, 1.5),
      measured(
        `${CLIENTS} clients appending (${rate}), against raw inserts behind empty requests; at ${SHARE} of their rate`,
        all,
        floor,
        1 / SHARE,
      ),
    ];
  } finally {
    await Promise.all(connections.map((connection) => connection.end()));
  }
}
